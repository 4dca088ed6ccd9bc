import ChevronDown from 'lucide-react-native/icons/chevron-down';
import ChevronUp from 'lucide-react-native/icons/chevron-up';
import type { ReactNode } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { useBroughtIntoView } from '../components/useBroughtIntoView';
import { Words } from '../components/Words';
import type { LastSeen } from './known';
import { useColours } from '../theme/Theme';
import { space, TOUCH } from '../theme/tokens';

interface DeviceRowProps {
  name: string;
  detail?: string | null;
  /** What it did when it was seen last. */
  saw?: LastSeen | null;
  open: boolean;
  onPress: () => void;
  /** Its panel, where that stands below it. */
  children: ReactNode;
}

/** One unit, and what it did last; a touch opens its panel. */
export function DeviceRow({ name, detail, saw, open, onPress, children }: DeviceRowProps) {
  const colours = useColours();
  const part = useBroughtIntoView(open && children !== null);
  const Icon = open ? ChevronUp : ChevronDown;
  return (
    <View role="listitem" ref={part}>
      <Pressable
        role="button"
        aria-expanded={open}
        aria-label={[name, detail, saw?.text].filter(Boolean).join(', ')}
        onPress={onPress}
        style={[styles.row, { borderColor: colours.rule }]}
      >
        <View style={styles.words}>
          <Words as="strong">{name}</Words>
          {detail && (
            <Words as="small" tone="quiet">
              {detail}
            </Words>
          )}
        </View>
        {saw && <Words tone={saw.isOdd ? 'fault' : 'quiet'}>{saw.text}</Words>}
        <Icon size={20} color={colours.quiet} />
      </Pressable>
      {open && children}
    </View>
  );
}

const styles = StyleSheet.create({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.base,
    minHeight: TOUCH,
    paddingVertical: space.small,
    borderTopWidth: 1,
  },
  words: { flex: 1, gap: space.hair },
});
