/** Whether a pulse holds what moves, by its model's duration. docs/model.md, Exposure. */
import { motionOf } from '../src/power/motion';
import { lightPowers } from '../src/power/lightPower';
import { motionText } from '../src/words/powerWording';
import { namesOf } from '../src/words/wording';
import { baseKit, judgeBase } from './baseRig';

/** Halves with each of its eight stops: 4 ms at full, 15.6 us at its lowest. */
const FLASH = {
  duration: { measure: 't.1', fullUs: 4000, floorUs: 15.625 },
  power: { scale: 'fraction', floor: -8, step: 1 },
};

function motion(profile: object, power: number | null, train = false) {
  const judgement = judgeBase({ profiles: { remote: profile } });
  const of = lightPowers(judgement).find(({ light }) => light.id === 'remote')!;
  const found = motionOf(of.light, power, train);
  return { found, said: found && motionText(of, found, namesOf({ ...baseKit(), looks: [] } as never)) };
}

test('a dancer at 3 m/s moves 3 mm in a thousandth of a second, and is held by pulses of two thirds of that', () => {
  const { found, said } = motion(FLASH, -2);
  expect(found).toEqual({
    power: -2,
    pulseUs: expect.closeTo(1000, 6),
    movedMm: expect.closeTo(3, 6),
    sharp: [-8, -3],
  });
  expect(said).toBe(
    'At 1/4 its pulse lasts 1/1000 s (t.1): a dancer moves 3.0 mm in it, a blur. 1/8 and lower are sharp.',
  );
  expect(motion(FLASH, -3).said).toBe(
    'At 1/8 its pulse lasts 1/2000 s (t.1): a dancer moves 1.5 mm in it, and is sharp.',
  );
});

test('a duration by t.5 is 3.3 times as long by t.1', () => {
  const half = { ...FLASH, duration: { measure: 't.5', fullUs: 1000, floorUs: 1000 } };
  expect(motion(half, 0).found!.pulseUs).toBeCloseTo(3321.9, 1);
  expect(motion(half, 0).said).toContain('a blur. At no power of it one is sharp.');
});

test('a lamp whose pulse grows longer as it is turned down holds one at its higher powers', () => {
  const studio = { ...FLASH, duration: { measure: 't.1', fullUs: 500, floorUs: 2000 } };
  const { found, said } = motion(studio, -8);
  expect(found!.sharp).toEqual([-1, 0]);
  expect(said).toContain('a blur. 1/2 and higher are sharp.');
});

test('nothing is said where the duration or the power is not recorded, or a train lasts as long as the shutter', () => {
  expect(motion({ ...FLASH, duration: null }, -2).found).toBeNull();
  expect(motion(FLASH, null).found).toBeNull();
  expect(motion(FLASH, -2, true).found).toBeNull();
});
