import { type NotedField, noting } from '@ergon/core/operation/dialling';
import type { Unit } from '@ergon/core/record/unit';
import { type KeptFinding, keptByFrames, keptByMeter } from '@ergon/core/words/measuredWords';
import { foundByText } from '@ergon/core/words/proveWording';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { space } from '../theme/tokens';

interface KeptFindingsProps {
  unit: Unit;
  /** Only these; left out: all. */
  only?: readonly NotedField[];
  readOnly: boolean;
}

/** What was found out about one unit, with who found it, and the way to forget it. */
export function KeptFindings({ unit, only, readOnly }: KeptFindingsProps) {
  const { names } = useRig();
  const byMeter = keptByMeter(unit).map((kept) => ({ kept, said: metered(names.unit(unit.id), kept) }));
  const byFrames = keptByFrames(unit, names).map((kept) => ({ kept, said: `${kept.text} ${foundByText(kept.by)}` }));
  return (
    <>
      {[...byMeter, ...byFrames]
        .filter(({ kept }) => only?.includes(kept.field) ?? true)
        .map(({ kept, said }) => (
          <Kept key={kept.field} unit={unit} kept={kept} said={said} readOnly={readOnly} />
        ))}
    </>
  );
}

const metered = (unit: string, { text, by }: KeptFinding): string =>
  `${unit}, measured by ${by || 'somebody'}: ${text}.`;

interface KeptProps {
  unit: Unit;
  kept: KeptFinding;
  said: string;
  readOnly: boolean;
}

function Kept({ unit, kept: { field, text }, said, readOnly }: KeptProps) {
  const { names, queue } = useRig();
  const forget = () =>
    queue.submit(`what was found of ${names.unit(unit.id)} forgotten`, (state) => noting(state, unit.id, field, null));
  return (
    <View style={styles.kept}>
      <Words grow>{said}</Words>
      {!readOnly && <Button kind="quiet" label="Forget" hint={text} onPress={forget} />}
    </View>
  );
}

const styles = StyleSheet.create({ kept: { flexDirection: 'row', alignItems: 'center', gap: space.small } });
