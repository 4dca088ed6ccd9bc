import type { ComponentType } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { useColours } from '../theme/Theme';
import { radius, space, TOUCH } from '../theme/tokens';
import { Words } from './Words';

interface ButtonProps {
  label: string;
  onPress: () => void;
  /** `act` is the one main action in sight; `plain` has a border; `quiet` is words alone. */
  kind?: 'act' | 'plain' | 'quiet';
  icon?: ComponentType<{ size: number; color: string }>;
  detail?: string;
  disabled?: boolean;
  grow?: boolean;
  /** On the dark block. */
  onBlock?: boolean;
  /** For a reader, when the label alone does not say what it acts on. */
  hint?: string;
  expanded?: boolean;
}

export function Button({
  label,
  onPress,
  kind = 'plain',
  icon: Icon,
  detail,
  disabled,
  grow,
  onBlock,
  hint,
  expanded,
}: ButtonProps) {
  const colours = useColours();
  const ground = { act: colours.act, plain: 'transparent', quiet: 'transparent' }[kind];
  const tone = kind === 'act' ? 'onAct' : onBlock ? 'onBlock' : 'ink';
  return (
    <Pressable
      role="button"
      aria-label={hint || detail ? [label, hint, detail].filter(Boolean).join(', ') : undefined}
      aria-disabled={disabled}
      aria-expanded={expanded}
      disabled={disabled}
      onPress={onPress}
      style={({ pressed }) => [
        styles.button,
        {
          backgroundColor: ground,
          borderColor: kind === 'plain' ? (onBlock ? colours.quietOnBlock : colours.quiet) : 'transparent',
        },
        kind === 'quiet' && styles.quiet,
        grow && styles.grow,
        (pressed || disabled) && styles.pressed,
      ]}
    >
      {Icon && <Icon size={20} color={colours[tone]} />}
      <View style={styles.words}>
        <Words as={kind === 'quiet' ? 'body' : 'strong'} tone={tone} align={kind === 'quiet' ? 'left' : 'center'}>
          {label}
        </Words>
        {detail && (
          <Words as="small" tone={tone} align="center">
            {detail}
          </Words>
        )}
      </View>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  button: {
    minHeight: TOUCH,
    minWidth: TOUCH,
    /** As wide as a phone's page: wider, a word is lost in it. */
    maxWidth: 360,
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'center',
    gap: space.small,
    paddingHorizontal: space.wide,
    paddingVertical: space.small,
    borderRadius: radius.base,
    borderWidth: 1,
  },
  quiet: { paddingHorizontal: space.small },
  grow: { flex: 1 },
  words: { flexShrink: 1 },
  pressed: { opacity: 0.6 },
});
