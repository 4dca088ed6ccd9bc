import { METERED_FIELDS, noting, type MeteredField } from '@ergon/core/operation/dialling';
import { cameraOf } from '@ergon/core/power/cameraDials';
import type { LightPower } from '@ergon/core/power/lightPower';
import { foundDialStop, foundGuideNumber, foundLoss } from '@ergon/core/power/measured';
import type { Json } from '@ergon/core/record/migrate';
import type { Reading } from '@ergon/core/record/reading';
import type { Body, Light } from '@ergon/core/rig/rig';
import { foundDialStopText, foundGuideNumberText, foundLossText, keptByMeter } from '@ergon/core/words/measuredWords';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import type { JudgedLook } from '../rig/judgedLook';
import { space } from '../theme/tokens';
import { KeptFindings } from './KeptFindings';

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
  const found = body ? powers.map(({ light }) => ({ light, facts: factsOf(light, body, readings, names) })) : [];
  const told = found.filter(({ light, facts }) => facts.length > 0 || keptByMeter(light.unit).length > 0);
  if (told.length === 0) return null;
  return (
    <View role="group" aria-label="Measured" style={styles.block}>
      <Words as="heading" level={2}>
        Measured
      </Words>
      {told.map(({ light, facts }) => (
        <View key={light.id} style={styles.light}>
          {facts.map((fact) => (
            <Fact key={fact.field} light={light} fact={fact} readOnly={readOnly} />
          ))}
          <KeptFindings unit={light.unit} only={METERED_FIELDS} readOnly={readOnly} />
        </View>
      ))}
    </View>
  );
}

interface FactOf {
  field: MeteredField;
  said: string;
  /** Null where the readings do not agree. */
  value: Record<string, Json> | null;
}

/** What its readings tell that is not kept as it is. */
function factsOf(
  light: Light,
  body: Body,
  readings: readonly Reading[],
  names: ReturnType<typeof useRig>['names'],
): FactOf[] {
  const guide = foundGuideNumber(light, body, readings);
  const loss = foundLoss(light, body, readings);
  const dial = foundDialStop(light, body, readings);
  const facts: FactOf[] = [];
  if (dial)
    facts.push({
      field: 'realDialStop',
      said: foundDialStopText(light.id, dial, names),
      value: { stops: rounded(dial.stops) },
    });
  if (guide && !guide.kept)
    facts.push({
      field: 'realGuideNumber',
      said: foundGuideNumberText(light.id, guide, names),
      value:
        guide.metres === null ? null : { metres: rounded(guide.metres), ...(guide.zoomMm && { zoomMm: guide.zoomMm }) },
    });
  if (loss && !loss.kept)
    facts.push({
      field: 'realHssLoss',
      said: foundLossText(light.id, loss, names),
      value: { stops: rounded(loss.loss.stops), shutter: loss.loss.shutter },
    });
  return facts;
}

const rounded = (value: number): number => Math.round(value * 100) / 100;

function Fact({ light, fact: { field, said, value }, readOnly }: { light: Light; fact: FactOf; readOnly: boolean }) {
  const { queue, rig, names } = useRig();
  const keep = () => {
    const found = { by: rig?.member.name ?? '', at: new Date().toISOString() };
    queue.submit(`what ${names.unit(light.id)} was measured to give`, (state) =>
      noting(state, light.id, field, { ...value, ...found }),
    );
  };
  return (
    <>
      <Words>{said}</Words>
      {value && !readOnly && <Button label="Keep as measured" hint={names.unit(light.id)} onPress={keep} />}
    </>
  );
}

const styles = StyleSheet.create({
  block: { gap: space.small, maxWidth: 620 },
  light: { gap: space.small },
});
