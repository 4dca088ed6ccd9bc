import type { Profile } from '@ergon/core/record/profile';
import type { Unit } from '@ergon/core/record/unit';
import ChevronDown from 'lucide-react-native/icons/chevron-down';
import ChevronRight from 'lucide-react-native/icons/chevron-right';
import ChevronUp from 'lucide-react-native/icons/chevron-up';
import { Pressable, StyleSheet, View } from 'react-native';
import { useWide } from '../components/useWide';
import { Words } from '../components/Words';
import { useColours } from '../theme/Theme';
import { space, TOUCH } from '../theme/tokens';
import { modelName, powerText } from './profileSummary';
import { UnitEditor } from '../screens/lazyForms';

interface UnitRowProps {
  unit: Unit;
  profile: Profile;
  open: boolean;
  onToggle: () => void;
}

/** One unit of the list; on a phone it opens there, else it is shown beside the list. */
export function UnitRow({ unit, profile, open, onToggle }: UnitRowProps) {
  const colours = useColours();
  const wide = useWide();
  const Chevron = wide ? ChevronRight : open ? ChevronUp : ChevronDown;
  const away = awayText(unit);
  return (
    <View role="listitem" style={[styles.row, { borderColor: colours.rule }]}>
      <Pressable
        role="button"
        {...(wide ? { 'aria-pressed': open } : { 'aria-expanded': open })}
        onPress={onToggle}
        style={[styles.head, wide && styles.beside, wide && open && { backgroundColor: colours.shade }]}
      >
        <View style={styles.what}>
          <Words as="strong">{unit.label}</Words>
          <Words as="small" tone="quiet">
            {[modelName(profile), unit.firmware && `firmware ${unit.firmware}`, powerText(profile)]
              .filter(Boolean)
              .join(' · ')}
          </Words>
          {away !== '' && (
            <Words as="small" tone={unit.inService === false ? 'fault' : 'ink'}>
              {away}
            </Words>
          )}
        </View>
        <Chevron size={20} color={colours.quiet} />
      </Pressable>
      {open && !wide && <UnitEditor unit={unit} profile={profile} onClose={onToggle} />}
    </View>
  );
}

/** Whether a unit is here and works, when there is something to say of it. */
const awayText = (unit: Unit): string =>
  [
    unit.inService === false && 'out of service',
    unit.lentTo && `lent to ${unit.lentTo}`,
    unit.borrowedFrom && `borrowed from ${unit.borrowedFrom}`,
  ]
    .filter(Boolean)
    .join(' · ');

const styles = StyleSheet.create({
  row: { borderTopWidth: 1 },
  head: { minHeight: TOUCH + space.small, flexDirection: 'row', alignItems: 'center', paddingVertical: space.small },
  beside: { paddingHorizontal: space.small },
  what: { flex: 1, gap: space.hair },
});
