/** The frame row by row, with numbers worked out by hand. */
import { ROWS } from '../src/shot/rowLight';
import { framePreview, syncLimits } from '../src/shot/framePreview';
import { judge } from '../src/verdict/judge';
import { buildRig, indexKit } from '../src/rig/rig';
import { caughtShare, pulseDecayUs } from '../src/shot/pulseShape';
import { fastestLabelAtLeast } from '../src/measure/stops';
import { framePreviewText, syncLimitText } from '../src/words/workWording';
import { baseKit, baseLook, type Spoil } from './baseRig';

const pressed = (spoil: Spoil = {}) => {
  const judgement = judge(buildRig(indexKit(baseKit(spoil)), baseLook(spoil)));
  return { rig: judgement.rig, shot: judgement.shots.find((shot) => shot.body.id === 'body-1')! };
};
const picture = (light: string, spoil: Spoil = {}) => {
  const { shot } = pressed(spoil);
  return framePreview(shot, shot.runs.get(light)!);
};
const duration = (measure: 't.5' | 't.1', fullUs: number, floorUs = fullUs): Spoil => ({
  profiles: { remote: { duration: { measure, fullUs, floorUs } } },
});

test('a short pulse inside the open frame reaches every row alike', () => {
  const whole = picture('remote')!;
  expect(whole.rows).toHaveLength(ROWS);
  expect(whole).toMatchObject({ dark: 0, gradient: 0, pulse: 'instant' });
});

test('over sync the rows that closed first are dark: as many as the share of the frame says', () => {
  // 1/320 is 3,100 us; travel 3,400, delay 500 by the sender and the remote: 800 of 3,400 rows are missed.
  const cut = picture('remote', { settings: { 'body-1': { shutter: '1/320' } } })!;
  expect(cut.dark).toBeCloseTo(800 / 3400, 1);
  expect(cut.rows[0]).toBe(-Infinity);
  expect(cut.rows[ROWS - 1]).toBe(0);
});

test('t.5 and t.1 of one exponential: the time constant is the duration over ln 2 or ln 10', () => {
  const decay = (spoil: Spoil) => {
    const { shot } = pressed(spoil);
    const { light, delivery } = shot.runs.get('remote')!;
    return pulseDecayUs(light, delivery!.power!);
  };
  expect(decay(duration('t.5', 1000))).toBeCloseTo(1442.7, 1);
  expect(decay(duration('t.1', 1000))).toBeCloseTo(434.29, 2);
  // At -3 of a floor of -7, on a logarithmic scale: 3200 * (100/3200)^(3/7) is 724.6 us.
  expect(decay(duration('t.5', 3200, 100))).toBeCloseTo(724.55 / Math.LN2, 0);
  expect(decay({})).toBeNull();
});

test('of a pulse with a time constant of 1 ms, 1 ms catches 1 - 1/e, and half a stop is half a stop', () => {
  expect(caughtShare(0, 1000, 0, 1000)).toBeCloseTo(1 - Math.exp(-1), 10);
  expect(caughtShare(0, 1000, 1000, 1e9)).toBeCloseTo(Math.exp(-1), 10);
  expect(caughtShare(500, 1000, 0, 400)).toBe(0);
  expect(caughtShare(0, null, 0, 10)).toBe(1);
  expect(caughtShare(0, null, 1, 10)).toBe(0);
});

test('a slow pulse at a fast shutter is cut short: rows that close sooner get less', () => {
  // Time constant 2,885 us. At 1/160 (6,201 us) the first row has 2,301 us of it left, the last all but the end.
  const slow = picture('remote', duration('t.5', 2000))!;
  const first = 1 - Math.exp(-(6201 + (0.5 / 24) * 3400 - 3900) / 2885.4);
  const last = 1 - Math.exp(-(6201 + (23.5 / 24) * 3400 - 3900) / 2885.4);
  expect(slow.gradient).toBeCloseTo(Math.log2(last / first), 1);
  expect(slow.gradient).toBeGreaterThan(0.3);
  expect(slow.pulse).toBe('recorded');
  const fast = picture('remote', duration('t.5', 200))!;
  expect(fast.gradient).toBeLessThan(0.01);
});

