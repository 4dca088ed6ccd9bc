import { placingRef, removing } from '@ergon/core/operation/editsOf';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { byLabel } from '../rig/byLabel';
import type { JudgedLook } from '../rig/judgedLook';
import { useColours } from '../theme/Theme';
import { space, TOUCH } from '../theme/tokens';

/** All units of a look, each with the way to take it out again. */
export function UnitsOfLook({ judged }: { judged: JudgedLook }) {
  const { queue, names } = useRig();
  const colours = useColours();
  const [open, setOpen] = useState(false);
  const { look } = judged;
  const ids = Object.keys(look.units).sort(byLabel(names));
  if (ids.length === 0) return null;
  const takeOut = (id: string) =>
    queue.submit(`taking ${names.unit(id)} out`, (rig) => removing(rig, placingRef(look.id, id)));
  return (
    <View style={styles.box}>
      <Button
        label={open ? 'Close the units' : `Units in this look, ${ids.length}`}
        expanded={open}
        onPress={() => setOpen(!open)}
      />
      {open && (
        <View role="list" aria-label="Units in this look">
          {ids.map((id) => {
            const { purpose, place } = look.units[id]!;
            return (
              <View key={id} role="listitem" style={[styles.unit, { borderColor: colours.rule }]}>
                <View style={styles.name}>
                  <Words as="strong">{names.unit(id)}</Words>
                  {(purpose || place) && (
                    <Words as="small" tone="quiet">
                      {[purpose, place].filter(Boolean).join(', ')}
                    </Words>
                  )}
                </View>
                <Button kind="quiet" label="Take out" hint={names.unit(id)} onPress={() => takeOut(id)} />
              </View>
            );
          })}
        </View>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.small, maxWidth: 420, paddingTop: space.base },
  unit: { flexDirection: 'row', alignItems: 'center', borderTopWidth: 1, minHeight: TOUCH },
  name: { flex: 1 },
});
