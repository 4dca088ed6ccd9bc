import Eye from 'lucide-react-native/icons/eye';
import EyeOff from 'lucide-react-native/icons/eye-off';
import { Pressable, StyleSheet } from 'react-native';
import { useColours } from '../theme/Theme';
import { TOUCH } from '../theme/tokens';

interface ShowSecretProps {
  shown: boolean;
  /** What the field is called. */
  label: string;
  onChange: (shown: boolean) => void;
}

/** Shows what is typed unseen, at the end of its field: in the dark nobody knows what a thumb has hit. */
export function ShowSecret({ shown, label, onChange }: ShowSecretProps) {
  const colours = useColours();
  const Icon = shown ? EyeOff : Eye;
  return (
    <Pressable
      role="button"
      aria-label={`${shown ? 'Hide' : 'Show'} ${label.charAt(0).toLowerCase()}${label.slice(1)}`}
      onPress={() => onChange(!shown)}
      style={styles.button}
    >
      <Icon size={20} color={colours.quiet} />
    </Pressable>
  );
}

const styles = StyleSheet.create({
  button: {
    position: 'absolute',
    right: 0,
    bottom: 0,
    width: TOUCH,
    height: TOUCH,
    alignItems: 'center',
    justifyContent: 'center',
  },
});
