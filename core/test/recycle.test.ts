/** What a burst takes from a flash, pop by pop. */
import { firstMissed, firstTooHot, recycleSeconds } from '../src/shot/recycle';
import { buildRig, indexKit, type Light } from '../src/rig/rig';
import { suitsNoMoment } from '../src/verdict/neverRight';
import { baseKit, baseLook, type Spoil } from './baseRig';

const light = (spoil: Spoil = {}): Light =>
  buildRig(indexKit(baseKit(spoil)), baseLook(spoil)).lights.find((one) => one.id === 'remote')!;
const heat = (fullPops: number): Spoil => ({ profiles: { remote: { heat: { fullPops, restSeconds: 60 } } } });

test('a pop at p stops takes 2^p of the charge, and the pause makes up its share of it', () => {
  // Full power, 2 s to charge, a frame a second: half charged for the second frame.
  expect(firstMissed(0, 2, 1, 5)).toBe(2);
  expect(firstMissed(0, 2, 2, 5)).toBeNull();
  // A quarter each, nothing coming back: four pops, and the fifth is missed.
  expect(firstMissed(-2, 1e9, 0.1, 10)).toBe(5);
  expect(firstMissed(-2, 1e9, 0.1, 4)).toBeNull();
  // Half each, a quarter back: 1, 0.75, 0.5, then 0.25.
  expect(firstMissed(-1, 2, 0.5, 9)).toBe(4);
  // Metering may ask for all of it.
  expect(firstMissed(null, 2, 1, 2)).toBe(2);
});

test('a light trimmed down on the unit needs less, and so may keep up', () => {
  const paced = (trim: number): Spoil => ({
    settings: {
      'body-1': { secondsBetween: 1, burstFrames: 12 },
      remote: { link: 'cable', mount: 'body-1', power: 0, trim, firesFor: ['body-1'] },
    },
  });
  // Full power charges in 2 s, half of it in one.
  const fails = (trim: number) => {
    const rig = buildRig(indexKit(baseKit(paced(trim))), baseLook(paced(trim)));
    return suitsNoMoment(
      rig,
      rig.bodies[0]!,
      rig.lights.find(({ id }) => id === 'remote')!,
    );
  };
  expect([fails(0), fails(-1)]).toEqual([true, false]);
});

test('a row of pops heats a head by what they add up to', () => {
  expect(firstTooHot(light(heat(8)), 0, 20)).toBe(9);
  expect(firstTooHot(light(heat(8)), -1, 20)).toBe(17);
  expect(firstTooHot(light(heat(8)), -1, 16)).toBeNull();
  expect(firstTooHot(light(), 0, 500)).toBeNull();
});

test('the charging time follows the energy, down to the time at lowest power; low cells double it', () => {
  expect(recycleSeconds(light(), -3)).toMatchObject({ least: 0.25, most: 0.25 });
  expect(recycleSeconds(light(), -7)).toMatchObject({ most: 0.1 });
  expect(recycleSeconds(light({ settings: { remote: { cells: 'low' } } }), -3)).toMatchObject({ most: 0.5 });
  expect(recycleSeconds(light(), null)).toMatchObject({ least: 0.1, most: 2 });
  const blank = recycleSeconds(light({ profiles: { remote: { recycle: { full: 2 } } } }), -3);
  expect(blank).toMatchObject({ least: null, most: null });
  expect(blank.unknown).toEqual([{ unit: 'remote', field: 'profile.recycle.floor' }]);
});
