import { Redirect } from 'expo-router';
import { Page } from '../components/Page';
import { Words } from '../components/Words';
import { useJudgedLooks } from '../rig/judgedLook';
import { nextStep } from './nextStep';
import { ToTonight } from './ToTonight';

/** A place about one look, asked for without saying which: the one that needs something next, else the first. */
export function NextLook({ place, title }: { place: 'lines' | 'fire'; title: string }) {
  const looks = useJudgedLooks();
  const look = nextStep(looks).button?.look ?? looks[0]?.look.id;
  if (look !== undefined) return <Redirect href={{ pathname: `/${place}/[look]`, params: { look } }} />;
  return (
    <Page title={title}>
      <Words>No looks yet. Import a document in Kit, under In and out, to begin.</Words>
      <ToTonight />
    </Page>
  );
}
