import { type DueChange, dueOf } from '@ergon/core/cards/dueWork';
import { dialling } from '@ergon/core/operation/dialling';
import { changeText } from '@ergon/core/words/wording';
import { settingValue } from '@ergon/core/words/settingWords';
import { type Visit, visitsOf } from '@ergon/core/words/workWording';
import Check from 'lucide-react-native/icons/check';
import { useMemo } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Foot } from '../components/Foot';
import { pressedBySpace } from '../components/keyPresses';
import { Words } from '../components/Words';
import { howTosFor } from '../editing/howTo';
import { useRig } from '../rig/Rig';
import type { JudgedLook } from '../rig/judgedLook';
import { useColours } from '../theme/Theme';
import { radius, space, TOUCH } from '../theme/tokens';
import { forgetDue, useDueChanges } from './dueChanges';
import { visitName } from './VisitList';

/** What was changed here for a look and has to be dialled, ticked or not. */
export function useDue({ look, judgement }: JudgedLook): DueChange[] {
  const changes = useDueChanges(look.id);
  return useMemo(() => dueOf(judgement.rig, changes), [judgement, changes]);
}

/** Says that changes are on their units, or takes that back: the same ticks as on the cards. */
function useDueTicks() {
  const { rig, queue } = useRig();
  const by = rig?.member.name ?? '';
  return (due: readonly DueChange[], isDialled: boolean, label: string) =>
    queue.submit(label, (state) =>
      [...new Set(due.map(({ change }) => change.unit))].flatMap((unit) =>
        dialling(
          state,
          unit,
          due
            .filter(({ change }) => change.unit === unit)
            .map(({ change: { setting, to } }) => ({
              setting,
              dialled: isDialled ? { value: to as never, by, at: new Date().toISOString() } : null,
            })),
        ),
      ),
    );
}

/** The way back to the list while something on it is left. */
export function ToDialButton({ judged, onPress }: { judged: JudgedLook; onPress: () => void }) {
  const left = useDue(judged).filter(({ isDialled }) => !isDialled).length;
  return left === 0 ? null : <Button label={`To dial: ${left}`} onPress={onPress} />;
}

/** The list stays until everything on it is dialled and somebody puts it away. */
export function ToDial({ judged, onClose }: { judged: JudgedLook; onClose: () => void }) {
  const { names } = useRig();
  const due = useDue(judged);
  const tick = useDueTicks();
  const left = due.filter(({ isDialled }) => !isDialled);
  const { rig } = judged.judgement;
  const visits = visitsOf(rig, { changes: due.map(({ change }) => change) });
  const putAway = () => {
    forgetDue(judged.look.id);
    onClose();
  };
  return (
    <View role="region" aria-label="To dial" style={styles.box}>
      <View style={styles.head}>
        <View style={styles.says}>
          <Words as="heading" level={2}>
            To dial
          </Words>
          {left.length > 0 && (
            <Words tone="quiet" live>
              {leftSentence(left)}
            </Words>
          )}
        </View>
        <Button kind="quiet" label="Lines" hint="back to them" onPress={onClose} />
      </View>
      {visits.map((visit) => (
        <VisitTicks
          key={visit.unit ?? ''}
          visit={visit}
          due={due}
          onTick={(one) =>
            tick([one], !one.isDialled, `${changeText(one.change, names)}: ${one.isDialled ? 'not ' : ''}dialled`)
          }
        />
      ))}
      <Foot label="Dialled">
        {left.length > 0 ? (
          <Button
            kind="act"
            label={left.length === 1 ? 'It is dialled' : `All ${left.length} are dialled`}
            onPress={() => tick(left, true, `${left.length} changes dialled`)}
          />
        ) : (
          <>
            {/* Where the button was that one has just pressed. */}
            <Words live>All of it is on the units.</Words>
            <Button label="Put the list away" onPress={putAway} />
          </>
        )}
      </Foot>
    </View>
  );
}

function leftSentence(left: readonly DueChange[]): string {
  const units = new Set(left.map(({ change }) => change.unit)).size;
  return `${left.length === 1 ? '1 setting' : `${left.length} settings`} on ${units === 1 ? '1 unit' : `${units} units`}: set here, not yet there.`;
}

interface VisitTicksProps {
  visit: Visit;
  due: readonly DueChange[];
  onTick: (one: DueChange) => void;
}

function VisitTicks({ visit, due, onTick }: VisitTicksProps) {
  const { names, kit } = useRig();
  return (
    <View>
      <Words as="strong">{visitName(visit, names)}</Words>
      {due
        .filter(({ change }) => visit.changes.includes(change))
        .map((one) => (
          <Tick key={`${one.change.unit} ${one.change.setting}`} one={one} onPress={() => onTick(one)} />
        ))}
      {howTosFor(kit, visit.changes).map((line) => (
        <Words key={line} as="small" tone="quiet">
          {line}
        </Words>
      ))}
    </View>
  );
}

function Tick({ one: { change, isDialled }, onPress }: { one: DueChange; onPress: () => void }) {
  const { names } = useRig();
  const colours = useColours();
  const text = changeText(change, names);
  const was = change.from == null ? null : settingValue(change.setting, change.from, names, change.unit);
  return (
    <Pressable
      role="checkbox"
      aria-checked={isDialled}
      aria-label={`${text}, dialled`}
      onPress={onPress}
      {...pressedBySpace(onPress)}
      style={[styles.tick, { borderColor: colours.rule }]}
    >
      <View style={[styles.mark, { borderColor: isDialled ? colours.quiet : colours.ink }]}>
        {isDialled && <Check size={18} color={colours.quiet} />}
      </View>
      <View style={styles.says}>
        <Words tone={isDialled ? 'quiet' : 'ink'}>{text}</Words>
        {was !== null && <Words as="small" tone="quiet">{`was ${was}`}</Words>}
      </View>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.wide, maxWidth: 720, paddingBottom: space.gap },
  head: { flexDirection: 'row', alignItems: 'center', gap: space.small },
  says: { flex: 1, minWidth: 0 },
  tick: { flexDirection: 'row', alignItems: 'center', gap: space.base, minHeight: TOUCH, borderBottomWidth: 1 },
  mark: {
    width: 24,
    height: 24,
    borderWidth: 2,
    borderRadius: radius.small,
    alignItems: 'center',
    justifyContent: 'center',
  },
});
