/**
 * From a wish to a look: which of the crew's own units do it and how each is told, every setting of it, judged whole
 * before it is shown; and the next best two that differ in how it is done. docs/model.md, Proposals.
 */
import { THIRD_LABELS, shutterMicroseconds } from '../measure/stops.ts';
import type { Look } from '../record/look.ts';
import type { FlashProfile } from '../record/profile.ts';
import type { FieldRef } from '../rig/check.ts';
import { buildRig, type KitIndex } from '../rig/rig.ts';
import { judge } from '../verdict/judge.ts';
import { arrangementsFor } from './arrangements.ts';
import { layOut } from './layOut.ts';
import { type Missing, missingFor } from './missing.ts';
import { isWhole, lookOf, Options, SAFE_SHUTTER } from './options.ts';
import { type Placement, type Spot, spareFor } from './plan.ts';
import { type Cost, spotCosts, totalOf } from './planScore.ts';
import { ArrangementSearch, type Field, type Found, type Limits } from './search.ts';
import { stockOf } from './stock.ts';
import type { Wish } from './wish.ts';

/** As many as one compares at a glance. */
const PROPOSED = 3;

/** What is left for a light should its master die: a spare speaks instead, its own eye, or a walk. */
export type Fallback = 'spare' | 'eye' | 'none' | 'needs-none';

export interface ProposedLight {
  /** Its place in the wish. */
  wanted: number;
  unit: string;
  receiver: string | null;
  placement: Placement;
  fallback: Fallback;
}

export interface Proposal {
  units: Look['units'];
  lights: readonly ProposedLight[];
  senders: readonly { unit: string; spot: Spot }[];
  /** For each family in use the unit that could take its master's place; null where there is none. */
  spares: ReadonlyMap<string, string | null>;
  shutter: string;
  costs: readonly Cost[];
  /** Over an evening, by docs/model.md: the less the better. */
  seconds: number;
}

export interface Proposals {
  /** Best first; each differs from those before it in who speaks or in how a light is told. */
  proposals: readonly Proposal[];
  /** Whether nothing could be better than the first. */
  exact: boolean;
  /** What would make it possible, where nothing is. */
  missing: readonly Missing[];
  /** What nobody recorded, where that keeps units from being proposed. */
  unrecorded: readonly FieldRef[];
}

/** @param onProgress called with the arrangements weighed so far. */
export function propose(
  kit: KitIndex,
  wish: Wish,
  onProgress: (done: number, all: number) => void = () => {},
): Proposals {
  const stock = stockOf(kit, wish);
  const field: Field = { stock, wish, options: new Options(stock, wish) };
  const arrangements = wish.lights.length === 0 || stock.bodies.length === 0 ? [] : arrangementsFor(stock, wish);
  const all = PROPOSED * arrangements.length;
  const search = new ProposalSearch(field, arrangements, (done) => onProgress(done, all));
  const found: Found[] = [];
  for (let rank = 0; rank < PROPOSED; rank++) {
    const next = search.next(found);
    if (!next) break;
    found.push(next);
  }
  return {
    proposals: found.map((one) => proposalOf(field, one)),
    exact: search.exact,
    missing: found.length === 0 ? missingFor(kit, wish, isPossible) : [],
    unrecorded: found.length === 0 ? [...field.options.unrecorded.values()] : [],
  };
}

/** Whether a wish can be met at all. */
export function isPossible(kit: KitIndex, wish: Wish): boolean {
  const stock = stockOf(kit, wish);
  const field: Field = { stock, wish, options: new Options(stock, wish) };
  return arrangementsFor(stock, wish).some(
    (spots) => new ArrangementSearch(field, spots, { below: Infinity }).run() !== null,
  );
}

class ProposalSearch {
  exact = true;
  private done = 0;

  constructor(
    private readonly field: Field,
    private readonly arrangements: readonly (readonly Spot[])[],
    private readonly onProgress: (done: number) => void,
  ) {}

  /** The best plan that differs from those found: other senders, or with the same ones a light told otherwise. */
  next(found: readonly Found[]): Found | null {
    let best: Found | null = null;
    const below = () => best?.seconds ?? Infinity;
    for (const spots of this.arrangements) {
      this.onProgress(++this.done);
      if (totalOf(spotCosts({ spots })) >= below()) continue;
      const same = found.filter(({ plan }) => voicesOf(plan.spots) === voicesOf(spots));
      for (const limits of limitsApart(same)) {
        const search = new ArrangementSearch(this.field, spots, { below: below(), limits });
        best = search.run() ?? best;
        if (found.length === 0) this.exact &&= search.exact;
      }
    }
    return best;
  }
}

/** Who speaks, wherever it is mounted: a trigger on the shoe or at the port is the same voice. */
const voicesOf = (spots: readonly Spot[]): string =>
  spots
    .map(({ body, family, at }) => `${body} ${family} ${at === 'port' ? 'shoe' : at}`)
    .sort()
    .join();

/**
 * Limits that keep a plan apart from others with the same voices: as many lights are told, so what differs has fewer
 * of something each of them has.
 */
function limitsApart(found: readonly Found[]): Limits[] {
  return found.reduce<Limits[]>(
    (before, { kinds }) => {
      const counts = new Map(kinds.map((kind) => [kind, kinds.filter((one) => one === kind).length]));
      return before.flatMap((limits) =>
        [...counts].map(
          ([kind, count]) => new Map([...limits, [kind, Math.min(count - 1, limits.get(kind) ?? count)]]),
        ),
      );
    },
    [new Map()],
  );
}

function proposalOf({ stock, wish }: Field, { plan, units, costs, seconds }: Found): Proposal {
  const spares = new Map(plan.spots.map(({ family }) => [family, spareFor(stock, units, family)]));
  const { shutter, look } = sharpened({ stock, wish, plan, units });
  return {
    units: look,
    shutter,
    costs,
    seconds,
    spares,
    senders: plan.spots.map((spot, index) => ({ spot, unit: units.spots[index]! })),
    lights: plan.lights.map((placement, wanted) => {
      const { way, make } = placement;
      const hasEye = ((stock.byKey.get(make)!.item.profile as FlashProfile).eyes?.length ?? 0) > 0;
      const left = spares.get(way.family ?? '') == null ? (hasEye ? 'eye' : 'none') : 'spare';
      return {
        wanted,
        unit: units.lights[wanted]!,
        receiver: units.receivers[wanted]!,
        placement,
        fallback: way.kind === 'air' ? left : 'needs-none',
      };
    }),
  };
}

/** The same plan at the fastest shutter at which every light still fills the frame. */
function sharpened(of: Omit<Parameters<typeof layOut>[0], 'shutter'>): { shutter: string; look: Look['units'] } {
  const syncs = of.stock.bodies.flatMap(({ profile }) =>
    profile.kind === 'body'
      ? profile.shutters.flatMap(({ flash, syncTime }) => (flash !== false && syncTime ? [syncTime] : []))
      : [],
  );
  const slowest = Math.max(0, ...syncs.map(shutterMicroseconds));
  const safe = shutterMicroseconds(SAFE_SHUTTER);
  const labels = THIRD_LABELS.filter((label) => {
    const us = shutterMicroseconds(label);
    return syncs.length > 0 && us >= slowest && us < safe;
  });
  for (const shutter of labels) {
    const { units: look } = layOut({ ...of, shutter });
    if (isWhole(judge(buildRig(of.stock.kit, lookOf(look))))) return { shutter, look };
  }
  return { shutter: SAFE_SHUTTER, look: layOut({ ...of, shutter: SAFE_SHUTTER }).units };
}
