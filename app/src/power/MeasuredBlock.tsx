import { foundGuideNumber, foundLoss } from '@ergon/core/power/measured';
import { noting, type MeteredField } from '@ergon/core/operation/dialling';
import { cameraOf } from '@ergon/core/power/cameraDials';
import type { LightPower } from '@ergon/core/power/lightPower';
import type { Json } from '@ergon/core/record/migrate';
import type { Reading } from '@ergon/core/record/reading';
import type { Body, Light } from '@ergon/core/rig/rig';
import { foundGuideNumberText, foundLossText, guideNumberText, lossText } from '@ergon/core/words/measuredWords';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import type { JudgedLook } from '../rig/judgedLook';
import { space } from '../theme/tokens';

interface MeasuredBlockProps {
  powers: readonly LightPower[];
  readings: readonly Reading[];
  judged: JudgedLook;
  readOnly: boolean;
}

/** What readings tell of the units themselves: kept, it counts in every look before what is said of their models. */
export function MeasuredBlock({ powers, readings, judged, readOnly }: MeasuredBlockProps) {
  const { names } = useRig();
  const body = cameraOf(judged.judgement.rig);
  const found = body ? powers.map(({ light }) => foundOf(light, body, readings)) : [];
  const told = found.filter(({ facts, kept }) => facts.length + kept.length > 0);
  if (told.length === 0) return null;
  return (
    <View role="group" aria-label="Measured" style={styles.block}>
      <Words as="heading" level={2}>
        Measured
      </Words>
      {told.map(({ light, facts, kept }) => (
        <View key={light.id} style={styles.light}>
          {facts.map((fact) => (
            <Fact key={fact.field} light={light} fact={fact} readOnly={readOnly} said={fact.said(names)} />
          ))}
          {kept.map((one) => (
            <Kept key={one.field} light={light} kept={one} readOnly={readOnly} />
          ))}
        </View>
      ))}
    </View>
  );
}

interface FactOf {
  field: MeteredField;
  said: (names: ReturnType<typeof useRig>['names']) => string;
  /** Null where the readings do not agree. */
  value: Record<string, Json> | null;
}
interface KeptOf {
  field: MeteredField;
  text: string;
  by: string;
}

/** What its readings tell that is not kept as it is, and what is kept. */
function foundOf(light: Light, body: Body, readings: readonly Reading[]) {
  const { realGuideNumber, realHssLoss } = light.unit;
  const guide = foundGuideNumber(light, body, readings);
  const loss = foundLoss(light, body, readings);
  const facts: FactOf[] = [];
  if (guide && !guide.kept)
    facts.push({
      field: 'realGuideNumber',
      said: (names) => foundGuideNumberText(light.id, guide, names),
      value:
        guide.metres === null ? null : { metres: rounded(guide.metres), ...(guide.zoomMm && { zoomMm: guide.zoomMm }) },
    });
  if (loss && !loss.kept)
    facts.push({
      field: 'realHssLoss',
      said: (names) => foundLossText(light.id, loss, names),
      value: { stops: rounded(loss.loss.stops), shutter: loss.loss.shutter },
    });
  const kept: KeptOf[] = [];
  if (realGuideNumber)
    kept.push({
      field: 'realGuideNumber',
      text: guideNumberText(realGuideNumber.metres, realGuideNumber.zoomMm ?? null),
      by: realGuideNumber.by,
    });
  if (realHssLoss)
    kept.push({ field: 'realHssLoss', text: `${lossText(realHssLoss)} in high-speed sync`, by: realHssLoss.by });
  return { light, facts, kept };
}

const rounded = (value: number): number => Math.round(value * 100) / 100;

function useNote(light: Light, field: MeteredField) {
  const { queue, rig, names } = useRig();
  const what = field === 'realHssLoss' ? 'loss in high-speed sync' : 'guide number';
  return (value: Record<string, Json> | null) => {
    const found = { by: rig?.member.name ?? '', at: new Date().toISOString() };
    const label = `${what} of ${names.unit(light.id)} ${value === null ? 'forgotten' : 'measured'}`;
    queue.submit(label, (state) => noting(state, light.id, field, value && { ...value, ...found }));
  };
}

function Fact({ light, fact, said, readOnly }: { light: Light; fact: FactOf; said: string; readOnly: boolean }) {
  const { names } = useRig();
  const note = useNote(light, fact.field);
  return (
    <>
      <Words>{said}</Words>
      {fact.value && !readOnly && (
        <Button label="Keep as measured" hint={names.unit(light.id)} onPress={() => note(fact.value)} />
      )}
    </>
  );
}

function Kept({ light, kept, readOnly }: { light: Light; kept: KeptOf; readOnly: boolean }) {
  const { names } = useRig();
  const note = useNote(light, kept.field);
  return (
    <View style={styles.kept}>
      <Words grow>{`${names.unit(light.id)}, measured by ${kept.by || 'somebody'}: ${kept.text}.`}</Words>
      {!readOnly && <Button kind="quiet" label="Forget" hint={kept.text} onPress={() => note(null)} />}
    </View>
  );
}

const styles = StyleSheet.create({
  block: { gap: space.small, maxWidth: 620 },
  light: { gap: space.small },
  kept: { flexDirection: 'row', alignItems: 'center', gap: space.small },
});
