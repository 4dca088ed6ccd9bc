import { StyleSheet, View } from 'react-native';
import type { JudgedLook } from '../rig/judgedLook';
import { space } from '../theme/tokens';
import { FieldList } from './FieldList';
import { fieldsOfUnit } from './settingFields';

/** The settings of a unit that is on no line. */
export function UnitSettings({ judged, unit }: { judged: JudgedLook; unit: string }) {
  const { rig } = judged.judgement;
  return (
    <View style={styles.box}>
      <FieldList judged={judged} fields={fieldsOfUnit(rig, rig.placed.get(unit)!)} isAtFault={() => false} />
    </View>
  );
}

const styles = StyleSheet.create({ box: { gap: space.wide, paddingBottom: space.wide } });
