/** A plan: who speaks on each body, which flash does what, and how each is told. */
import { familiesOf, type Stock } from './stock.ts';

/** `itself`: the body's own radio or pop-up; `light`: the wanted light on its shoe speaks too. */
export type SpotPlace = 'itself' | 'shoe' | 'port' | 'light';

/** Where something speaks a family for a body. */
export interface Spot {
  body: string;
  at: SpotPlace;
  family: string;
  /** Null where the body speaks itself. */
  make: string | null;
}

export interface Way {
  kind: 'air' | 'eye' | 'cable' | 'shoe' | 'stack';
  /** By air: the family it hears. */
  family: string | null;
  /** By air: the make of the receiver it sits on; null for its own radio. */
  receiver: string | null;
}

export interface Placement {
  make: string;
  way: Way;
  /** Metered, where that is wanted and works. */
  metered: boolean;
  /** Its power is set from every body it fires for, or it is in the photographer's hands. */
  controlled: boolean;
}

export interface Plan {
  spots: readonly Spot[];
  /** One for each wanted light, in that order. */
  lights: readonly Placement[];
}

/** Which unit does what. */
export interface Assigned {
  /** For each spot the unit that speaks. */
  spots: readonly string[];
  lights: readonly string[];
  receivers: readonly (string | null)[];
  /** Units left over, by make. */
  left: ReadonlyMap<string, readonly string[]>;
}

/** Gives each part of a plan a unit of its own; null where there are not enough. */
export function assigned(stock: Stock, { spots, lights }: Plan, onBodies: readonly (string | null)[]): Assigned | null {
  const left = new Map([...stock.byKey].map(([key, { units }]) => [key, [...units]]));
  const take = (make: string) => left.get(make)?.shift();
  const ofLights = lights.map(({ make }) => take(make));
  const ofSpots = spots.map(({ at, body, make }) => {
    if (at === 'itself') return body;
    if (at === 'light') return ofLights[onBodies.indexOf(body)];
    return take(make!);
  });
  const receivers = lights.map(({ way }) => (way.receiver === null ? null : take(way.receiver)));
  if ([...ofLights, ...ofSpots, ...receivers].includes(undefined)) return null;
  return {
    spots: ofSpots as string[],
    lights: ofLights as string[],
    receivers: receivers as (string | null)[],
    left,
  };
}

/** Makes that could speak a family, should its master die. */
export function sparesOf(stock: Stock, family: string): string[] {
  return [...stock.byKey.values()].flatMap(({ key, item: { profile } }) => {
    const mounts = profile.kind !== 'body' && profile.foot !== 'none';
    return mounts && familiesOf(profile, 'master').includes(family) ? [key] : [];
  });
}

/** A unit left over that could speak a family; null where there is none. */
export function spareFor(stock: Stock, { left }: Assigned, family: string): string | null {
  const key = sparesOf(stock, family).find((make) => left.get(make)!.length > 0);
  return key === undefined ? null : left.get(key)![0]!;
}
