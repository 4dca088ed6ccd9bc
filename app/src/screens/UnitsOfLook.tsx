import type { Change } from '@ergon/core/record/change';
import { unsaidSwitches } from '@ergon/core/record/switchedOn';
import { placingRef, removing } from '@ergon/core/operation/editsOf';
import { isBody } from '@ergon/core/rig/rig';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { useEditing } from '../editing/editing';
import { UnitSettings } from '../editing/UnitSettings';
import { useRig } from '../rig/Rig';
import { byLabel } from '../rig/byLabel';
import type { JudgedLook } from '../rig/judgedLook';
import { useColours } from '../theme/Theme';
import { space, TOUCH } from '../theme/tokens';

/** What a line shows is set there; a sender in the hand, a spare and a master that only commands are on none. */
const isOnNoLine = ({ judgement: { rig } }: JudgedLook, id: string): boolean => {
  const placed = rig.placed.get(id);
  return placed !== undefined && !isBody(placed) && !rig.lights.some((light) => light.id === id);
};

/** All units of a look, each with the way to take it out again. */
export function UnitsOfLook({ judged }: { judged: JudgedLook }) {
  const { queue, names } = useRig();
  const colours = useColours();
  const [open, setOpen] = useState(false);
  const [shown, setShown] = useState<string | null>(null);
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
      {open && <AllOn judged={judged} />}
      {open && (
        <View role="list" aria-label="Units in this look">
          {ids.map((id) => {
            const { purpose, place } = look.units[id]!;
            const isOffLine = isOnNoLine(judged, id);
            return (
              <View key={id} role="listitem" style={[styles.item, { borderColor: colours.rule }]}>
                <View style={styles.unit}>
                  <View style={styles.name}>
                    <Words as="strong">{names.unit(id)}</Words>
                    {(purpose || place) && (
                      <Words as="small" tone="quiet">
                        {[purpose, place].filter(Boolean).join(', ')}
                      </Words>
                    )}
                  </View>
                  {isOffLine && (
                    <Button
                      kind="quiet"
                      label={shown === id ? 'Close' : 'Settings'}
                      hint={names.unit(id)}
                      expanded={shown === id}
                      onPress={() => setShown(shown === id ? null : id)}
                    />
                  )}
                  <Button kind="quiet" label="Take out" hint={names.unit(id)} onPress={() => takeOut(id)} />
                </View>
                {shown === id && isOffLine && <UnitSettings judged={judged} unit={id} />}
              </View>
            );
          })}
        </View>
      )}
    </View>
  );
}

/** One press where nobody said of many units whether they are switched on; what somebody said stays. */
function AllOn({ judged: { judgement, look } }: { judged: JudgedLook }) {
  const { record } = useEditing();
  const changes = [...judgement.rig.placed.values()].flatMap((placed) =>
    unsaidSwitches(placed.settings, isBody(placed)).map((setting): Change => {
      return { unit: placed.id, setting, from: null, to: true };
    }),
  );
  if (changes.length === 0) return null;
  return (
    <Button
      label="All are switched on"
      detail={changes.length === 1 ? 'one not said' : `${changes.length} not said`}
      onPress={() => record(look.id, changes, 'all switched on')}
    />
  );
}

const styles = StyleSheet.create({
  box: { gap: space.small, maxWidth: 420, paddingTop: space.base },
  item: { borderTopWidth: 1 },
  unit: { flexDirection: 'row', alignItems: 'center', minHeight: TOUCH },
  name: { flex: 1 },
});
