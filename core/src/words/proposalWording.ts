/** What is said of proposals: how each light is told, what one loses against the best, and what a kit lacks. */
import { durationText } from './saying.ts';
import type { Missing } from '../propose/missing.ts';
import type { Cost } from '../propose/planScore.ts';
import type { Proposal, ProposedLight } from '../propose/propose.ts';
import type { Wish } from '../propose/wish.ts';
import { listed, type Names } from './settingWords.ts';

/** "Everything is set from the camera.", "2 of 3 lights are set from the camera." */
export function controlSentence({ lights }: Proposal): string {
  const controlled = lights.filter(({ placement }) => placement.controlled).length;
  if (controlled === lights.length) return 'Every light is set from the camera.';
  if (controlled === 0) return 'Every light is set by hand, on the light.';
  return `${controlled} of ${lights.length} lights are set from the camera, the rest by hand.`;
}

/** "Sender 1 on Body 1, Sender 2 on Body 2." */
export function sendersText({ senders }: Proposal, names: Names): string {
  const each = senders.map((one) => senderText(one, names));
  return each.length === 0 ? 'Nothing speaks for the cameras.' : `${each.join('; ')}.`;
}

export function senderText({ unit, spot: { at, body, family } }: Proposal['senders'][number], names: Names): string {
  const what = names.family(family);
  if (at === 'itself') return `${names.unit(body)} itself speaks ${what}`;
  const where = at === 'port' ? `at the sync port of ${names.unit(body)}` : `on ${names.unit(body)}`;
  return `${names.unit(unit)} ${where} speaks ${what}`;
}

/** "by Plover, on Perch 1, metered". */
export function toldText({ placement, receiver, unit }: ProposedLight, proposal: Proposal, names: Names): string {
  const { way, metered, controlled } = placement;
  const { plugs } = proposal.units[unit] ?? {};
  const cable = plugs == null ? '' : `, cable ${plugs.join(' to ')}`;
  const how = {
    air: () => `by ${names.family(way.family!)}${receiver === null ? '' : `, on ${names.unit(receiver)}${cable}`}`,
    eye: () => `by its eye: it must see ${watched(proposal, names)}`,
    cable: () => `from the sync port${cable}`,
    shoe: () => 'on the shoe',
    stack: () => 'on top of the sender',
  }[way.kind]();
  return [how, metered ? 'metered' : controlled ? 'fixed power' : 'power set by hand'].join(', ');
}

function watched({ units, lights }: Proposal, names: Names): string {
  const seen = new Set(lights.flatMap(({ unit }) => units[unit]?.sees ?? []));
  return listed([...seen], names);
}

/** What is left for a light should its master die. */
export function fallbackText(
  { fallback, placement }: ProposedLight,
  { spares }: Proposal,
  names: Names,
): string | null {
  const spare = spares.get(placement.way.family ?? '');
  if (fallback === 'spare') return `If its sender dies: ${names.unit(spare!)} takes over.`;
  if (fallback === 'eye') return 'If its sender dies: its eye is left.';
  return fallback === 'none' ? 'If its sender dies: nothing is left.' : null;
}

const COST_TEXTS: Readonly<Record<Cost['kind'], (seconds: string, of: string) => string>> = {
  'by-hand': (seconds, of) => `${of} set by hand, ${seconds} over the look`,
  'not-metered': (_, of) => `${of} not metered`,
  eye: (_, of) => `${of} answers any flash it sees`,
  optical: (_, of) => `${of} needs sight of its sender`,
  cable: (_, of) => `${of} on a cable`,
  gear: (seconds) => `more to mount and set, ${seconds}`,
  'shared-letter': (_, of) => `${of} shares a letter`,
  'no-spare': () => 'no spare sender',
  'no-fallback': (_, of) => `nothing is left for ${of} if its sender dies`,
};

const keyOf = ({ kind, light, family }: Cost): string => `${kind} ${light} ${family}`;

/** What a proposal loses against another, the dearest first; empty where it loses nothing. */
export function lossTexts(proposal: Proposal, best: Proposal, wish: Wish): string[] {
  const had = new Map<string, number>();
  for (const cost of best.costs) had.set(keyOf(cost), (had.get(keyOf(cost)) ?? 0) + 1);
  const more = proposal.costs.filter((cost) => {
    const left = had.get(keyOf(cost)) ?? 0;
    if (left > 0) had.set(keyOf(cost), left - 1);
    return left === 0;
  });
  const inOrder = [...more].sort((a, b) => b.seconds - a.seconds);
  const texts = inOrder.map(({ kind, seconds, light }) =>
    COST_TEXTS[kind](durationText(seconds), purposeOf(wish, light)),
  );
  return [...new Set(texts)];
}

/** "the rim"; of several that are for the same, which one. */
function purposeOf({ lights }: Wish, light: number | null): string {
  if (light === null) return 'it';
  const { purpose } = lights[light]!;
  const same = lights.filter((one) => one.purpose === purpose);
  const name = purpose === '' ? `light ${light + 1}` : purpose;
  return same.length > 1 && purpose !== '' ? `${name} ${same.indexOf(lights[light]!) + 1}` : name;
}

/** "One more remote of Plover, such as another Tholmar Battery 200". */
export function missingText(
  { kind, family, profile, count }: Missing,
  names: Names,
  modelName: (profile: string) => string,
): string {
  const many = count === 1 ? 'One more' : `${count} more`;
  const noun = { body: 'body', flash: 'flash', remote: 'remote', master: 'sender' }[kind];
  const what = count === 1 ? noun : kind === 'flash' ? 'flashes' : `${noun}s`;
  const of = family === null ? '' : ` of ${names.family(family)}`;
  const such = profile === null ? '' : `, such as another ${modelName(profile)}`;
  return `${kind === 'body' ? 'A body that shoots' : `${many} ${what}`}${of}${such}.`;
}
