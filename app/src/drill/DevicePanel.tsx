import type { Panel, Reading } from '@ergon/core/drill/panel';
import type { SettingPath } from '@ergon/core/record/settings';
import type { Attitude } from '@ergon/core/record/settingTerms';
import type { Body } from '@ergon/core/rig/rig';
import { foundText } from '@ergon/core/words/drillWording';
import { type About, cardText, isStateWord } from '@ergon/core/words/faultWords';
import { said } from '@ergon/core/words/settingWords';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Stepper } from '../components/Stepper';
import { Words } from '../components/Words';
import { useColours } from '../theme/Theme';
import { radius, space } from '../theme/tokens';
import { type Known, type Read, readKey } from './known';
import type { Act } from './act';

interface DevicePanelProps {
  panel: Panel;
  read: Read;
  about: About;
  /** Whose shutter is chosen, and how it is held. */
  shot: { body: Body; attitude: Attitude };
  onAct: (step: Act) => void;
}

/** A made-up unit: each thing as its card says, a window to look into, and what can be done at it. */
export function DevicePanel({ panel, read, about, shot, onAct }: DevicePanelProps) {
  const { unit, readings, hasButton, isCarried, channels } = panel;
  const name = about.names.unit(unit);
  return (
    <Plate label={`Panel of ${name}`}>
      {inOrder(readings).map((reading) => (
        <PanelLine
          key={reading.field}
          label={cardText(about, unit, reading.field)}
          known={read.get(readKey(unit, reading.field))}
          find={(known) => knownText(about, unit, reading, known)}
          onLook={() => onAct({ kind: 'look', unit, field: reading.field })}
          onSet={reading.cure && (() => onAct({ kind: 'set', unit, setting: reading.field, to: reading.cure!.to }))}
          name={name}
        />
      ))}
      {channels && <OtherChannel panel={panel} about={about} range={channels} onAct={onAct} />}
      <View style={styles.keys}>
        {hasButton && <Button label="Test button" hint={name} onPress={() => onAct({ kind: 'button', unit })} />}
        {isCarried && (
          <Button
            label="Fire with it held close"
            hint={name}
            onPress={() => onAct({ kind: 'press', body: shot.body.id, attitude: shot.attitude, near: unit })}
          />
        )}
        <Button label="Put another one in its place" hint={name} onPress={() => onAct({ kind: 'swap', unit })} />
      </View>
    </Plate>
  );
}

/** How it is first, then what it is set to. */
const inOrder = (readings: readonly Reading[]): Reading[] =>
  [...readings].sort((a, b) => Number(isStateWord(b.field)) - Number(isStateWord(a.field)));

function knownText(about: About, unit: string, { field }: Reading, known: Known): { text: string; off: boolean } {
  if (known.kind === 'read') return { text: foundText({ unit, field }, known.shown, about), off: known.shown.off };
  return { text: 'Set by you.', off: false };
}

/** The plate of a made-up unit. */
export function Plate({ label, children }: { label: string; children: React.ReactNode }) {
  const colours = useColours();
  return (
    <View
      role="region"
      aria-label={label}
      style={[styles.plate, { borderColor: colours.ink, backgroundColor: colours.raised }]}
    >
      {children}
    </View>
  );
}

interface PanelLineProps {
  label: string;
  known: Known | undefined;
  find: (known: Known) => { text: string; off: boolean };
  onLook: () => void;
  onSet: (() => void) | null;
  name: string;
}

/** What it should be, and what it is once somebody looked. */
export function PanelLine({ label, known, find, onLook, onSet, name }: PanelLineProps) {
  const colours = useColours();
  const found = known && find(known);
  return (
    <View style={[styles.line, { borderColor: colours.rule }]}>
      <View style={styles.words}>
        <Words>{label}</Words>
        {found && (
          <Words as="small" tone={found.off ? 'fault' : 'quiet'} live>
            {found.text}
          </Words>
        )}
      </View>
      <Button kind="plain" label="Look" hint={`${name}: ${label}`} onPress={onLook} />
      {onSet && <Button kind="quiet" label="Set" hint={`${name}: ${label}`} onPress={onSet} />}
    </View>
  );
}

interface OtherChannelProps {
  panel: Panel;
  about: About;
  range: { from: number; to: number };
  onAct: (step: Act) => void;
}

/** Away from a channel that is taken. */
function OtherChannel({ panel: { unit }, about, range, onAct }: OtherChannelProps) {
  const planned = about.rig.placed.get(unit)!.settings.channel!;
  const [channel, setChannel] = useState(planned);
  const name = about.names.unit(unit);
  const setting: SettingPath = 'channel';
  return (
    <View style={styles.channel}>
      <Stepper
        label={`Another channel on ${name}`}
        shown={said(setting, channel, about.names, unit)}
        onLess={channel > range.from ? () => setChannel(channel - 1) : null}
        onMore={channel < range.to ? () => setChannel(channel + 1) : null}
      />
      <Button
        kind="quiet"
        label="Set it"
        hint={`${name}: channel ${channel}`}
        disabled={channel === planned}
        onPress={() => onAct({ kind: 'set', unit, setting, to: channel })}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  plate: { borderWidth: 2, borderRadius: radius.base, padding: space.base, marginVertical: space.small },
  line: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.small,
    paddingVertical: space.tiny,
    borderBottomWidth: 1,
  },
  words: { flex: 1, gap: space.hair, minWidth: 0 },
  channel: { flexDirection: 'row', alignItems: 'center', gap: space.small, paddingVertical: space.small },
  keys: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small, paddingTop: space.base },
});
