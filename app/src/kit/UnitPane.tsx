import type { Profile } from '@ergon/core/record/profile';
import type { Unit } from '@ergon/core/record/unit';
import { SidePane } from '../components/SidePane';
import { Words } from '../components/Words';
import { UnitEditor } from '../screens/lazyForms';
import { modelName } from './profileSummary';

interface UnitPaneProps {
  /** The unit that was chosen, and its model; null where none is. */
  chosen: { unit: Unit; profile: Profile } | null;
  onClose: () => void;
}

/** One unit beside the list of all, where there is room. */
export const UnitPane = ({ chosen, onClose }: UnitPaneProps) => (
  <SidePane label="Unit" width={400}>
    {chosen ? (
      <>
        <Words as="heading" level={2}>
          {chosen.unit.label}
        </Words>
        <Words as="small" tone="quiet">
          {modelName(chosen.profile)}
        </Words>
        <UnitEditor key={chosen.unit.id} {...chosen} onClose={onClose} />
      </>
    ) : (
      <Words tone="quiet">Choose a unit to see and change what is recorded of it.</Words>
    )}
  </SidePane>
);
