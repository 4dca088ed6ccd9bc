/** What fools metering, and the compensation for it: the camera's own counted in, within what the flash takes. */
import { FOOLINGS, fooledMoves, fooledNow, type Fooling } from '../src/power/fooled';
import { lightPowers } from '../src/power/lightPower';
import { planPowers } from '../src/power/powerPlan';
import { withRigChanges } from '../src/rig/rigChanges';
import { judge } from '../src/verdict/judge';
import { foolingLabel } from '../src/words/powerWording';
import { judgeBase, type Spoil } from './baseRig';

const compensated = (light: number | null, body: number | null = null, profile: object = { compLimit: 3 }): Spoil => ({
  profiles: { metered: profile },
  settings: { metered: { compensation: light }, 'body-1': { compensation: body } } as never,
});

/** What stands on the light and what is said of it once that is chosen. */
function chosen(spoil: Spoil, by: Fooling) {
  const judgement = judgeBase(spoil);
  const metered = (all = lightPowers(judgement)) => all.filter(({ light }) => light.id === 'metered');
  const plan = planPowers(judgement, fooledMoves(metered(), by));
  const after = judge(withRigChanges(judgement.rig, plan.changes));
  return {
    changed: plan.changes.map(({ unit, setting }) => `${unit} ${setting}`),
    stands: after.rig.placed.get('metered')!.settings.compensation ?? 0,
    now: fooledNow(metered(lightPowers(after))),
    short: plan.moves[0]!.short,
  };
}

test.each<[Fooling, number | null, number | null, number]>([
  ['white clothes', null, null, 1],
  ['white clothes', -1, null, 1],
  ['black clothes', null, null, -1],
  ['backlight', null, null, 4 / 3],
  ['nothing', 2, null, 0],
  // What the camera adds is there already.
  ['white clothes', null, 1, 0],
  ['black clothes', null, 1, -2],
])('%s, with %p on the light and %p on the camera: %d on the light', (by, light, body, stands) => {
  const is = chosen(compensated(light, body), by);
  expect(is.stands).toBeCloseTo(stands, 3);
  expect(is).toMatchObject({ now: by, short: null });
  expect(is.changed.every((one) => one === 'metered compensation')).toBe(true);
});

test('beyond what the flash takes it stops, and is not said to be compensated', () => {
  expect(chosen(compensated(null, null, { compLimit: 0.3333 }), 'white clothes')).toMatchObject({
    stands: expect.closeTo(1 / 3, 3),
    now: null,
    short: 'ceiling',
  });
});

test('of lights that meter themselves alone, and only where all stand alike', () => {
  const powers = lightPowers(judgeBase(compensated(0.5)));
  expect(fooledNow(powers)).toBeNull();
  expect([...fooledMoves(powers, 'nothing').keys()]).toEqual(['metered', 'top']);
  expect(fooledNow(powers.filter(({ light }) => light.id === 'remote'))).toBeNull();
  expect(FOOLINGS.map(foolingLabel)).toEqual([
    'Nothing',
    'White clothes +1',
    'Black clothes -1',
    'A window behind +1⅓',
  ]);
});
