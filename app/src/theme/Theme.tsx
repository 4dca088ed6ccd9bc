import { createContext, type ReactNode, useCallback, useContext, useEffect, useMemo, useState } from 'react';
import { usePrinting } from './usePrinting';
import { type Palette, palettes, type ThemeName, THEMES } from './tokens';

interface Theme {
  name: ThemeName;
  colours: Palette;
  choose: (name: ThemeName) => void;
}

const ThemeContext = createContext<Theme | null>(null);
const STORED_AS = 'ergon.theme';

function remembered(): ThemeName {
  const stored = window.localStorage.getItem(STORED_AS);
  return THEMES.find((name) => name === stored) ?? 'desk';
}

/** The colour of the browser's own frame: an element of the page's shell, which has an id of its own. */
const themeColourMeta = (): HTMLElement | null => document.getElementById('theme-colour');

/** Remembered per device: the phone in the dark and the laptop in the sun differ. */
export function ThemeProvider({ children }: { children: ReactNode }) {
  const [name, setName] = useState<ThemeName>(remembered);
  const choose = useCallback((next: ThemeName) => {
    window.localStorage.setItem(STORED_AS, next);
    setName(next);
  }, []);
  useEffect(() => {
    document.body.style.background = palettes[name].ground;
    themeColourMeta()?.setAttribute('content', palettes[name].ground);
  }, [name]);
  const printing = usePrinting();
  const theme = useMemo(() => ({ name, colours: palettes[printing ? 'sun' : name], choose }), [name, printing, choose]);
  return <ThemeContext.Provider value={theme}>{children}</ThemeContext.Provider>;
}

export function useTheme(): Theme {
  const theme = useContext(ThemeContext);
  if (!theme) throw new Error('useTheme outside ThemeProvider: wrap the screen in it');
  return theme;
}

export const useColours = (): Palette => useTheme().colours;
