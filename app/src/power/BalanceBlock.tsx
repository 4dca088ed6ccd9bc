import type { BalancePlan } from '@ergon/core/power/balance';
import { balanceChanges, balanceOf, balanceTask, type LookTask, unmeteredIn } from '@ergon/core/power/balanceTask';
import type { PowerPlan } from '@ergon/core/power/powerPlan';
import {
  balancedText,
  balanceSentence,
  leftOutText,
  partText,
  roomOpenText,
  totalText,
  unmeteredText,
} from '@ergon/core/words/balanceWording';
import { planLines } from '@ergon/core/words/powerWording';
import type { Reading } from '@ergon/core/record/reading';
import { enumerated, fieldOf } from '@ergon/core/words/settingWords';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Block } from '../components/Block';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { useEdit } from '../editing/editing';
import { useRig } from '../rig/Rig';
import type { JudgedLook } from '../rig/judgedLook';
import { space } from '../theme/tokens';
import { SecondLights } from './SecondLights';

interface BalanceBlockProps {
  judged: JudgedLook;
  readings: readonly Reading[];
  readOnly: boolean;
}

/** The powers with which every light reads what it is aimed at, or the fewest changes that make it fit. */
export function BalanceBlock({ judged, readings, readOnly }: BalanceBlockProps) {
  const { names } = useRig();
  const edit = useEdit();
  const [shown, setShown] = useState(false);
  const { judgement, look } = judged;
  const found = useMemo(() => {
    const of = balanceTask(judgement, readings);
    if (of.task === null || isNothingToBalance(of)) return { of, plan: null, change: null };
    const plan = balanceOf(of);
    return { of, plan, change: plan && balanceChanges(judgement, of, plan) };
  }, [judgement, readings]);
  const { of, plan, change } = found;
  if (of.task === null)
    return (
      <Words tone="quiet">
        {`To balance the lights, ${enumerated(of.unknown.map((ref) => fieldOf(ref, names)))} must be recorded.`}
      </Words>
    );
  if (isNothingToBalance(of))
    return (
      <Words tone="quiet">
        {['Meter a light, and give it an aim, to balance them.', roomOpenText(of)].filter(Boolean).join(' ')}
      </Words>
    );
  // A second light to be put up is no setting, and is not done by having none left to set.
  const isDone = plan?.changes === 0 && change?.changes.length === 0;
  return (
    <Block label="Balance">
      <Words as="sentence" tone="onBlock" live>
        {isDone ? balancedText(of.task) : balanceSentence(plan, of, names)}
      </Words>
      {of.roomOpen && <Words tone="quietOnBlock">{roomOpenText(of)}</Words>}
      {!readOnly && plan && <SecondLightsOf judged={judged} of={of} plan={plan} />}
      {shown && plan && <Parts of={of} plan={plan} change={change} />}
      <View style={styles.row}>
        {change && change.changes.length > 0 && !readOnly && (
          <View style={styles.act}>
            <Button
              kind="act"
              label={plan?.parts.length === 0 ? 'Set the camera' : 'Set these powers'}
              onPress={() => edit(look.id, change.changes, 'balance')}
            />
          </View>
        )}
        <Button
          kind="quiet"
          onBlock
          label={shown ? 'Less' : 'Light by light'}
          expanded={shown}
          onPress={() => setShown(!shown)}
        />
      </View>
    </Block>
  );
}

/** For every light that needs another beside it; one that is there and was not metered comes first. */
function SecondLightsOf({ judged, of, plan }: { judged: JudgedLook; of: LookTask; plan: BalancePlan }) {
  const { names } = useRig();
  return plan.parts
    .filter(({ levers }) => levers.some(({ lever }) => lever === 'second light'))
    .map(({ part }) => {
      const unmetered = unmeteredIn(of, part);
      if (unmetered.length === 0) return <SecondLights key={part.key} judged={judged} beside={part.lights[0]!} />;
      return (
        <Words key={part.key} tone="onBlock">
          {unmeteredText(unmetered, part.lights, names)}
        </Words>
      );
    });
}

const isNothingToBalance = ({ task }: LookTask): boolean => task.parts.length === 0 && task.room === null;

interface PartsProps {
  of: LookTask;
  plan: BalancePlan;
  change: PowerPlan | null;
}

/** Light by light: what it is set to and reads then, what the senders show, and who takes no part. */
function Parts({ of, plan, change }: PartsProps) {
  const { names } = useRig();
  const said = plan.parts.length === 0 ? [] : [...plan.parts.map((part) => partText(part, names)), totalText(plan)];
  const more = [...(change ? planLines(change, names) : []), ...of.open.map((one) => leftOutText(one, names))];
  return (
    <View>
      {said.map((line) => (
        <Words key={line} as="small" tone="onBlock">
          {line}
        </Words>
      ))}
      {more.map((line) => (
        <Words key={line} as="small" tone="quietOnBlock">
          {line}
        </Words>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: space.small },
  act: { flexGrow: 1, maxWidth: 360 },
});
