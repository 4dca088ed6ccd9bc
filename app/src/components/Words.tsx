import type { ReactNode } from 'react';
import { Text, type TextStyle } from 'react-native';
import { useColours } from '../theme/Theme';
import { type Palette, type TypeName, type } from '../theme/tokens';

type Tone = 'ink' | 'quiet' | 'fault' | 'onBlock' | 'quietOnBlock' | 'onAct' | 'onChosen';

interface WordsProps {
  children: ReactNode;
  as?: TypeName;
  tone?: Tone;
  /** Heading level, for a heading. */
  level?: 1 | 2 | 3;
  align?: TextStyle['textAlign'];
  /** Cut to one line. */
  single?: boolean;
  grow?: boolean;
  live?: boolean;
  id?: string;
}

/** The interface is written from the left, whatever name a sentence begins with. Not among the native properties of a text. */
const SENTENCES = { dir: 'ltr' } as object;

/** All text of the interface. */
export function Words({
  children,
  as = 'body',
  tone = 'ink',
  level,
  // A name written from the right begins where all the others do, so that a list keeps its edge.
  align = 'left',
  single,
  grow,
  live,
  id,
}: WordsProps) {
  const colours: Palette = useColours();
  return (
    <Text
      id={id}
      style={[type[as], { color: colours[tone], textAlign: align }, grow && { flex: 1 }]}
      numberOfLines={single ? 1 : undefined}
      {...SENTENCES}
      {...(level && { role: 'heading' as const, 'aria-level': level })}
      {...(live && { 'aria-live': 'polite' as const })}
    >
      {children}
    </Text>
  );
}
