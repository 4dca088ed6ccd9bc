/** The frame by hand: tau 3,400 us of travel, and a pulse d after the first curtain is home (docs/model.md, Frame). */
import { curtainOf, isOverSync, litShare } from '../src/shot/curtain';
import { buildRig, indexKit } from '../src/rig/rig';
import { baseKit, baseLook, type Spoil } from './baseRig';

const TAU = 3400;

test.each([
  // open, delay, share: 1 - clamp((tau + d - t) / tau, 0, 1)
  [6000, 500, 1],
  [3900, 500, 1],
  [3560, 500, 0.9],
  [2200, 500, 0.5],
  [500, 500, 0],
  [400, 500, 0],
])('open %d us, %d us late: %d of the frame', (openUs, delayUs, share) => {
  expect(litShare(TAU, openUs, TAU + delayUs).share).toBeCloseTo(share, 9);
});

test('a late pulse leaves the lower edge dark, an early one the upper', () => {
  expect(litShare(TAU, 2200, TAU + 500).darkEdge).toBe('lower');
  // Half-way through the travel only the rows opened so far are lit.
  expect(litShare(TAU, 6000, TAU / 2)).toEqual({ share: 0.5, darkEdge: 'upper' });
  expect(litShare(TAU, 6000, -80_000).share).toBe(0);
});

test('a leaf shutter has no rows: all or nothing', () => {
  expect(litShare(0, 2000, 1900)).toEqual({ share: 1, darkEdge: null });
  expect(litShare(0, 2000, 2100)).toEqual({ share: 0, darkEdge: null });
});

test('the shutter is to blame only when even a wire would be late', () => {
  expect(isOverSync(TAU, TAU + 50)).toBe(false);
  expect(isOverSync(TAU, TAU + 40)).toBe(true);
});

const curtain = (spoil: Spoil) => {
  const rig = buildRig(indexKit(baseKit(spoil)), baseLook(spoil));
  return curtainOf(rig.bodies[0]!);
};

test('travel is stated, or the exact sync time less half a millisecond, or unknown', () => {
  expect(curtain({}).tauUs).toBe(3400);
  const mechanical = { type: 'mechanical', flash: true };
  expect(curtain({ profiles: { 'body-1': { shutters: [{ ...mechanical, syncTime: '1/250' }] } } }).tauUs).toBe(
    3906.25 - 500,
  );
  const bare = curtain({ profiles: { 'body-1': { shutters: [mechanical] } } });
  expect(bare.tauUs).toBeNull();
  expect(bare.unknown).toEqual([{ unit: 'body-1', field: 'profile.shutters.curtainUs' }]);
  expect(curtain({ settings: { 'body-1': { shutterType: 'leaf' } } }).tauUs).toBe(0);
});

test('a sync time shorter than what makers leave to spare is no travel at all', () => {
  const at = (syncTime: string) =>
    curtain({ profiles: { 'body-1': { shutters: [{ type: 'mechanical', flash: true, syncTime }] } } }).tauUs;
  // 1/4000 is 244 us, 1/500 is 1,953.125; each less 500.
  expect([at('1/4000'), at('1/500')]).toEqual([0, 1453.125]);
});
