/** What each wanted light could be, by itself, in an arrangement of senders: tried in the simulator, then priced. */
import { canonical } from '../measure/canonical.ts';
import { isAtCamera } from '../mend/cost.ts';
import type { Look } from '../record/look.ts';
import type { FieldRef } from '../rig/check.ts';
import { isMeantFor } from '../rig/meantFor.ts';
import { buildRig, type Light } from '../rig/rig.ts';
import { hasSocket } from '../rig/stack.ts';
import { tryWay } from '../fit/fit.ts';
import { judge, type Judgement } from '../verdict/judge.ts';
import { isRight } from '../verdict/verdict.ts';
import { layOut } from './layOut.ts';
import { assigned, type Placement, type Spot, type Way } from './plan.ts';
import { type Cost, lightCosts, totalOf } from './planScore.ts';
import { familiesOf, type Make, type Stock } from './stock.ts';
import type { WantedLight, Wish } from './wish.ts';

/** Slow enough that no link is late; the plan that is taken is sharpened afterwards. */
export const SAFE_SHUTTER = '1/30';

/** The look of a plan has no name yet. */
export const lookOf = (units: Look['units']): Look => ({ id: 'proposed', name: 'Proposed', event: 'none', units });

/** Every light right in every shot, nothing unknown, and nothing that blocks or degrades. */
export const isWhole = ({ verdicts, findings }: Judgement): boolean =>
  verdicts.every(isRight) &&
  findings.every(({ severity, code }) => severity === 'A' && code !== 'advice.unknown-field');

export interface Option {
  placement: Placement;
  costs: readonly Cost[];
  seconds: number;
  /** Makes of which it takes one each, and `PORT` where it takes the body's sync port. */
  takes: readonly string[];
  /** The family it hears with nothing else to answer should its master die; else null. */
  leansOn: string | null;
  /** What it is, apart from which unit does it. */
  kind: string;
}

/** A body has one sync port, for one cable. */
export const PORT = 'port';

interface Tried {
  whole: boolean;
  controlled: boolean;
  cabled: boolean;
  unknown: readonly FieldRef[];
}

export class Options {
  private readonly known = new Map<string, Tried>();
  /** What nobody recorded, and what kept a light from being proposed for it. */
  readonly unrecorded = new Map<string, FieldRef>();

  constructor(
    private readonly stock: Stock,
    private readonly wish: Wish,
  ) {}

  /** Cheapest first. */
  of(spots: readonly Spot[], index: number): Option[] {
    const wanted = this.wish.lights[index]!;
    const makes = this.stock.flashes.filter(({ units }) => wanted.unit == null || units.includes(wanted.unit));
    const all = makes.flatMap((make) =>
      this.waysOf(spots, wanted, make).flatMap((way) => this.variants(spots, { make, way, index })),
    );
    return all.sort((a, b) => a.seconds - b.seconds);
  }

  private waysOf(spots: readonly Spot[], wanted: WantedLight, make: Make): Way[] {
    const ways = wanted.onBody == null ? this.standing(spots, make) : onCamera(spots, wanted.onBody, make);
    return wanted.link == null ? ways : ways.filter((way) => this.linkOf(way) === wanted.link);
  }

  private linkOf({ kind, family }: Way): string {
    if (kind === 'air') return this.stock.families.get(family!)?.medium === 'optical' ? 'optical' : 'radio';
    return kind === 'stack' ? 'shoe' : kind;
  }

  private standing(spots: readonly Spot[], { item }: Make): Way[] {
    const { bodies, triggers } = this.stock;
    const spoken = [...new Set(spots.map(({ family }) => family))];
    const own = familiesOf(item.profile, 'remote');
    const ways = spoken.flatMap((family): Way[] => [
      ...(own.includes(family) ? [{ kind: 'air' as const, family, receiver: null }] : []),
      ...triggers
        .filter((one) => familiesOf(one.item.profile, 'remote').includes(family))
        .map((one) => ({ kind: 'air' as const, family, receiver: one.key })),
    ]);
    const [body] = bodies;
    if (bodies.length === 1 && !spots.some(({ at }) => at === 'port') && hasSocket(body!) && hasSocket(item))
      ways.push({ kind: 'cable', family: null, receiver: null });
    if (item.profile.kind === 'flash' && (item.profile.eyes?.length ?? 0) > 0)
      ways.push({ kind: 'eye', family: null, receiver: null });
    return ways;
  }

