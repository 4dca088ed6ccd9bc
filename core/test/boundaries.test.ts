/** Where one thing ends and the next begins: free IDs that wrap, generations below, at and above, bands that touch, channels. */
import type { Family } from '../src/record/family';
import { clearChannels, gapBetween, overlaps } from '../src/rig/emitters';
import { FIRST_FREE_ID, freeId, generationHears } from '../src/rig/net';
import type { Rig } from '../src/rig/rig';
import { judgeBase, type Spoil } from './baseRig';
import { both, control, set } from './gearCases';
import { said } from './saidOf';

describe('a free ID', () => {
  const taking = (...taken: number[]): Rig =>
    ({ placed: new Map(taken.map((networkId, index) => [String(index), { settings: { networkId } }])) }) as never;
  const upTo = (from: number, to: number): number[] =>
    Array.from({ length: to - from + 1 }, (_, index) => from + index);

  test.each<[string, number[], [number, number], number | null]>([
    ['starts away from the low numbers', [], [1, 99], FIRST_FREE_ID],
    ['goes on upwards', [27, 28], [1, 99], 29],
    ['starts at the end of a short range', [], [1, 9], 9],
    ['starts at the beginning of a high one', [], [40, 60], 40],
    ['wraps to the beginning', upTo(27, 40), [20, 40], 20],
    ['goes on after it wrapped', [...upTo(27, 40), 20, 21], [20, 40], 22],
    ['is the very last before the start', [...upTo(27, 40), ...upTo(20, 25)], [20, 40], 26],
    ['is none where all are taken', upTo(20, 40), [20, 40], null],
    ['is never 0, which is off', [1, 2], [0, 2], null],
  ])('%s', (_, taken, [from, to], free) => {
    expect(freeId(taking(...taken), { from, to })).toBe(free);
  });
});

describe('generations', () => {
  const family = (heardByOlder: boolean | null): Spoil => ({
    families: {
      control: {
        generations: [
          { number: 1, heardByOlder },
          { number: 2, heardByOlder },
        ],
      },
    },
  });
  const ofGeneration = (sender: number | null, remote: number | null): Spoil => ({
    profiles: {
      sender: { radios: [{ family: 'control', roles: ['master'], latencyUs: 50, generation: sender }] },
      remote: control({ generation: remote }),
    },
  });

  test.each<[string, number | null, number | null, boolean | null, boolean | null]>([
    ['an older sender is heard by a newer remote', 1, 2, false, true],
    ['one of the same', 2, 2, false, true],
    ['a newer one is not, where its family says so', 2, 1, false, false],
    ['or is', 2, 1, true, true],
    ['or nobody knows', 2, 1, null, null],
    ['nor where the sender’s is not recorded', null, 1, true, null],
    ['nor where the remote’s is not', 1, null, true, null],
  ])('%s', (_, sender, remote, heardByOlder, heard) => {
    const { rig } = judgeBase(both(family(heardByOlder), ofGeneration(sender, remote)));
    const [from, to] = ['sender', 'remote'].map((id) => rig.placed.get(id)!);
    expect(generationHears(rig, from!, to!)).toBe(heard);
  });

  test('a family with only one has none that is too new', () => {
    const { rig } = judgeBase(ofGeneration(2, 1));
    expect(generationHears(rig, rig.placed.get('sender')!, rig.placed.get('remote')!)).toBe(true);
  });
});

describe('bands', () => {
  const family = {
    id: 'control',
    frequencies: [
      { channel: 1, mhz: 2410, widthMhz: 4 },
      { channel: 2, mhz: 2420 },
    ],
  } as Family;
  const emitter = (mhz: number, widthMhz: number) => ({ id: 'e', name: 'e', mhz, widthMhz }) as never;

  test('that touch do not overlap; a hair more and they do', () => {
    // 2408 to 2412 beside 2412 to 2432.
    expect(gapBetween({ mhz: 2410, widthMhz: 4 }, { mhz: 2422, widthMhz: 20 })).toBe(0);
    expect(overlaps(family, 1, emitter(2422, 20))).toBe(false);
    expect(overlaps(family, 1, emitter(2421.9, 20))).toBe(true);
    expect(overlaps(family, 1, emitter(2398, 20))).toBe(false);
    expect(overlaps(family, 1, emitter(2398.1, 20))).toBe(true);
  });

  test('a channel whose width is not recorded is one MHz wide; one without a frequency says nothing', () => {
    expect(overlaps(family, 2, emitter(2422.5, 4))).toBe(false);
    expect(overlaps(family, 2, emitter(2422.4, 4))).toBe(true);
    expect(overlaps(family, 3, emitter(2420, 400))).toBe(false);
  });
});

describe('channels that keep clear', () => {
  const clear = (spoil: Spoil, hearers: readonly string[] = ['remote']) => {
    const { rig } = judgeBase(spoil);
    return clearChannels(
      rig,
      rig.placed.get('sender')!,
      hearers.map((id) => rig.placed.get(id)!),
    );
  };

  test('the nearest come first, the lower of two, and never the one in use', () => {
    // Sender and remote stand on 11 of 16.
    expect(clear({})).toEqual([10, 12, 9, 13, 8, 14, 7, 15, 6, 16, 5, 4, 3, 2, 1]);
  });

  test('only those that every unit can be set to, to the very ends of their ranges', () => {
    const narrow = { profiles: { remote: control({ channels: { from: 9, to: 12 } }) } };
    expect(clear(narrow)).toEqual([10, 12, 9]);
    expect(clear({ profiles: { remote: control({ channels: { from: 11, to: 11 } }) } })).toEqual([]);
  });

  test('without a channel in use they begin at the lowest', () => {
    expect(clear(set('sender', { channel: null })).slice(0, 3)).toEqual([1, 2, 3]);
  });
});

describe('what somebody counted on the spot', () => {
  test.each<[number, string]>([
    [1, 'in-sync'],
    [0.95, 'in-sync'],
    [0.94, 'unreliable'],
  ])('%s of the shots', (heardShare, verdict) => {
    expect(said(set('remote', { heardShare }), 'remote')).toBe(verdict);
  });
});
