/** Fit: for a body and a flash, every way between them, what each carries and what is lost. All of it is simulated. */
import { fastestLabelAtLeast } from '../measure/stops.ts';
import type { Tri } from '../measure/tri.ts';
import { hopOf } from '../path/hop.ts';
import { combined, controlOf, passesByAir, passesByShoe, type Passing } from '../path/passage.ts';
import type { Family } from '../record/family.ts';
import { radiosOf } from '../record/profile.ts';
import { type Combined, faultFor } from '../rig/check.ts';
import type { KitItem } from '../rig/rig.ts';
import { curtainOf } from '../shot/curtain.ts';
import { simulate } from '../shot/simulate.ts';
import { type Trial, trialOf, type Way } from './fitTrial.ts';

/** What a link may bring, in the order in which a crew would miss it. */
export const CARRIES = ['fires', 'power', 'ttl', 'hss', 'rear'] as const;
export type CarriesName = (typeof CARRIES)[number];

export interface WayResult {
  way: Way;
  carries: Readonly<Record<CarriesName, Combined>>;
  /** The fastest shutter label at which this link lights the whole frame; null when that is not recorded. */
  cleanTo: string | null;
}

export interface FitCell {
  body: string;
  flash: string;
  best: WayResult | null;
}

/** The chosen units. A flash may also stand among the senders, as a master on the body. */
export interface FitChoice {
  bodies: readonly KitItem[];
  flashes: readonly KitItem[];
  triggers: readonly KitItem[];
  families: ReadonlyMap<string, Family>;
  /** Only links that leave the flash free to stand away from the body. */
  offCamera: boolean;
}

/** Every way with what was chosen; cords and cables are parts one may lack, and fitNeeds.ts names them. Another family is never heard, so a sender of one is tried only when there is no better. */
export function waysBetween(choice: FitChoice, body: KitItem, flash: KitItem): Way[] {
  const ways: Way[] = choice.offCamera ? [] : onCameraWays(choice, body);
  const { profile } = flash;
  if (profile.kind === 'flash' && (profile.eyes == null || profile.eyes.length > 0)) ways.push({ kind: 'eye' });
  const senders = sendersFor(choice, body, flash);
  const receivers = choice.triggers.filter((item) =>
    radiosOf(item.profile).some((radio) => radio.roles.includes('remote')),
  );
  const own = new Set(
    radiosOf(profile)
      .filter((radio) => radio.roles.includes('remote'))
      .map((radio) => radio.family),
  );
  for (const { sender, family } of senders) {
    if (own.has(family)) ways.push({ kind: 'air', family, sender, receiver: null });
    for (const receiver of receivers) {
      if (receiver.unit.id === sender.unit.id) continue;
      if (radiosOf(receiver.profile).some((radio) => radio.family === family && radio.roles.includes('remote')))
        ways.push({ kind: 'air', family, sender, receiver });
    }
  }
  const [first] = senders;
  if (first && !ways.some((way) => way.kind === 'air')) ways.push({ kind: 'air', ...first, receiver: null });
  return ways;
}

function onCameraWays(choice: FitChoice, body: KitItem): Way[] {
  const stacks = choice.triggers
    .filter((item) => item.profile.kind === 'trigger' && item.profile.topShoe !== 'none')
    .filter((item) => item.profile.kind === 'trigger' && item.profile.foot !== 'none' && item.unit.id !== body.unit.id);
  return [{ kind: 'shoe' }, ...stacks.map((on): Way => ({ kind: 'stack', on }))];
}

function sendersFor(choice: FitChoice, body: KitItem, flash: KitItem): { sender: KitItem; family: string }[] {
  const items = [body, ...choice.triggers, ...choice.flashes.filter((item) => item.unit.id !== flash.unit.id)];
  return items.flatMap((sender) =>
    radiosOf(sender.profile)
      .filter((radio) => radio.roles.includes('master'))
      .map((radio) => ({ sender, family: radio.family })),
  );
}

const lost = ({ light }: Trial, code: 'foot.ttl-on-plain-link' | 'power.by-hand'): Combined => ({
  holds: false,
  fault: { code, subject: light.id, params: { light: light.id, link: light.settings.link ?? null } },
  fields: [],
});

/** One way, simulated. */
export function tryWay(families: ReadonlyMap<string, Family>, body: KitItem, flash: KitItem, way: Way): WayResult {
  const trial = trialOf(families, body, flash, way);
  const shot = simulate(trial.rig, trial.body);
  const run = shot.runs.get(trial.light.id)!;
  const { failure, unknown } = run.path;
  const fires: Combined = {
    holds: run.path.arrives === false ? false : run.fires,
    fault: failure && faultFor(trial.light.id, failure),
    fields: failure ? [] : unknown.length > 0 ? unknown : run.unknown,
  };
  const passing = (ability: Passing): Combined => {
    if (fires.holds === false) return { ...fires, fault: null };
    if (trial.sender) return passesByAir(hopOf(trial.rig, trial.body, trial.sender, trial.light), ability);
    if (way.kind === 'cable' || way.kind === 'eye') return lost(trial, 'foot.ttl-on-plain-link');
    return passesByShoe(trial.rig, trial.body, trial.light, ability);
  };
  const carries = {
    fires,
    power: powerBy(trial, way, fires),
    ttl: passing('ttl'),
    hss: passing('hss'),
    rear: passing('rear'),
  };
  const { tauUs } = curtainOf(trial.body);
  const delayUs = run.atUs === null || tauUs === null ? null : run.atUs - tauUs;
  return { way, carries, cleanTo: delayUs === null ? null : fastestLabelAtLeast(tauUs! + delayUs) };
}

