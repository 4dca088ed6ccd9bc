import { making, placingRef } from '@ergon/core/operation/editsOf';
import { type SecondLight, secondLights } from '@ergon/core/power/secondLight';
import { strengthText } from '@ergon/core/words/balanceWording';
import { netText } from '@ergon/core/words/settingWords';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import type { JudgedLook } from '../rig/judgedLook';
import { space } from '../theme/tokens';

interface SecondLightsProps {
  judged: JudgedLook;
  /** The light that needs another. */
  beside: string;
}

/** Units of the kit that fire beside a light as it does; one touch puts one up, set as it is. */
export function SecondLights({ judged, beside }: SecondLightsProps) {
  const { names, queue, kit } = useRig();
  const { judgement, look } = judged;
  // Of this look as it is: after an edit it is looked for again.
  const [asked, setAsked] = useState<{ of: typeof judgement; found: readonly SecondLight[] } | null>(null);
  const found = asked?.of === judgement ? asked.found : null;
  const me = names.unit(beside);
  const find = () => {
    const items = [...kit.units.values()].flatMap((unit) => {
      const profile = kit.profiles.get(unit.profile);
      return profile ? [{ unit, profile }] : [];
    });
    const light = judgement.rig.lights.find(({ id }) => id === beside);
    setAsked({ of: judgement, found: light ? secondLights(judgement, light, items) : [] });
  };
  const put = ({ unit, settings }: SecondLight) =>
    queue.submit(`putting ${names.unit(unit)} up beside ${me}`, (_, born) => [
      making(placingRef(look.id, unit), settings, born),
    ]);
  if (found === null) return <Button onBlock label={`Find a second light for ${me}`} onPress={find} />;
  if (found.length === 0)
    return <Words tone="onBlock">{`No free unit of the kit is known to fire beside ${me} as it does.`}</Words>;
  return (
    <View style={styles.found}>
      {found.map((one) => (
        <Button
          key={one.unit}
          onBlock
          label={`Put ${names.unit(one.unit)} up beside ${me}`}
          detail={[strengthText(one), netText(one.settings, names)].filter(Boolean).join('; ')}
          onPress={() => put(one)}
        />
      ))}
    </View>
  );
}

const styles = StyleSheet.create({ found: { gap: space.small } });
