import type { ReactNode } from 'react';
import { Block } from './Block';
import { Foot } from './Foot';
import { useWide } from './useWide';

/** The one thing to know and its button: at the foot of a phone, at the top of a wide page. */
export function FootBlock({ label, children }: { label: string; children: ReactNode }) {
  const wide = useWide();
  return (
    <Foot bare>
      <Block label={label} docked={!wide}>
        {children}
      </Block>
    </Foot>
  );
}
