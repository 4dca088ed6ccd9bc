import { createContext, type ReactNode, useCallback, useContext, useEffect, useMemo, useState } from 'react';
import { usePrinting } from './usePrinting';
import { type Palette, palettes, type ThemeName, THEMES } from './tokens';

interface Theme {
  name: ThemeName;
  colours: Palette;
  choose: (name: ThemeName) => void;
  /** Into hush, and out of it to what there was before. */
  turnHush: () => void;
}

const ThemeContext = createContext<Theme | null>(null);
const STORED_AS = 'ergon.theme';
const GROUND_STORED_AS = 'ergon.ground';
/** What hush is left for. */
const LIT_STORED_AS = 'ergon.theme.lit';

function remembered(as = STORED_AS): ThemeName {
  const stored = window.localStorage.getItem(as);
  return THEMES.find((name) => name === stored) ?? 'desk';
}

/** The colour of the browser's own frame: an element of the page's shell, which has an id of its own. */
const themeColourMeta = (): HTMLElement | null => document.getElementById('theme-colour');

/** Remembered per device: the phone in the dark and the laptop in the sun differ. */
export function ThemeProvider({ children }: { children: ReactNode }) {
  const [name, setName] = useState<ThemeName>(() => remembered());
  const choose = useCallback((next: ThemeName) => {
    window.localStorage.setItem(STORED_AS, next);
    setName(next);
  }, []);
  useEffect(() => {
    // Another tab of this browser chose one: the room is as dark for this one.
    const follow = ({ key }: StorageEvent) => {
      if (key === STORED_AS) setName(remembered());
    };
    window.addEventListener('storage', follow);
    return () => window.removeEventListener('storage', follow);
  }, []);
  const turnHush = useCallback(() => {
    if (name !== 'hush') window.localStorage.setItem(LIT_STORED_AS, name);
    choose(name === 'hush' ? remembered(LIT_STORED_AS) : 'hush');
  }, [name, choose]);
  useEffect(() => {
    const { ground, ink } = palettes[name];
    document.body.style.background = ground;
    document.documentElement.style.setProperty('--ring', ink);
    document.documentElement.style.setProperty('--ring-inside', ground);
    // The next start is in this colour from its first pixel on.
    window.localStorage.setItem(GROUND_STORED_AS, ground);
    themeColourMeta()?.setAttribute('content', ground);
  }, [name]);
  const printing = usePrinting();
  const theme = useMemo(
    () => ({ name, colours: palettes[printing ? 'sun' : name], choose, turnHush }),
    [name, printing, choose, turnHush],
  );
  return <ThemeContext.Provider value={theme}>{children}</ThemeContext.Provider>;
}

export function useTheme(): Theme {
  const theme = useContext(ThemeContext);
  if (!theme) throw new Error('useTheme outside ThemeProvider: wrap the screen in it');
  return theme;
}

export const useColours = (): Palette => useTheme().colours;
