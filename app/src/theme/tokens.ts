/** Every measure of type, space and colour the interface uses. */

export const space = { hair: 2, tiny: 4, small: 8, base: 12, wide: 16, page: 20, gap: 28 } as const;

/** Smallest side of anything to touch, in px. */
export const TOUCH = 48;

export const radius = { small: 6, base: 12 } as const;

const fontFamily = {
  regular: 'AtkinsonHyperlegibleNext_400Regular',
  bold: 'AtkinsonHyperlegibleNext_700Bold',
} as const;

export const type = {
  /** The label on a unit's tape, and what is dialled on it: read at arm's length. */
  tape: { fontSize: 44, lineHeight: 50, fontFamily: fontFamily.bold },
  dial: { fontSize: 24, lineHeight: 30, fontFamily: fontFamily.bold },
  title: { fontSize: 26, lineHeight: 32, fontFamily: fontFamily.bold },
  /** The name of a place on a phone, where height is short. */
  place: { fontSize: 22, lineHeight: 28, fontFamily: fontFamily.bold },
  heading: { fontSize: 18, lineHeight: 24, fontFamily: fontFamily.bold },
  sentence: { fontSize: 18, lineHeight: 26, fontFamily: fontFamily.regular },
  body: { fontSize: 16, lineHeight: 22, fontFamily: fontFamily.regular },
  strong: { fontSize: 16, lineHeight: 22, fontFamily: fontFamily.bold },
  small: { fontSize: 14, lineHeight: 19, fontFamily: fontFamily.regular },
  /** Names of columns and stations only. */
  tiny: { fontSize: 14, lineHeight: 16, fontFamily: fontFamily.regular },
} as const;
export type TypeName = keyof typeof type;

/**
 * Colours by what they mean. Colour is kept for state: groups are letters and roles are words. All pairs of text
 * on ground keep at least 4.5:1.
 */
export interface Palette {
  ground: string;
  /** Navigation and edges of the page. */
  shade: string;
  raised: string;
  rule: string;
  ink: string;
  quiet: string;
  /** A dark block that says the one thing to know, with its text. */
  block: string;
  onBlock: string;
  quietOnBlock: string;
  /** The main action, with its text. */
  act: string;
  onAct: string;
  /** A chosen option, with its text. */
  chosen: string;
  onChosen: string;
  fault: string;
  /** Lines not reached: 3:1 on every ground a drawing stands on. */
  faint: string;
  /** The moment the whole frame is open; its edges are drawn in `quiet`. */
  open: string;
  stroke: number;
}

export const THEMES = ['desk', 'sun', 'hush'] as const;
export type ThemeName = (typeof THEMES)[number];

export const palettes: Readonly<Record<ThemeName, Palette>> = {
  desk: {
    ground: '#f6f3ec',
    shade: '#eae5d8',
    raised: '#fbf9f4',
    rule: '#d6d0c0',
    ink: '#16212b',
    quiet: '#4f5963',
    block: '#16212b',
    onBlock: '#f6f3ec',
    quietOnBlock: '#b9c0c6',
    act: '#f2c14e',
    onAct: '#16212b',
    chosen: '#16212b',
    onChosen: '#f6f3ec',
    fault: '#8c2a14',
    faint: '#827c6c',
    open: '#ecd28d',
    stroke: 3,
  },
  sun: {
    ground: '#ffffff',
    shade: '#ececec',
    raised: '#ffffff',
    rule: '#000000',
    ink: '#000000',
    quiet: '#1c1c1c',
    block: '#000000',
    onBlock: '#ffffff',
    quietOnBlock: '#ffffff',
    act: '#ffd000',
    onAct: '#000000',
    chosen: '#000000',
    onChosen: '#ffffff',
    fault: '#a30000',
    faint: '#6a6a6a',
    open: '#ffe680',
    stroke: 5,
  },
  hush: {
    ground: '#0a0d10',
    shade: '#0e1216',
    raised: '#0e1216',
    rule: '#242b31',
    ink: '#a9b0b6',
    quiet: '#838b92',
    block: '#12181d',
    onBlock: '#b3babf',
    quietOnBlock: '#8f979d',
    act: '#2e3a40',
    onAct: '#c3cacf',
    chosen: '#2e3a40',
    onChosen: '#c3cacf',
    fault: '#cf7a63',
    faint: '#626b72',
    open: '#2c2a1d',
    stroke: 3,
  },
};
