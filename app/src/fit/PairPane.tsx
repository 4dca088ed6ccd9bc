import type { FitChoice } from '@ergon/core/fit/fit';
import type { KitItem } from '@ergon/core/rig/rig';
import { SidePane } from '../components/SidePane';
import { space } from '../theme/tokens';
import { FitDetail } from './FitDetail';

const WIDTH = 380;

/** The pair that was chosen, beside the table on a wide screen. */
export const PairPane = ({ choice, body, flash }: { choice: FitChoice; body: KitItem; flash: KitItem }) => (
  <SidePane label="Pair" width={WIDTH}>
    <FitDetail
      key={`${body.unit.id} ${flash.unit.id}`}
      choice={choice}
      body={body}
      flash={flash}
      width={WIDTH - 2 * space.page}
    />
  </SidePane>
);
