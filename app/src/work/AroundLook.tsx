import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { HistoryLink } from '../history/HistoryLink';
import type { JudgedLook } from '../rig/judgedLook';
import { AroundForm } from '../screens/lazyForms';
import { space } from '../theme/tokens';

/** What a look says of itself: how long nothing is fired before it, and what else is on the air. */
export function AroundLook({ judged }: { judged: JudgedLook }) {
  const { units: _units, ...head } = judged.look;
  const [open, setOpen] = useState(false);
  return (
    <View style={styles.box}>
      <View style={styles.row}>
        <Button
          label={open ? 'Close what is around' : 'Around this look'}
          expanded={open}
          onPress={() => setOpen(!open)}
        />
        <HistoryLink of={`look:${head.id}`} name={head.name} />
      </View>
      {open && <AroundForm head={head} />}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.base, maxWidth: 420 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small },
});
