import { type Visit, visitLines, visitsOf, walkText } from '@ergon/core/words/workWording';
import type { Change } from '@ergon/core/record/change';
import type { Rig } from '@ergon/core/rig/rig';
import type { Names } from '@ergon/core/words/settingWords';
import { View } from 'react-native';
import { Words } from '../components/Words';
import { howTosFor } from '../editing/howTo';
import { useRig } from '../rig/Rig';
import { RoundStop } from './RoundStop';

/** What to do at the camera, then at each place somebody walks to, as a path. */
export function VisitList({ rig, changes }: { rig: Rig; changes: readonly Change[] }) {
  const visits = visitsOf(rig, { changes });
  const farthest = Math.max(0, ...visits.map(({ walkSeconds }) => walkSeconds ?? 0));
  return (
    <View role="list" aria-label="What to do">
      {visits.map((visit) => (
        <RoundStop key={visit.unit ?? ''} walkSeconds={visit.walkSeconds} farthest={farthest}>
          <VisitShown visit={visit} />
        </RoundStop>
      ))}
    </View>
  );
}

/** "At the camera", "Light 6 · 24 s walk". */
export function visitName({ unit, walkSeconds }: Visit, names: Names): string {
  if (unit === null) return 'At the camera';
  return `${names.unit(unit)} · ${walkText(walkSeconds)}`;
}

function VisitShown({ visit }: { visit: Visit }) {
  const { names, kit } = useRig();
  return (
    <>
      <Words as="strong">{visitName(visit, names)}</Words>
      <View role="list">
        {visitLines(visit.changes, names).map((line) => (
          <View key={line} role="listitem">
            <Words>{line}</Words>
          </View>
        ))}
        {howTosFor(kit, visit.changes).map((line) => (
          <View key={line} role="listitem">
            <Words as="small" tone="quiet">
              {line}
            </Words>
          </View>
        ))}
      </View>
    </>
  );
}
