import { Page } from '../components/Page';
import { Words } from '../components/Words';
import { ToTonight } from './ToTonight';

/** An address that leads nowhere: an old link, or a typing slip. */
export const NotFound = () => (
  <Page title="Nothing here" subtitle="There is no place at this address." bare>
    <Words>It may be an old link, or a slip in typing. Nothing of yours is lost.</Words>
    <ToTonight />
  </Page>
);
