/** Odd places, paces and powers, class by class, with what comes of them worked out by hand. */
import { candidatesFor } from '../src/mend/candidates.ts';
import { fixesFor } from '../src/mend/fixes';
import { leastWork } from '../src/mend/leastWork';
import { withChanges } from '../src/record/change.ts';
import type { Settings } from '../src/record/settings.ts';
import { baseLook, groups, judgeBase, type Spoil } from './baseRig';
import { both, OPTICAL, RIVAL, set } from './gearCases';
import { verdictIn, said, codes, missing, findingsOf, pulse, rigOf } from './saidOf';

describe('a bounce', () => {
  const far = (more: Settings, sensor = { halfAngle: 60, indoorM: 12, outdoorM: 5 }): Spoil =>
    both(OPTICAL, { settings: { far: { sight: 'bounce', ...more } }, profiles: { far: { sensor } } });
  const at = { shot: 'body-2' };

  test('costs distance and surface: half as far again, and 6 dB', () => {
    // 6 m of 12 is 6 dB to spare, and the surface takes 6: just as stated.
    expect(said(far({ distanceM: 4 }), 'far', at)).toBe('in-sync');
    // 9 m of 12 is 2.5 dB to spare less 6.0: z is 1.645 - 3.52 / 3 = 0.471.
    expect(verdictIn(far({ distanceM: 6 }), 'far', at).chance).toBeCloseTo(0.681, 2);
    expect(said(far({ distanceM: 6, sight: 'direct' }), 'far', at)).toBe('in-sync');
  });

  test('is worth little in the sun', () => {
    // 1.5 m of 5 is 10.5 dB to spare, less 6.0 and 12.0: z is 1.645 - 7.6 / 3.
    expect(verdictIn(far({ distanceM: 1, inSun: true }), 'far', at).chance).toBeCloseTo(0.187, 2);
    expect(codes(far({ distanceM: 4, inSun: true }), 'far', at)).toEqual(['air.sun']);
  });

  test('of which nobody knows how far it is leaves it open', () => {
    expect(missing(far({}), 'far', at)).toEqual(['far.distanceM']);
  });

  test('is mended by a clear line of sight, or by coming nearer', () => {
    const spoil = far({ distanceM: 9 });
    const judgement = judgeBase(spoil);
    const finding = judgement.findings.find(({ code }) => code === 'air.range')!;
    expect(finding.params).toMatchObject({ bounce: true });
    const made = fixesFor(judgement, finding).map(({ changes }) =>
      changes.map(({ setting, to }) => `${setting} ${String(to)}`),
    );
    expect(made).toEqual(expect.arrayContaining([['sight direct'], ['distanceM 4']]));
    // 12 m, half as far again and halved.
    const guessed = candidatesFor(judgement, finding).map(([change]) => change!.to);
    expect(guessed.slice(0, 2)).toEqual(['direct', 4]);
    // In the sun halved twice more: a twelfth of 9 m.
    const sunny = judgeBase(far({ distanceM: 9, inSun: true }, { halfAngle: 60, indoorM: 12, outdoorM: 9 }));
    const sun = sunny.findings.find(({ code }) => code === 'air.sun')!;
    expect(candidatesFor(sunny, sun).map(([change]) => change!.to)).toContain(0.7);
  });
});

describe('where a light stands belongs to a pair', () => {
  const noted = (id: string, pair: NonNullable<Settings['from']>[string]) =>
    both(RIVAL, set('remote', { from: { [id]: pair } }), { families: { control: { reachM: 80 } } });

  test.each(['second', 'body-2'])('far from %s it is near the other sender', (id) => {
    const spoil = noted(id, { distanceM: 400 });
    expect(said(spoil, 'remote')).toBe('in-sync');
    expect(codes(spoil, 'remote', { shot: 'body-2' })).toEqual(['air.range']);
  });

  test('the sender’s own pair comes before that of its body', () => {
    const spoil = both(
      noted('body-2', { distanceM: 400 }),
      set('remote', { from: { 'body-2': { distanceM: 400 }, second: { distanceM: 5 } } }),
    );
    expect(said(spoil, 'remote', { shot: 'body-2' })).toBe('in-sync');
  });

  test('an eye that sees one light and not the other answers the one it sees', () => {
    const spoil = set('eye', { sees: ['wired', 'remote'], from: { wired: { sight: 'blocked' } } });
    expect(pulse(spoil, 'eye')).toBe(3400 + 500 + 100);
    expect(pulse(set('eye', { sees: ['wired', 'remote'] }), 'eye')).toBe(3400 + 50 + 100);
    const none = set('eye', { sees: ['wired'], from: { wired: { sight: 'blocked' } } });
    expect(codes(none, 'eye')).toEqual(['air.no-sight']);
  });

  test('what is noted of the pair counts against what is noted in general', () => {
    const spoil = set('eye', { sight: 'blocked', from: { remote: { sight: 'direct' } } });
    expect(said(spoil, 'eye')).toBe('in-sync');
  });

  test('the mend is to the pair', () => {
    const judgement = judgeBase(noted('second', { distanceM: 400 }));
    const finding = judgement.findings.find(({ code }) => code === 'air.range')!;
    expect(fixesFor(judgement, finding)[0]!.changes).toEqual([
      { unit: 'remote', setting: 'from.second.distanceM', from: 400, to: 80 },
    ]);
  });

  test('a cable reaches as far as it is long from what it hangs on', () => {
    const cable = set('wired', { cableM: 5, distanceM: 3, from: { 'body-1': { distanceM: 6 } } });
    expect(codes(cable, 'wired')).toEqual(['air.cable-length']);
  });
});

