/** What keys do on our own parts, as the platform's own ones do it. The types of views know no keyboard; the web does. */

type OnKey = (event: KeyboardEvent) => void;

/** Properties of a view that listens for keys. */
export const withKeys = (onKeyDown: OnKey): object => ({ onKeyDown });

/** Space presses a checkbox; Enter does so by itself. */
export const pressedBySpace = (press: () => void): object =>
  withKeys((event) => {
    if (event.key !== ' ') return;
    event.preventDefault();
    press();
  });

const STEPS: Readonly<Record<string, number>> = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 };

/**
 * Arrows go with the focus to the next or the last of a group, round and round, and choose as they go; Space chooses where
 * one is.
 * @param at place in the group, from 0.
 * @param leaves to choose leads on from the group: arrows only go, as else nobody would come further than the next one.
 */
export const steppedByArrows = (at: number, count: number, choose: (to: number) => void, leaves = false): object =>
  withKeys((event) => {
    const step = event.key === ' ' ? 0 : STEPS[event.key];
    if (step === undefined) return;
    event.preventDefault();
    // The lines listen for arrows too.
    event.stopPropagation();
    const to = (at + step + count) % count;
    // The parts of a group stand side by side in one view.
    ((event.currentTarget as HTMLElement).parentElement?.children[to] as HTMLElement | undefined)?.focus();
    if (step === 0 || !leaves) choose(to);
  });
