/** What a test fire rests on, in a digest: equal as long as nothing that acts has changed. docs/model.md, Readiness. */
import { canonical, digest } from '../measure/canonical.ts';
import { isByAir, type Settings } from '../record/settings.ts';
import { type Body, hearerOf, type Light, type Placed, type Rig } from '../rig/rig.ts';
import { carrierOf } from '../rig/stack.ts';

/**
 * A digest of everything a light's shot from one body depends on: the light, its receiver, what speaks on the
 * body, the body, and for an eye the lights it sees. Any change to one of them makes a proof stale; undoing the
 * change makes it good again.
 */
export function fingerprint(rig: Rig, light: Light, body: Body): string {
  return digest([...sortedParts(rig, light, body).map(acting), ...aroundText(rig)].join('\n'));
}

function sortedParts(rig: Rig, light: Light, body: Body): Placed[] {
  const parts = new Map<string, Placed>([[body.id, body]]);
  collect(rig, light, body, parts);
  // The pops of bodies that shoot in turn come out of one charge.
  if (rig.around.inTurn) for (const other of rig.bodies) parts.set(other.id, other);
  // A passive sender leaves settings to whoever else speaks on its net.
  if ([...parts.values()].some(({ settings }) => settings.passive === true))
    for (const sender of rig.senders) parts.set(sender.id, sender);
  return [...parts.values()].sort((a, b) => (a.id < b.id ? -1 : 1));
}

/** What is around the look stands among the parts under a name no unit can have. */
export const AROUND = ':around';
/** Digits of a part's digest: it only tells which part changed, never whether. */
const PART_DIGITS = 8;

/** A digest for each unit the shot depends on, so that a stale proof says what changed. */
export function fingerprintParts(rig: Rig, light: Light, body: Body): Record<string, string> {
  const short = (text: string) => digest(text).slice(0, PART_DIGITS);
  const units = sortedParts(rig, light, body).map((placed) => [placed.id, short(acting(placed))] as const);
  return Object.fromEntries([...units, [AROUND, short(aroundText(rig).join('\n'))]]);
}

/** What a test fire keeps of the settings it is made with. */
export const madeWith = (rig: Rig, light: Light, body: Body) => ({
  fingerprint: fingerprint(rig, light, body),
  parts: fingerprintParts(rig, light, body),
});

/** What differs between the parts a test was made with and those of now; empty where the test kept no parts. */
export function changedParts(
  then: Readonly<Record<string, string>> | null | undefined,
  now: Readonly<Record<string, string>>,
): string[] {
  if (then == null) return [];
  const all = new Set([...Object.keys(then), ...Object.keys(now)]);
  return [...all].filter((part) => then[part] !== now[part]);
}

/** What is around a look has its part too: how long nothing was fired, and what else is on the air. */
const aroundText = ({ around }: Rig): string[] =>
  around.quietMinutes === null && around.emitters.length === 0 && !around.inTurn ? [] : [canonical(around)];

/** A sender stands in the fingerprint of every light it drives; its text is made once. */
const actingTexts = new WeakMap<Placed, string>();

function acting(placed: Placed): string {
  let text = actingTexts.get(placed);
  if (text === undefined) {
    text = canonical([placed.id, makeThatActs(placed), placed.unit.firmware ?? null, onlyWhatActs(placed)]);
    actingTexts.set(placed, text);
  }
  return text;
}

function collect(rig: Rig, light: Light, body: Body, parts: Map<string, Placed>): void {
  if (parts.has(light.id)) return;
  parts.set(light.id, light);
  const hearer = hearerOf(rig, light);
  parts.set(hearer.id, hearer);
  addCarriers(rig, light, parts);
  if (isByAir(light.settings)) {
    for (const sender of rig.sendersOn.get(body.id) ?? []) {
      parts.set(sender.id, sender);
      addCarriers(rig, sender, parts);
    }
  }
  if (light.settings.link !== 'eye') return;
  for (const seen of light.settings.sees ?? []) {
    const other = rig.placed.get(seen);
    if (other?.profile.kind === 'flash') collect(rig, other as Light, body, parts);
  }
}

/** What a unit is stacked on has its part in what reaches it. */
function addCarriers(rig: Rig, item: Placed, parts: Map<string, Placed>): void {
  for (let at = carrierOf(rig, item); at && !parts.has(at.id); at = carrierOf(rig, at)) parts.set(at.id, at);
}

/** A model's name, its notes and the way through its menus have no part in whether it fires. */
function makeThatActs({ profile }: Placed): object {
  const { maker: _maker, model: _model, notes: _notes, howTo: _howTo, ...rest } = profile;
  return rest;
}

/**
 * Where a light stands, how far the walk is and how bright it is there has no part in whether it fires; how a camera is
 * held belongs to the shot, not to the camera.
 */
const INERT = [
  'purpose',
  'place',
  'walkSeconds',
  'attitudes',
  'aperture',
  'iso',
  'aim',
  'roomAim',
  'subjectM',
  'zoomMm',
  'modifierLoss',
  'gelLoss',
  'densityLoss',
  'modelling',
  'ifLost',
] as const satisfies readonly (keyof Settings)[];

function onlyWhatActs({ settings }: Placed): object {
  const acts = { ...settings };
  for (const field of INERT) delete acts[field];
  return acts;
}
