/**
 * What a plan costs over an evening, in seconds, and why: the less the better. docs/model.md, Proposals.
 */
import { AT_UNIT_SECONDS } from '../mend/cost.ts';
import { UNMEASURED_WALK_SECONDS } from '../mend/cost.ts';
import type { Family } from '../record/family.ts';
import type { Placement, Plan } from './plan.ts';
import type { WantedLight } from './wish.ts';

/** Times in one look that somebody changes a light's power. */
const CHANGES_A_LOOK = 3;
/** Of a light that should meter and cannot. */
const METER_LOST_SECONDS = 60;
/** Of a light that answers any flash in view; of one that needs sight of its sender; of one tied to a cable. */
const EYE_SECONDS = 40;
const OPTICAL_SECONDS = 15;
const CABLE_SECONDS = 30;
/** Of a light that cannot be set without another. */
const SHARED_LETTER_SECONDS = 10;
/** Of a family without a spare master, and of a light nothing is left for should its master die. */
export const NO_SPARE_SECONDS = 15;
export const NO_FALLBACK_SECONDS = 10;

/** Everything that makes one plan dearer than another. */
export const COST_KINDS = [
  'by-hand',
  'not-metered',
  'eye',
  'optical',
  'cable',
  'gear',
  'shared-letter',
  'no-spare',
  'no-fallback',
] as const;
export type CostKind = (typeof COST_KINDS)[number];

export interface Cost {
  kind: CostKind;
  seconds: number;
  /** The wanted light it is of, by its place in the wish; null where it is of none. */
  light: number | null;
  /** The family it is of; null where it is of none. */
  family: string | null;
}

const cost = (kind: CostKind, seconds: number, of: { light?: number; family?: string | null } = {}): Cost => ({
  kind,
  seconds,
  light: of.light ?? null,
  family: of.family ?? null,
});

/** What one light costs by itself. */
export function lightCosts(
  wanted: WantedLight,
  { way, controlled, metered }: Placement,
  { light, families, cabled }: { light: number; families: ReadonlyMap<string, Family>; cabled: boolean },
): Cost[] {
  const walk = wanted.walkSeconds ?? UNMEASURED_WALK_SECONDS;
  const isOptical = way.kind === 'air' && families.get(way.family!)?.medium === 'optical';
  return [
    ...(controlled ? [] : [cost('by-hand', CHANGES_A_LOOK * (AT_UNIT_SECONDS + walk), { light })]),
    ...(wanted.metered && !metered ? [cost('not-metered', METER_LOST_SECONDS, { light })] : []),
    ...(way.kind === 'eye' ? [cost('eye', EYE_SECONDS, { light })] : []),
    ...(isOptical ? [cost('optical', OPTICAL_SECONDS, { light, family: way.family })] : []),
    ...(way.kind === 'cable' || cabled ? [cost('cable', CABLE_SECONDS, { light })] : []),
    ...(way.receiver === null ? [] : [cost('gear', AT_UNIT_SECONDS, { light })]),
  ];
}

/** What the senders of a plan cost: each is one more thing to mount and set, and one by a cable takes longer. */
export const spotCosts = ({ spots }: Pick<Plan, 'spots'>): Cost[] =>
  spots.flatMap(({ at, family }) => {
    if (at === 'itself' || at === 'light') return [];
    return [cost('gear', AT_UNIT_SECONDS + (at === 'port' ? CABLE_SECONDS : 0), { family })];
  });

/** What is known only of a plan as a whole. */
export function wholeCosts(of: {
  sharing: Iterable<number>;
  /** Families in use with no spare master. */
  noSpare: readonly string[];
  /** Lights nothing is left for. */
  noFallback: readonly number[];
}): Cost[] {
  return [
    ...[...of.sharing].map((light) => cost('shared-letter', SHARED_LETTER_SECONDS, { light })),
    ...of.noSpare.map((family) => cost('no-spare', NO_SPARE_SECONDS, { family })),
    ...of.noFallback.map((light) => cost('no-fallback', NO_FALLBACK_SECONDS, { light })),
  ];
}

export const totalOf = (costs: readonly Cost[]): number => costs.reduce((sum, { seconds }) => sum + seconds, 0);
