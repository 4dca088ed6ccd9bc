/** What no text and no tree of fields may hold, whatever schema it is for: no store and no other program would keep it as it is. */
/** Fields inside fields; what people make has a handful. */
const MOST_NESTED = 40;
/** Faults told of one input: more nobody mends at once. */
export const MOST_FAULTS = 20;
/** Characters of a path that are told. */
const MOST_PATH = 160;

/** A half of a character, or a control that is neither a tab nor the end of a line. */
const BROKEN = /[\p{Cs}\0-\x08\x0b\x0c\x0e-\x1f\x7f]/u;
/** Turns the text around it, so that a name reads as another, or ends a line. */
const TURNING = /[\p{Bidi_Control}\p{Cc}]/u;

/** Names every object has by itself: as a field's they would be taken for it. */
const OWN_NAMES: ReadonlySet<string> = new Set(['__proto__', 'constructor', 'prototype']);

export const turnsText = (text: string): boolean => TURNING.test(text);

export const shortPath = (path: string): string => (path.length > MOST_PATH ? `${path.slice(0, MOST_PATH)}…` : path);

/** What is wrong with the texts and the shape of a tree of fields, wherever in it. Never goes deeper than it may. */
export function treeFaults(input: unknown): { path: string; message: string }[] {
  const faults: { path: string; message: string }[] = [];
  const left: { value: unknown; path: string; depth: number }[] = [{ value: input, path: '', depth: 0 }];
  for (let one = left.pop(); one !== undefined && faults.length < MOST_FAULTS; one = left.pop()) {
    const { value, path, depth } = one;
    if (typeof value === 'string' && BROKEN.test(value))
      faults.push({ path: shortPath(path), message: 'has a character that is broken or invisible: type it anew' });
    if (typeof value !== 'object' || value === null) continue;
    if (depth === MOST_NESTED) {
      faults.push({ path: shortPath(path), message: `is nested deeper than ${MOST_NESTED}: nothing here is` });
      continue;
    }
    for (const [key, inside] of Object.entries(value)) {
      const at = Array.isArray(value) ? `${path}[${key}]` : path === '' ? key : `${path}.${key}`;
      if (OWN_NAMES.has(key) || BROKEN.test(key))
        faults.push({ path: shortPath(at), message: 'is not a name a field can have: remove it' });
      else left.push({ value: inside, path: at, depth: depth + 1 });
    }
  }
  return faults.slice(0, MOST_FAULTS);
}
