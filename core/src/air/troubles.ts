/** What is wrong with a net being on a channel with a code: the one rule plans, pictures and reasons come from. */
import type { Emitter } from '../record/look.ts';
import { type FoundChannel, isFound, isOtherCrew, type OnAir, type OtherCrew } from '../record/onAir.ts';
import { gapBetween, type Span, spanOf } from '../rig/emitters.ts';
import { emittersOf, otherCrewId } from '../rig/otherCrews.ts';
import type { Net, Seat } from './nets.ts';

/** Closer to an emitter's edge than this, in MHz, its skirts may still be heard. */
export const GUARD_MHZ = 5;
/** Further than this, in MHz, more distance to an emitter is worth nothing. */
export const FAR_MHZ = 100;

/** The worst first. */
export const TROUBLES = ['ours', 'theirs', 'bad', 'overlap', 'shared', 'near', 'no-code'] as const;
export type TroubleCode = (typeof TROUBLES)[number];

export interface Trouble {
  code: TroubleCode;
  /** What it is with: another net of ours by its family, another crew by its id, an emitter or a member by name. */
  who: { of: 'net' | 'crew' | 'emitter' | 'member'; id: string } | null;
  /** False where it may be so, since they did not tell. */
  certain: boolean;
  /** Distance between the edges, in MHz; null where it is no matter of frequencies. */
  mhz: number | null;
}

/** What shares the air with our nets. */
export interface Outside {
  crews: readonly OtherCrew[];
  emitters: readonly Emitter[];
  found: readonly FoundChannel[];
}

export const outsideOf = (onAir: readonly OnAir[], emitters: readonly Emitter[] = []): Outside => ({
  crews: onAir.filter(isOtherCrew),
  emitters: [...emittersOf(onAir), ...emitters],
  found: onAir.filter(isFound),
});

/** Three-valued: null where one of them is not recorded. */
const same = (a: number | null | undefined, b: number | null | undefined): boolean | null =>
  a == null || b == null ? null : a === b;

/** The troubles of one net by itself. */
export function troublesAlone(net: Net, seat: Seat, outside: Outside): Trouble[] {
  const span = spanOf(net.family, seat.channel);
  return [
    ...outside.crews.flatMap((crew) => withCrew(net, seat, crew)),
    ...outside.found
      .filter((one) => !one.works && one.family === net.family.id && one.channel === seat.channel)
      .map(({ by }): Trouble => ({ code: 'bad', who: { of: 'member', id: by }, certain: true, mhz: null })),
    ...(span ? outside.emitters.flatMap((emitter) => withEmitter(span, emitter)) : []),
    ...(net.codes && (seat.code ?? 0) === 0 ? [{ code: 'no-code', who: null, certain: true, mhz: null } as const] : []),
  ];
}

function withCrew(net: Net, seat: Seat, crew: OtherCrew): Trouble[] {
  if (crew.family !== net.family.id) return [];
  const channel = same(seat.channel, crew.channel);
  if (channel === false) return [];
  // What a family keeps apart by a PIN no other crew has; one without codes has nothing to keep apart.
  const code =
    net.codeSort === 'pin' ? false : net.codeSort === 'none' ? codeless(crew) : same(seat.code, crew.networkId);
  const who = { of: 'crew', id: otherCrewId(crew) } as const;
  if (code === false) return [{ code: 'shared', who, certain: channel === true, mhz: null }];
  return [{ code: 'theirs', who, certain: channel === true && code === true, mhz: null }];
}

/** Our net has its ID off: theirs fires it unless they have one. */
const codeless = ({ networkId }: OtherCrew): boolean | null => (networkId == null ? true : networkId === 0);

function withEmitter(span: Span, emitter: Emitter): Trouble[] {
  const mhz = gapBetween(span, emitter);
  if (mhz >= GUARD_MHZ) return [];
  return [{ code: mhz < 0 ? 'overlap' : 'near', who: { of: 'emitter', id: emitter.name }, certain: true, mhz }];
}

/** The troubles two of our nets make each other; told once for the pair. */
export function troublesBetween(a: Net, seatA: Seat, b: Net, seatB: Seat): Trouble[] {
  const who = { of: 'net', id: b.family.id } as const;
  if (a.family.id === b.family.id) {
    const channel = same(seatA.channel, seatB.channel);
    if (channel === false) return withNet(a, seatA, b, seatB);
    const code = a.codeSort === 'none' && b.codeSort === 'none' ? true : same(seatA.code ?? 0, seatB.code ?? 0);
    const certain = channel === true;
    return [{ code: code === false ? 'shared' : 'ours', who, certain, mhz: null }];
  }
  return withNet(a, seatA, b, seatB);
}

function withNet(a: Net, seatA: Seat, b: Net, seatB: Seat): Trouble[] {
  const [spanA, spanB] = [spanOf(a.family, seatA.channel), spanOf(b.family, seatB.channel)];
  if (!spanA || !spanB) return [];
  const mhz = gapBetween(spanA, spanB);
  return mhz < 0 ? [{ code: 'overlap', who: { of: 'net', id: b.family.id }, certain: true, mhz }] : [];
}

/** How close the nearest emitter is: 0 where none is near, or where the frequency is not recorded; up to FAR_MHZ. */
export function closeness(net: Net, seat: Seat, { emitters }: Outside): number {
  const span = spanOf(net.family, seat.channel);
  if (!span) return 0;
  const gaps = emitters.map((emitter) => Math.max(0, gapBetween(span, emitter)));
  return Math.max(0, FAR_MHZ - Math.min(FAR_MHZ, ...gaps));
}
