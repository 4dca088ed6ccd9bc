import { placingsFor } from '@ergon/core/mend/placing';
import { making, placingRef } from '@ergon/core/operation/editsOf';
import type { Settings } from '@ergon/core/record/settings';
import { netText } from '@ergon/core/words/settingWords';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Choice } from '../components/Choice';
import { useRig } from '../rig/Rig';
import { byLabel } from '../rig/byLabel';
import type { JudgedLook } from '../rig/judgedLook';
import { space } from '../theme/tokens';

/**
 * Puts a unit of the kit into the look: set to hear a sender that is there, where one would do, or with nothing
 * recorded yet, its line dotted until it is.
 */
export function PlaceUnit({ judged }: { judged: JudgedLook }) {
  const { rig, queue, names, kit } = useRig();
  const [open, setOpen] = useState(false);
  const [chosen, setChosen] = useState<string | null>(null);
  const order = byLabel(names);
  const others = (rig?.units ?? [])
    .filter((unit) => !(unit.id in judged.look.units) && unit.inService !== false)
    .sort((a, b) => order(a.id, b.id));
  const unit = others.find((one) => one.id === chosen);
  const profile = unit && kit.profiles.get(unit.profile);
  const placings = unit && profile ? placingsFor(judged.judgement.rig, { unit, profile }) : [];
  if (others.length === 0) return null;
  const put = (settings: Settings) => {
    const on = placingRef(judged.look.id, unit!.id);
    queue.submit(`putting ${unit!.label} in`, (_, born) => [making(on, settings, born)]);
    setOpen(false);
    setChosen(null);
  };
  return (
    <View style={styles.box}>
      <Button label={open ? 'Close' : 'Put a unit in this look'} expanded={open} onPress={() => setOpen(!open)} />
      {open && (
        <Choice
          label="Put in"
          options={others.map(({ id, label }) => ({ value: id, label }))}
          value={chosen}
          onChoose={setChosen}
        />
      )}
      {open && unit && (
        <View style={styles.box}>
          {placings.map(({ sender, settings }) => (
            <Button
              key={sender}
              kind="act"
              label={`Put ${unit.label} in to hear ${names.unit(sender)}`}
              detail={netText(settings, names)}
              onPress={() => put(settings)}
            />
          ))}
          <Button label={`Put ${unit.label} in with nothing set`} onPress={() => put({})} />
        </View>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.small, maxWidth: 420, paddingTop: space.base },
});
