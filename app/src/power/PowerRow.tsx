import type { LightPower } from '@ergon/core/power/lightPower';
import type { PowerMove } from '@ergon/core/power/powerPlan';
import { aimText, givesText, isRead, powerNotes, setFromText } from '@ergon/core/words/powerWording';
import { readingText } from '@ergon/core/words/readingWords';
import { stopsText } from '@ergon/core/words/settingWords';
import Check from 'lucide-react-native/icons/check';
import ChevronDown from 'lucide-react-native/icons/chevron-down';
import ChevronUp from 'lucide-react-native/icons/chevron-up';
import type { ReactNode } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space, TOUCH } from '../theme/tokens';
import { PowerScale } from './PowerScale';
import { type DrawnOn, marksOf } from './scaleLayout';

/** What stands left and right of a scale, in px. */
export const NAME_WIDTH = 100;
export const VALUE_WIDTH = 82;
export const OPEN_WIDTH = 44;

export interface PowerRowProps {
  power: LightPower;
  move: PowerMove | undefined;
  on: DrawnOn;
  chosen: boolean;
  onChoose: () => void;
  open: boolean;
  onOpen: () => void;
  /** Somebody has dialled on it what is wanted; null where that is so, or no hand sets it. */
  onDialled: (() => void) | null;
  children: ReactNode;
}

/** One light: where it stands, what it gives, and what stands against it. */
export function PowerRow(props: PowerRowProps) {
  const { power, move, on, chosen, onChoose, open, onOpen, onDialled, children } = props;
  const { names } = useRig();
  const colours = useColours();
  const { light, from } = power;
  const label = names.unit(light.id);
  return (
    <View role="listitem" style={[styles.item, { borderColor: colours.rule }]}>
      <View style={styles.row}>
        <Pressable
          role="checkbox"
          aria-checked={chosen}
          aria-label={[label, light.settings.purpose, givesText(power, names), setFromText(from, names)]
            .filter(Boolean)
            .join(', ')}
          onPress={onChoose}
          style={styles.choose}
        >
          <View style={styles.name}>
            <View style={styles.label}>
              <View style={[styles.box, { borderColor: chosen ? colours.ink : colours.quiet }]}>
                {chosen && <Check size={14} color={colours.ink} />}
              </View>
              <Words as="strong" single>
                {label}
              </Words>
            </View>
            <Words as="small" tone="quiet" single>
              {[letterOf(power), light.settings.purpose].filter(Boolean).join(' · ')}
            </Words>
          </View>
          <PowerScale
            axis={on.axis}
            marks={marksOf(power, move, on)}
            byHand={from.kind === 'hand'}
            room={on.measure === 'light' ? on.room : null}
          />
          <Value power={power} move={move} on={on} />
        </Pressable>
        <OpenButton label={label} open={open} onOpen={onOpen} />
      </View>
      <Notes power={power} />
      {onDialled && (
        <View style={styles.dialled}>
          <Button label={`${names.power(light.id, power.wanted!)} is dialled`} hint={label} onPress={onDialled} />
        </View>
      )}
      {open && <View style={styles.detail}>{children}</View>}
    </View>
  );
}

/** What it gives, or would; and what it reads where that is known. */
function Value({ power, move, on }: Pick<PowerRowProps, 'power' | 'move' | 'on'>) {
  const { names } = useRig();
  const { level } = power;
  return (
    <View style={styles.value}>
      <Words as="strong" align="right">
        {thenText(power, move, names) ?? givesText(power, names)}
      </Words>
      {(level.stops !== null || on.measure === 'light') && (
        <Words as="small" tone="quiet" align="right" single>
          {level.stops === null ? 'not metered' : `${isRead(level) ? '' : '~'}${readingText(level.stops)}`}
        </Words>
      )}
    </View>
  );
}

function OpenButton({ label, open, onOpen }: { label: string; open: boolean; onOpen: () => void }) {
  const colours = useColours();
  const Chevron = open ? ChevronUp : ChevronDown;
  return (
    <Pressable
      role="button"
      aria-label={`${open ? 'Close' : 'Open'} ${label}`}
      aria-expanded={open}
      onPress={onOpen}
      style={styles.open}
    >
      <Chevron size={20} color={colours.quiet} />
    </Pressable>
  );
}

/** What stands against it, and how far it is from its aim. */
function Notes({ power }: { power: LightPower }) {
  const { names } = useRig();
  const off = aimText(power);
  const notes = powerNotes(power, names);
  if (off === null && notes.length === 0) return null;
  return (
    <View style={styles.notes}>
      {off !== null && (
        <Words as="small" tone="quiet">
          {off}
        </Words>
      )}
      {notes.map((note) => (
        <Words key={note} as="small" tone="fault">
          {note}
        </Words>
      ))}
    </View>
  );
}

/** Where it is set, in as few words as a row has room for. */
function letterOf({ from }: LightPower): string {
  if (from.kind === 'sender') return from.letter ?? '?';
  if (from.kind === 'hand') return 'hand';
  return from.kind === 'camera' ? 'camera' : '?';
}

/** What it would give then; null where it stays. */
function thenText(
  { light }: LightPower,
  move: PowerMove | undefined,
  names: ReturnType<typeof useRig>['names'],
): string | null {
  if (!move || move.from === move.to) return null;
  return move.of === 'power' ? names.power(light.id, move.to) : `TTL, ${stopsText(move.to)}`;
}

const styles = StyleSheet.create({
  item: { borderTopWidth: 1, paddingVertical: space.hair },
  row: { flexDirection: 'row', alignItems: 'center' },
  choose: { flex: 1, minWidth: 0, minHeight: TOUCH, flexDirection: 'row', alignItems: 'center', gap: space.small },
  name: { width: NAME_WIDTH },
  label: { flexDirection: 'row', alignItems: 'center', gap: space.tiny },
  box: { width: 18, height: 18, borderWidth: 1, borderRadius: 3, alignItems: 'center', justifyContent: 'center' },
  value: { width: VALUE_WIDTH },
  open: { width: OPEN_WIDTH, minHeight: TOUCH, alignItems: 'center', justifyContent: 'center' },
  notes: { paddingBottom: space.small },
  dialled: { maxWidth: 360, paddingBottom: space.small },
  detail: { gap: space.wide, paddingVertical: space.base, maxWidth: 480 },
});