describe('two bodies that shoot in turn', () => {
  /** A pop at a half takes 1 s to make up. */
  const both1s = (inTurn: boolean, more: Spoil = {}): Spoil =>
    both(RIVAL, { look: { inTurn } }, more, {
      settings: {
        'body-1': { secondsBetween: 1.5 },
        'body-2': { secondsBetween: 1.5 },
        remote: { power: -1 },
        sender: { groups: groups('A', { power: -1 }) },
        second: { groups: { A: { on: true, mode: 'manual', power: -1 }, B: { on: true, mode: 'ttl' } } },
      },
    });

  test('share the charge of a light both fire', () => {
    expect(said(both1s(false), 'remote')).toBe('in-sync');
    const spoil = both1s(true);
    expect(said(spoil, 'remote')).toBe('not-ready');
    expect(verdictIn(spoil, 'remote').faults).toMatchObject([
      { code: 'lamp.recycling', params: { seconds: 1, between: 0.75 } },
    ]);
  });

  test('and nothing of one that only one of them fires', () => {
    expect(said(both1s(true, set('remote', { firesFor: ['body-1'] })), 'remote')).toBe('in-sync');
  });

  test('and nobody can say of one that perhaps both fire, unless it keeps up with both', () => {
    const open = { settings: { remote: { firesFor: null }, second: { role: null } } };
    const at = (secondsBetween: number) =>
      both(both1s(true), open, { settings: { 'body-1': { secondsBetween }, 'body-2': { secondsBetween } } });
    // 0.75 s from pop to pop with both, 1 s and less than it takes alone.
    expect([at(1.5), at(2), at(0.9)].map((spoil) => said(spoil, 'remote'))).toEqual([
      'unknown',
      'in-sync',
      'not-ready',
    ]);
    expect(missing(at(1.5), 'remote')).toEqual(['second.role']);
  });

  test('bursts add up', () => {
    const bursts = both1s(true, { settings: { 'body-1': { burstFrames: 2 }, 'body-2': { burstFrames: 2 } } });
    // Charge 1, then 0.875 and 0.75 after each half and 0.75 s: the fourth still has 0.625.
    expect(said(bursts, 'remote')).toBe('in-sync');
  });
});

describe('powers and cells', () => {
  test('what is dialled on a light set by hand is another thing than what is wanted', () => {
    const spoil = set('answered', { dialledPower: -4 });
    expect(verdictIn(spoil, 'answered')).toMatchObject({ verdict: 'wrong-power', stopsOff: -2 });
    const [fix] = fixesFor(judgeBase(spoil), findingsOf(spoil, 'answered')[0]!);
    expect(fix).toMatchObject({ seconds: 20, changes: [{ unit: 'answered', setting: 'dialledPower', to: null }] });
    expect(judgeBase(spoil).rig.placed.get('answered')!.settings.power).toBe(-2);
  });

  test('on a light a sender sets it counts for nothing', () => {
    expect(said(set('remote', { dialledPower: -6 }), 'remote')).toBe('in-sync');
  });

  test.each<[NonNullable<Settings['cells']>, string, number]>([
    ['good', 'in-sync', 0.25],
    ['cold', 'in-sync', 0.375],
    ['low', 'not-ready', 0.5],
    ['nearly empty', 'not-ready', 0.75],
  ])('%s cells', (cells, verdict, seconds) => {
    // An eighth of 2 s is 0.25 s with fresh ones.
    const spoil = both(set('remote', { cells }), set('body-1', { secondsBetween: 0.4 }));
    expect(said(spoil, 'remote')).toBe(verdict);
    const [fault] = verdictIn(spoil, 'remote').faults;
    if (fault) expect(fault.params).toMatchObject({ seconds, cells });
  });

  test('flat ones fire nothing', () => {
    expect(codes(set('remote', { cells: 'flat' }), 'remote')).toEqual(['hearer.battery']);
  });

  test.each(['30', 'bulb', '1/180', '0.7'])('a shutter at %s', (shutter) => {
    expect(said(set('body-1', { shutter }), 'remote')).toBe('in-sync');
  });
});

test('what is offered is written into the look and holds there', () => {
  const spoil = both(RIVAL, set('remote', { from: { second: { sight: 'blocked', distanceM: 400 } } }), {
    families: { control: { reachM: 80 } },
  });
  const work = leastWork(rigOf(spoil));
  expect(work.left).toEqual([]);
  const look = withChanges(baseLook(spoil), work.changes);
  expect(look.units.remote!.from).toEqual({ second: { sight: 'blocked', distanceM: 80 } });
});
