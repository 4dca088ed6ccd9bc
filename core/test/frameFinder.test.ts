/** Limits found by test frames: the search finds them, and what it found counts in the simulator. docs/model.md, Frame. */
import { shutterMicroseconds } from '../src/measure/stops';
import { FINDER_KINDS, finderChoices, type FinderKind, finderState, type FrameSeen } from '../src/prove/frameFinder';
import { syncLimits } from '../src/shot/framePreview';
import { finderFoundText, finderTryText, framesLeftText } from '../src/words/proveWording';
import { namesOf } from '../src/words/wording';
import { baseKit, judgeBase, type Spoil } from './baseRig';

const names = namesOf({ ...baseKit(), looks: [] } as never, []);

/** Answers as a pair would whose boldest clean choice stands at that place, -1 for none. */
function searched(kind: FinderKind, clean: number) {
  const seen: FrameSeen[] = [];
  const promised = finderState(kind, []).left;
  for (let state = finderState(kind, seen); state.tried !== null; state = finderState(kind, seen)) {
    expect(seen.length + state.left).toBeLessThanOrEqual(promised);
    seen.push({ tried: state.tried, bar: state.tried > clean });
  }
  return { seen, promised, found: finderState(kind, seen).found };
}

test.each(FINDER_KINDS)('%s: every limit there can be is found, in no more frames than promised', (kind) => {
  const choices = finderChoices(kind);
  for (let clean = -1; clean < choices.length; clean++) {
    const { seen, promised, found } = searched(kind, clean);
    expect(found).toBe(clean === -1 ? null : choices[clean]!);
    expect(seen.length).toBeLessThanOrEqual(promised);
  }
  // One for the boldest, then halves.
  expect(finderState(kind, []).left).toBeLessThanOrEqual(2 + Math.ceil(Math.log2(choices.length)));
  expect(finderState(kind, []).next).toBe(choices.at(-1));
});

test('it looks from 1/30 to 1/500, and from no delay to 4 ms, the safest first', () => {
  const labels = finderChoices('sync') as string[];
  expect([labels[0], labels.at(-1)]).toEqual(['1/30', '1/500']);
  for (let at = 1; at < labels.length; at++)
    expect(shutterMicroseconds(labels[at]!)).toBeLessThan(shutterMicroseconds(labels[at - 1]!));
  expect([finderChoices('tail')[0], finderChoices('tail')[1], finderChoices('tail').at(-1)]).toEqual([0, 100, 4000]);
});

test('each frame is said with what to set, and what comes of it is', () => {
  const of = { kind: 'sync', body: 'body-1', light: 'remote' } as const;
  expect(finderTryText(of, '1/250', '1/160', names)).toBe(
    'Set Body-1 to 1/250 without high-speed sync, let Remote fire alone, and press.',
  );
  expect(finderFoundText(of, '1/200', names)).toBe('Remote lights all of the frame of Body-1 up to 1/200.');
  expect(finderFoundText(of, null, names)).toContain('no matter of sync');
  const tail = { ...of, kind: 'tail' } as const;
  expect(finderTryText(tail, 1200, '1/1000', names)).toBe(
    'Set the tail delay of Remote to 1.2 ms, let it fire alone, and press Body-1 at 1/1000.',
  );
  expect(finderTryText(tail, 1200, null, names)).toContain('press Body-1 faster than its sync.');
  expect(finderFoundText(tail, 1200, names)).toContain('is 1.2 ms');
  expect([framesLeftText(1), framesLeftText(5)]).toEqual(['1 frame more at most', '5 frames more at most']);
});

describe('a limit that was found', () => {
  const found = (cleanTo: string, link = 'radio', body = 'body-1', more: Spoil = {}): Spoil => ({
    ...more,
    units: { remote: { realSyncs: { [body]: { link, cleanTo, by: 'Maren', at: '2027-06-12T15:00:00.000Z' } } } },
  });
  const limitOf = (spoil: Spoil) => {
    const { rig, shots } = judgeBase(spoil);
    const shot = shots.find(({ body }) => body.id === 'body-1')!;
    return syncLimits(rig, shot, ['remote']).get('remote')!.cleanTo;
  };

  // By its travel of 3.4 ms and delays of 0.5 ms it is whole up to 1/250.
  test.each(['1/250', '1/200', '1/160', '1/60'])('counts: whole up to %s and not at the next', (label) =>
    expect(limitOf(found(label))).toBe(label),
  );

  test('counts with that body and on that link alone', () => {
    expect(limitOf({})).toBe('1/250');
    expect(limitOf(found('1/160', 'optical'))).toBe('1/250');
    expect(limitOf(found('1/160', 'radio', 'body-2'))).toBe('1/250');
  });

  test('faster than the curtain is said to travel, the curtain’s own edge stays', () =>
    expect(limitOf(found('1/500'))).toBe('1/250'));

  test('nothing fires before its sender has spoken, and a wrong selector still delays', () => {
    const shotOf = (spoil: Spoil) => judgeBase(spoil).shots.find(({ body }) => body.id === 'body-1')!;
    // Home at 3.4 ms, over the shoe 0.05 ms later; 1/320 is 3.1 ms.
    expect(shotOf(found('1/320')).runs.get('remote')!.atUs).toBeCloseTo(3450, 6);
    const answered = {
      realSyncs: { 'body-1': { link: 'radio', cleanTo: '1/200', by: 'Maren', at: '2027-06-12T15:00:00.000Z' } },
    };
    const selector = {
      profiles: { answer: { selector: true } },
      settings: { answer: { selector: 'camera' } },
    } as never;
    const wrong = shotOf(selector).runs.get('answered')!.atUs!;
    expect(wrong).toBeGreaterThan(20_000);
    expect(shotOf({ ...(selector as Spoil), units: { answered } }).runs.get('answered')!.atUs).toBe(wrong);
  });

  test('the verdict and its finding go by it, faster or slower than what is recorded', () => {
    const at = (shutter: string) => ({ settings: { 'body-1': { shutter } } });
    const verdictOf = (spoil: Spoil) =>
      judgeBase(spoil).verdicts.find(({ unit, shot }) => unit === 'remote' && shot === 'body-1')!;
    expect(verdictOf(at('1/200')).verdict).toBe('in-sync');
    const late = verdictOf(found('1/160', 'radio', 'body-1', at('1/200')));
    expect(late.verdict).toBe('partial');
    expect(late.faults.map(({ code }) => code)).toEqual(['frame.latency']);
    const slow: Spoil = { ...at('1/200'), profiles: { remote: {} } };
    const radios = [{ family: 'control', roles: ['master', 'remote'], latencyUs: 3000 }];
    expect(verdictOf({ ...slow, profiles: { remote: { radios } } }).verdict).toBe('partial');
    expect(verdictOf(found('1/200', 'radio', 'body-1', { ...slow, profiles: { remote: { radios } } })).verdict).toBe(
      'in-sync',
    );
  });
});
