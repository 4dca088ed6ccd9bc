/** The cards of a look: what is to be dialled on each unit, and what is left. docs/model.md, Cards. */
import { controllersOf, isAtCamera } from '../mend/cost.ts';
import { bodyUnder, isBody, isFlash, type Placed, type Rig } from '../rig/rig.ts';
import type { Finding } from '../verdict/finding.ts';
import { type CardLine, cardLines, type LineState } from './cardLines.ts';

/** What is said on a card beside what is dialled. */
export type CardNote =
  /** Its mode and power come from these senders. */
  | { code: 'told-by'; senders: readonly string[] }
  /** What it shows before its first test fire proves nothing. */
  | { code: 'after-first-fire' }
  /** It falls asleep after so many minutes. */
  | { code: 'sleeps'; minutes: number; wakes: boolean | null }
  /** Its stack is switched on in this order. */
  | { code: 'start-order'; parts: readonly string[] }
  /** It stands by itself where people walk. */
  | { code: 'stand' };

export interface Card {
  unit: string;
  placed: Placed;
  /** The order of a round: what commands first, cameras last. */
  kind: 'sender' | 'light' | 'receiver' | 'body';
  place: string | null;
  /** There and back, in seconds; 0 at the camera, null where nobody measured it. */
  walkSeconds: number | null;
  atCamera: boolean;
  lines: readonly CardLine[];
  notes: readonly CardNote[];
  /** Findings that are cautions about it. */
  cautions: readonly Finding[];
}

const KINDS = ['sender', 'light', 'receiver', 'body'] as const;

export const linesIn = (card: Pick<Card, 'lines'>, ...states: LineState[]): CardLine[] =>
  card.lines.filter(({ state }) => states.includes(state));

/** Lines somebody still has to dial; what nobody planned cannot be dialled, and is counted apart. */
export const leftOn = (card: Pick<Card, 'lines'>): number => linesIn(card, 'open', 'changed').length;

/** @param findings of the look's judgement, for the cautions among them. */
export function cardsOf(rig: Rig, findings: readonly Finding[] = []): Card[] {
  const cards = [...rig.placed.values()]
    .filter((placed) => !rig.strangers.has(placed.id) && placed.settings.role !== 'off')
    .map((placed) => cardOf(rig, placed, findings))
    .filter(({ lines }) => lines.length > 0);
  return cards.sort(inRound);
}

/** What commands first, then by the way, the nearest first; what stands at one place together. */
const inRound = (a: Card, b: Card): number =>
  KINDS.indexOf(a.kind) - KINDS.indexOf(b.kind) ||
  (a.walkSeconds ?? Infinity) - (b.walkSeconds ?? Infinity) ||
  (a.place ?? '').localeCompare(b.place ?? '') ||
  a.placed.unit.label.localeCompare(b.placed.unit.label, undefined, { numeric: true });

function cardOf(rig: Rig, placed: Placed, findings: readonly Finding[]): Card {
  const stands = carrierInLook(rig, placed);
  const atCamera = isAtCamera(rig, placed.id);
  return {
    unit: placed.id,
    placed,
    kind: kindOf(rig, placed),
    place: stands.settings.place ?? null,
    walkSeconds: atCamera ? 0 : (stands.settings.walkSeconds ?? null),
    atCamera,
    lines: cardLines(rig, placed),
    notes: notesOf(rig, placed, atCamera),
    cautions: findings.filter(({ code, subject }) => code.startsWith('caution.') && subject === placed.id),
  };
}

/** A receiver stands where its light stands. */
const carrierInLook = (rig: Rig, placed: Placed): Placed =>
  placed.settings.place != null || placed.settings.walkSeconds != null
    ? placed
    : (rig.lights.find((light) => light.settings.receiver === placed.id) ?? placed);

function kindOf(rig: Rig, placed: Placed): Card['kind'] {
  if (isBody(placed)) return 'body';
  if (placed.settings.role === 'master' && rig.senders.includes(placed)) return 'sender';
  return isFlash(placed) ? 'light' : 'receiver';
}

function notesOf(rig: Rig, placed: Placed, atCamera: boolean): CardNote[] {
  const { profile, settings } = placed;
  const notes: CardNote[] = [];
  const senders = isFlash(placed) ? controllersOf(rig, placed).map(({ id }) => id) : [];
  if (senders.length > 0) notes.push({ code: 'told-by', senders }, { code: 'after-first-fire' });
  if (profile.kind === 'trigger' && profile.startOrder && bodyUnder(rig.placed, placed))
    notes.push({ code: 'start-order', parts: profile.startOrder });
  if (profile.kind !== 'body' && profile.sleepMinutes)
    notes.push({ code: 'sleeps', minutes: profile.sleepMinutes, wakes: profile.wakesByRadio ?? null });
  if (isFlash(placed) && !atCamera && settings.mount == null && settings.place != null) notes.push({ code: 'stand' });
  return notes;
}