/** Whether the photographer sets the power without walking: the sender does it, or the flash is in their hands. */
function powerBy(trial: Trial, way: Way, fires: Combined): Combined {
  if (fires.holds === false) return { ...fires, fault: null };
  if (way.kind === 'shoe' || way.kind === 'stack') return combined(trial.light, []);
  if (way.kind === 'cord') return passesByShoe(trial.rig, trial.body, trial.light, 'ttl');
  if (!trial.sender) return lost(trial, 'power.by-hand');
  return controlOf(hopOf(trial.rig, trial.body, trial.sender, trial.light));
}

const weight = (holds: Tri): number => (holds === true ? 2 : holds === null ? 1 : 0);

/** How good a way is: what it carries in the order of `CARRIES`, each yes, perhaps or no; of equals the one that needs less. */
export function scoreOf({ carries, way }: WayResult): number {
  const digits = CARRIES.reduce((sum, name) => sum * 3 + weight(carries[name].holds), 0);
  return digits * 4 - partsOf(way);
}

/** What a way needs between body and flash, in pieces of gear. */
export function partsOf(way: Way): number {
  switch (way.kind) {
    case 'shoe':
      return 0;
    // It needs another light that fires, and answers anybody's.
    case 'eye':
      return 3;
    case 'stack':
    case 'cord':
    case 'cable':
      return 1;
    case 'air':
      return way.receiver ? 2 : 1;
  }
}

/** How much of what a link may bring is lost, for sorting: 0 for all five. */
export const lossOf = (result: WayResult | null): number =>
  result ? CARRIES.reduce((sum, name) => sum + 2 - weight(result.carries[name].holds), 0) : 2 * CARRIES.length;

const isBetterWay = (a: WayResult, b: WayResult | null): boolean => b === null || scoreOf(a) > scoreOf(b);

/** All ways between one pair that differ, best first: of two senders of one make the first stands for both. */
export const allWays = (choice: FitChoice, body: KitItem, flash: KitItem): WayResult[] =>
  distinctWays(choice, body, flash)
    .map((way) => tryWay(choice.families, body, flash, way))
    .sort((a, b) => scoreOf(b) - scoreOf(a));

/**
 * The matrix of best links, body by body. Two units of one model and firmware answer alike, so each distinct trial
 * is simulated once; and the ways of a pair stop at one that carries everything with no part between.
 * @param onProgress called with the pairs done so far.
 */
export function fitMatrix(choice: FitChoice, onProgress: (done: number, all: number) => void = () => {}): FitCell[] {
  const known = new Map<string, WayResult>();
  const cells: FitCell[] = [];
  const all = choice.bodies.length * choice.flashes.length;
  for (const body of choice.bodies) {
    for (const flash of choice.flashes) {
      let best: WayResult | null = null;
      for (const way of distinctWays(choice, body, flash)) {
        const key = trialKey(body, flash, way);
        let result = known.get(key);
        if (!result) known.set(key, (result = tryWay(choice.families, body, flash, way)));
        // The same answer for other units of the same make: the way itself must name these.
        const named = result.way === way ? result : { ...result, way };
        if (isBetterWay(named, best)) best = named;
      }
      cells.push({ body: body.unit.id, flash: flash.unit.id, best });
      onProgress(cells.length, all);
    }
  }
  return cells;
}

/** Of senders or receivers that are the same model with the same firmware, the first will do. */
function distinctWays(choice: FitChoice, body: KitItem, flash: KitItem): Way[] {
  const seen = new Set<string>();
  return waysBetween(choice, body, flash).filter((way) => {
    const key = wayKey(way, body);
    if (seen.has(key)) return false;
    seen.add(key);
    return true;
  });
}

const makeOf = ({ unit, profile }: KitItem): string => `${profile.id}@${unit.firmware ?? ''}`;

function wayKey(way: Way, body: KitItem): string {
  switch (way.kind) {
    case 'stack':
      return `stack ${makeOf(way.on)}`;
    case 'air': {
      const itself = way.sender.unit.id === body.unit.id;
      return `air ${way.family} ${itself ? 'itself' : makeOf(way.sender)} ${way.receiver ? makeOf(way.receiver) : ''}`;
    }
    case 'cord':
      return `cord ${way.cord}`;
    case 'cable':
      return `cable ${way.plugs.join(' ')}`;
    default:
      return way.kind;
  }
}

const trialKey = (body: KitItem, flash: KitItem, way: Way): string =>
  `${makeOf(body)} ${makeOf(flash)} ${wayKey(way, body)}`;