test('the sync limit is what the simulator finds: clean to 1/200, and what the next label costs', () => {
  const { rig, shot } = pressed();
  // 3,400 of travel, 500 of delay: 3,900 us. 1/250 is 3,906 us open and just enough; 1/320 is 3,100.
  const limit = syncLimits(rig, shot, ['remote']).get('remote')!;
  expect(limit.cleanTo).toBe(fastestLabelAtLeast(3900));
  expect(limit.beyond).toMatchObject({ label: '1/320', darkEdge: 'lower' });
  expect(limit.beyond!.lost).toBeCloseTo(800 / 3400, 2);
});

test('of several lights at once each has the limit it has alone', () => {
  const slow = [{ family: 'control', roles: ['master' as const, 'remote' as const], latencyUs: 2000 }];
  const { rig, shot } = pressed({ profiles: { remote: { radios: slow } } });
  const lights = ['remote', 'answered', 'wired', 'top'];
  const together = syncLimits(rig, shot, lights);
  expect([...together.keys()].sort()).toEqual([...lights].sort());
  for (const light of lights) expect(together.get(light)).toEqual(syncLimits(rig, shot, [light]).get(light));
  // A wire is sooner than the air, and so may be faster.
  expect([together.get('remote')!.cleanTo, together.get('wired')!.cleanTo]).toEqual(['1/160', '1/250']);
  expect(syncLimits(rig, shot, []).size).toBe(0);
});

test('a leaf shutter has no rows to miss until it is faster than the delay', () => {
  const duration = { measure: 't.5' as const, fullUs: 1 };
  const { rig, shot } = pressed({
    settings: { 'body-1': { shutterType: 'leaf' } },
    profiles: { remote: { duration } },
  });
  const limit = syncLimits(rig, shot, ['remote']).get('remote')!;
  // The pulse comes 500 us after the contact at 0: 1/2000 is 488 us open.
  expect(limit.cleanTo).toBe('1/1600');
  expect(limit.beyond).toMatchObject({ label: '1/2000', lost: 1, darkEdge: null });
});

test('what does not fire, or depends on a field nobody recorded, has no picture and no limit', () => {
  expect(picture('remote', { settings: { remote: { on: false } } })).toBeNull();
  expect(picture('remote', { settings: { remote: { channel: null } } })).toBeNull();
  const { rig, shot } = pressed({ settings: { remote: { channel: 3 } } });
  expect(syncLimits(rig, shot, ['remote']).get('remote')).toBeNull();
});

test('both are said in a sentence', () => {
  const beyond = { label: '1/250', lost: 0.06, darkEdge: 'lower' as const, stops: 0, missedPops: 0 };
  expect(syncLimitText({ cleanTo: '1/200', beyond })).toBe('Clean to 1/200; at 1/250 it loses 6 % at the lower edge.');
  const late = (missedPops: number) =>
    syncLimitText({ cleanTo: '1', beyond: { ...beyond, label: '0.8', lost: 0, missedPops } });
  expect([late(1), late(2)]).toEqual([
    'Clean to 1 s; at 0.8 s 1 pop comes too late.',
    'Clean to 1 s; at 0.8 s 2 pops come too late.',
  ]);
  expect(syncLimitText({ cleanTo: null, beyond: null })).toBe('No shutter time is clean on this path.');
  expect(framePreviewText(picture('remote')!)).toBe(
    'whole frame lit, drawn as an instant: its duration is not recorded',
  );
  expect(framePreviewText(picture('remote', duration('t.5', 2000))!)).toMatch(
    /^whole frame lit, falling by 0\.\d stops across$/,
  );
});