  private variants(spots: readonly Spot[], { make, way, index }: { make: Make; way: Way; index: number }): Option[] {
    const wanted = this.wish.lights[index]!;
    const metering = wanted.metered === true && way.kind !== 'eye' && way.kind !== 'cable' ? [true, false] : [false];
    return metering.flatMap((metered) => {
      const tried = this.tried(spots, { make, way, index, metered });
      if (!tried.whole) return [];
      const placement: Placement = { make: make.key, way, metered, controlled: tried.controlled };
      const { families } = this.stock;
      const costs = lightCosts(wanted, placement, { light: index, families, cabled: tried.cabled });
      const takes = [
        make.key,
        ...(way.receiver === null ? [] : [way.receiver]),
        ...(way.kind === 'cable' ? [PORT] : []),
      ];
      return [
        {
          placement,
          costs,
          seconds: totalOf(costs),
          takes,
          leansOn: leaningOn(placement, make),
          kind: kindOf(placement),
        },
      ];
    });
  }

  private tried(spots: readonly Spot[], of: { make: Make; way: Way; index: number; metered: boolean }): Tried {
    const { make, way, index, metered } = of;
    const { onBody } = this.wish.lights[index]!;
    const speaking = spots.filter((spot) => (way.kind === 'air' ? spot.family === way.family : spot.body === onBody));
    const key = canonical([make.key, way, metered, onBody ?? null, speaking]);
    let tried = this.known.get(key);
    if (!tried) this.known.set(key, (tried = way.kind === 'eye' ? this.tryEye(make) : this.tryAlone(speaking, of)));
    for (const field of tried.unknown) this.unrecorded.set(canonical(field), field);
    return tried;
  }

  /** What it watches comes with the plan; alone it only has to be able to. */
  private tryEye(make: Make): Tried {
    const each = this.stock.bodies.map((body) => tryWay(this.stock.families, body, make.item, { kind: 'eye' }));
    const unknown = each.flatMap(({ carries }) => [...carries.fires.fields]);
    return {
      whole: each.every(({ carries }) => carries.fires.holds === true),
      controlled: false,
      cabled: false,
      unknown,
    };
  }

  private tryAlone(
    spots: readonly Spot[],
    { make, way, index, metered }: { make: Make; way: Way; index: number; metered: boolean },
  ): Tried {
    const { stock } = this;
    const own = this.wish.lights[index]!;
    // A light on a camera that speaks for others has to be there for them to hear.
    const speaking = spots.filter(({ at, body }) => at === 'light' && body !== own.onBody);
    const companions = speaking.map(({ body }) => this.wish.lights.find(({ onBody }) => onBody === body)!);
    const wish = { ...this.wish, lights: [own, ...companions] };
    const shoe: Way = { kind: 'shoe', family: null, receiver: null };
    const plan = {
      spots,
      lights: [
        { make: make.key, way, metered, controlled: true },
        ...speaking.map((spot) => ({ make: spot.make!, way: shoe, metered: false, controlled: true })),
      ],
    };
    const onBodies = wish.lights.map(({ onBody }) => onBody ?? null);
    const units = assigned(stock, plan, onBodies);
    const none = { whole: false, controlled: false, cabled: false, unknown: [] };
    if (!units) return none;
    const out = layOut({ stock, wish, plan, units, shutter: SAFE_SHUTTER });
    const judgement = judge(buildRig(stock.kit, lookOf(out.units)));
    const light = judgement.rig.placed.get(units.lights[0]!) as Light;
    const unknown = judgement.verdicts.flatMap((verdict) => [...verdict.unknown]);
    if (!isWhole(judgement)) return { ...none, unknown };
    return { whole: true, controlled: isControlled(judgement, light), cabled: light.settings.plugs != null, unknown };
  }
}

/** On the shoe itself, on what speaks there, or as what speaks there. */
function onCamera(spots: readonly Spot[], body: string, make: Make): Way[] {
  const under = spots.find((spot) => spot.body === body && (spot.at === 'shoe' || spot.at === 'light'));
  const plain = { family: null, receiver: null };
  if (under?.at === 'shoe') return [{ kind: 'stack', ...plain }];
  return under === undefined || under.make === make.key ? [{ kind: 'shoe', ...plain }] : [];
}

/** Whether its power is set from every body it fires for, or it is in the photographer's hands. */
export function isControlled({ rig, shots }: Judgement, light: Light): boolean {
  if (isAtCamera(rig, light.id)) return true;
  const meant = shots.filter(({ body }) => isMeantFor(rig, light, body) === true);
  return meant.every(({ runs }) => runs.get(light.id)?.delivery?.controlled === true);
}

/** The family a light hears without an eye to fall back on; null for any other. */
export function leaningOn({ way }: Pick<Placement, 'way'>, { item }: Make): string | null {
  const hasEye = item.profile.kind === 'flash' && (item.profile.eyes?.length ?? 0) > 0;
  return way.kind === 'air' && !hasEye ? way.family : null;
}

/** How it is told, whoever does it: metered or not is no other way. */
const kindOf = ({ way }: Placement): string =>
  [way.kind, way.family, way.receiver === null ? '' : 'receiver'].join(' ');
