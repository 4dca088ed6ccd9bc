/** Which test fires to make, and in which order. docs/model.md, Test fires. */
import { hearerOf, type Light, type Rig } from '../rig/rig.ts';
import { sendersServing } from '../rig/serving.ts';
import { shotKey, type ShotRef } from '../shot/lightRun.ts';
import type { Proof } from '../verdict/proof.ts';

/** One press of a shutter: one letter alone, the others off, or everything together. */
export interface Press {
  shot: ShotRef;
  /** Null: all together. */
  letter: string | null;
  /** The lights it proves that were not proven before it. */
  proves: readonly string[];
}

export interface TestOrder {
  presses: readonly Press[];
  /** Fewer presses cannot prove as much. */
  exact: boolean;
}

/** A light in a shot that is still to be proven, with the letter that lights it alone; null where nothing does. */
export interface OpenPair {
  light: string;
  shot: ShotRef;
  letter: string | null;
  /** It was pressed as it is set now, and missed: something is to be mended before it is pressed again. */
  missed?: boolean;
}

/** Ways of choosing shots for the letters that are tried; beyond, each letter takes the shot that proves most. */
const MOST_WAYS = 5000;

/** The letter a light is switched by from the camera, apart from the others; null where no sender switches it. */
export function letterOf(rig: Rig, light: Light): string | null {
  const letter = hearerOf(rig, light).settings.group ?? null;
  return letter !== null && sendersServing(rig, light).some((sender) => sender.settings.groups?.[letter])
    ? letter
    : null;
}

/** A letter that is proven in any shot needs no press alone any more: what is left of it is pressed with the others. */
export function openPairs(rig: Rig, proofs: readonly Proof[]): OpenPair[] {
  const letters = new Map(proofs.map(({ light }) => [light, letterOf(rig, rig.placed.get(light) as Light)]));
  const known = new Set(proofs.filter(({ state }) => state === 'proven').map(({ light }) => letters.get(light)));
  return proofs
    .filter(({ state }) => state !== 'proven')
    .map(({ light, shot, state }) => {
      const letter = letters.get(light) ?? null;
      return { light, shot, letter: known.has(letter) ? null : letter, missed: state === 'missed' };
    });
}

/**
 * Each letter with something to prove once alone, then everything together in every shot that still has something to prove,
 * and at least once after two letters alone, since lights that see each other are only found out together.
 */
export function testOrder(pairs: readonly OpenPair[]): TestOrder {
  const letters = [...new Set(pairs.flatMap(({ letter }) => letter ?? []))].sort();
  const shots = new Map(pairs.map(({ shot }) => [shotKey(shot), shot]));
  const choices = letters.map((letter) => [
    ...new Set(pairs.filter((one) => one.letter === letter).map(({ shot }) => shotKey(shot))),
  ]);
  const ways = choices.reduce((count, own) => count * own.length, 1);
  const isSmall = ways <= MOST_WAYS;
  let best: readonly Press[] | null = null;
  for (const way of isSmall ? everyWay(choices) : [greedyWay(pairs, letters, choices)]) {
    const presses = pressesFor(pairs, letters, { shots, way });
    if (!best || isBetter(presses, best)) best = presses;
  }
  return { presses: missedLast(best ?? [], pairs), exact: isSmall };
}

/** What was missed is mended first: a press that would only repeat misses comes after all that say something new. */
function missedLast(presses: readonly Press[], pairs: readonly OpenPair[]): Press[] {
  const isRepeat = ({ shot, proves }: Press) =>
    proves.length > 0 &&
    proves.every(
      (light) => pairs.find((one) => one.light === light && shotKey(one.shot) === shotKey(shot))?.missed === true,
    );
  return [...presses.filter((press) => !isRepeat(press)), ...presses.filter(isRepeat)];
}

/** Fewer presses, then as much as possible proven as early as possible. */
export function isBetter(a: readonly Press[], b: readonly Press[]): boolean {
  return a.length !== b.length ? a.length < b.length : provenEarly(a) > provenEarly(b);
}

/** Over all presses, how much is proven after each. */
const provenEarly = (presses: readonly Press[]): number =>
  presses.reduce((sum, { proves }, index) => sum + proves.length * (presses.length - index), 0);

function* everyWay(choices: readonly (readonly string[])[]): Generator<string[]> {
  const [first, ...rest] = choices;
  if (!first) return yield [];
  for (const way of everyWay(rest)) for (const shot of first) yield [shot, ...way];
}

const greedyWay = (
  pairs: readonly OpenPair[],
  letters: readonly string[],
  choices: readonly (readonly string[])[],
): string[] =>
  choices.map((own, index) => {
    const count = (key: string) =>
      pairs.filter(({ letter, shot }) => letter === letters[index] && shotKey(shot) === key).length;
    return own.reduce((best, key) => (count(key) > count(best) ? key : best));
  });

function pressesFor(
  pairs: readonly OpenPair[],
  letters: readonly string[],
  { shots, way }: { shots: ReadonlyMap<string, ShotRef>; way: readonly string[] },
): Press[] {
  const solos = letters.map((letter, index): Press => {
    const key = way[index]!;
    const proves = pairs.filter((one) => one.letter === letter && shotKey(one.shot) === key).map(({ light }) => light);
    return { shot: shots.get(key)!, letter, proves };
  });
  const together = [...shots].map(([key, shot]): Press => {
    const alone = new Set(letters.filter((_, index) => way[index] === key));
    const left = pairs.filter((one) => shotKey(one.shot) === key && !(one.letter !== null && alone.has(one.letter)));
    return { shot, letter: null, proves: left.map(({ light }) => light) };
  });
  const needed = together.filter(({ proves }) => proves.length > 0);
  const once = needed.length === 0 && solos.length > 1 ? together.slice(0, 1) : [];
  const mostFirst = (a: Press, b: Press) => b.proves.length - a.proves.length;
  return [...solos.sort(mostFirst), ...needed.sort(mostFirst), ...once];
}
