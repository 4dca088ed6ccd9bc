/** The energy of an evening, against counting every frame. */
import { discharge, type Row, sagFactor, secondsFor } from '../src/energy/discharge';
import { easingsOf } from '../src/energy/easings';
import { type EveningMoment, eveningOf, holds, METERED_POWER, RESERVE_CHARGE } from '../src/energy/evening';
import type { Light, Rig } from '../src/rig/rig';
import { buildRig, indexKit } from '../src/rig/rig';
import { easingText, eveningSentence, momentText, swapSchedule, swapText } from '../src/words/energyWording';
import { namesOf } from '../src/words/wording';
import { demo } from './demo';
import { Draw } from './draw';

const row = (of: Partial<Row>): Row => ({ frames: 10, each: 0.01, recycle: 2, between: 0, heat: null, ...of });

test.each([
  [1, 1],
  [0.5, 1],
  [0.35, 1.5],
  [0.2, 2],
  [0.125, 2.5],
  [0.05, 3],
  [0, 3],
])('with %d of a set left charging takes %d times as long', (charge, factor) =>
  expect(sagFactor(charge)).toBeCloseTo(factor, 9),
);

test('fresh cells keep their pace: ten frames at 2 s take 20 s and a tenth of the set', () => {
  expect(discharge(row({}), 1)).toMatchObject({ seconds: 20, swaps: [], pauses: 0, slowFrom: null });
  expect(discharge(row({}), 1).left).toBeCloseTo(0.9, 9);
  // From 0.35 on: 1.5 times 2 s after the first, and a thirtieth of a stop slower with each.
  expect(secondsFor(row({ each: 0.015 }), 0.365, 2)).toBeCloseTo(2 * 1.5 + 2 * 1.55, 9);
});

test('a set that is empty is changed before the next frame; on mains nothing is', () => {
  expect(discharge(row({ frames: 25, each: 0.1 }), 1).swaps).toEqual([11, 21]);
  expect(discharge(row({ frames: 3, each: 0.1 }), 0.05).swaps).toEqual([1]);
  expect(discharge(row({ frames: 5000, each: 0 }), 1)).toMatchObject({ swaps: [], left: 1, seconds: 10_000 });
});

test('a pace of 3 s is kept down to the charge at which 2 s have become 3', () => {
  // That is 0.35: after 65 frames of a hundredth; the one after the next is late.
  expect(discharge(row({ frames: 90, between: 3 }), 1).slowFrom).toBe(67);
  expect(discharge(row({ frames: 66, between: 3 }), 1).slowFrom).toBeNull();
  expect(discharge(row({ frames: 90, between: 1.9 }), 1).slowFrom).toBe(2);
  expect(discharge(row({ frames: 90, between: 6 }), 1).slowFrom).toBeNull();
});

test('a head rests after the frames it bears in a row, and a slow pace is no row', () => {
  const heat = { frames: 4, restSeconds: 60 };
  // Ten frames: 4, a rest, 4, a rest, 2.
  expect(discharge(row({ heat }), 1)).toMatchObject({ pauses: 2, seconds: 20 + 120 });
  expect(discharge(row({ heat, between: 15 }), 1)).toMatchObject({ pauses: 0, seconds: 150 });
});

const kit = indexKit(demo);
const looks = demo.looks.filter(({ event }) => event === 'ropewalk');

/** The demo's looks with other powers, cells and paces. */
function randomEvening(draw: Draw): EveningMoment[] {
  return Array.from({ length: draw.integer(3, 9) }, (_, index) => {
    const look = draw.pick(...looks);
    const units = Object.entries(look.units).map(([id, settings]) => {
      const power = draw.integer(-15, 0) / 3;
      const isBody = settings.shutter != null;
      const pace = isBody && draw.boolean() ? { secondsBetween: draw.pick(0.5, 1, 2, 4) } : {};
      const cells = index === 0 ? { cells: draw.pick('good', 'low', 'nearly empty', 'cold') } : {};
      return [
        id,
        { ...settings, ...(settings.power == null ? {} : { power, trim: null }), ...cells, ...pace },
      ] as const;
    });
    const rig = buildRig(kit, { ...look, units: Object.fromEntries(units) as typeof look.units });
    const moment = { id: `m${index}`, name: 'M', minutes: draw.integer(5, 90), frames: draw.integer(1, 500) };
    return { moment, rig };
  });
}

/** Every frame by itself. */
function framed(light: Light, rig: Rig, { moment }: EveningMoment, charge: number) {
  const { profile, settings } = light;
  const power = settings.mode === 'ttl' ? METERED_POWER : settings.power!;
  const energy = 2 ** Math.max(power, profile.power.floor ?? -99);
  const isOnCells = profile.cells?.kind !== 'mains' && profile.cells?.fullPops != null;
  const each = isOnCells ? energy / profile.cells!.fullPops! : 0;
  const paces = rig.bodies
    .filter(({ id }) => !rig.strangers.has(id))
    .flatMap((body) => body.settings.secondsBetween ?? []);
  const between = paces.length > 0 ? Math.min(...paces) : (moment.minutes! * 60) / moment.frames!;
  const { full, floor } = profile.recycle ?? {};
  const fresh =
    full == null || floor == null ? 0 : Math.max(floor, full * energy) * (settings.cells === 'cold' ? 1.5 : 1);
  const bears = profile.heat?.fullPops == null ? Infinity : profile.heat.fullPops / energy;
  const rest = profile.heat?.restSeconds ?? 0;
  let [left, now, swaps, pauses] = [charge, 0, 0, 0];
  if (each > 0 && left < 1 && left - moment.frames! * each < RESERVE_CHARGE) [left, swaps] = [1, 1];
  let slowFrom: number | null = null;
  let recent: number[] = [];
  for (let frame = 0; frame < moment.frames!; frame++) {
    if (each > 0 && left < each - 1e-9) [left, swaps, recent] = [1, swaps + 1, []];
    recent = recent.filter((at) => now - at < rest);
    if (recent.length + 1 > bears + 1e-9) [now, pauses, recent] = [now + rest, pauses + 1, []];
    recent.push(now);
    left -= each;
    const ready = fresh * sagFactor(Math.max(0, left));
    if (ready > between + 1e-9 && frame + 2 <= moment.frames!) slowFrom ??= frame + 2;
    now += Math.max(between, ready);
  }
  return { left, seconds: now, swaps, pauses, slowFrom };
}

test('100 random evenings come to what counting every frame comes to, within 1 %', () => {
  const seen = { lights: 0, swaps: 0, pauses: 0, slow: 0 };
  for (let run = 0; run < 100; run++) {
    const moments = randomEvening(new Draw(26_000 + run));
    const evening = eveningOf(moments);
    for (const { light: id, moments: of } of evening.lights) {
      const first = of[0];
      let charge = first?.before ?? 1;
      for (const one of of) {
        const moment = moments.find(({ moment: { id: at } }) => at === one.moment)!;
        const light = moment.rig!.lights.find((each) => each.id === id)!;
        if (one === first && one.swapBefore) charge = light.settings.cells === 'low' ? 0.2 : 0.05;
        const counted = framed(light, moment.rig!, moment, charge);
        const { left, seconds, swaps, pauses, slowFrom } = one.result;
        expect(Math.abs(left - counted.left)).toBeLessThan(0.01);
        expect(Math.abs(seconds - counted.seconds)).toBeLessThanOrEqual(0.01 * counted.seconds);
        expect({ swaps: swaps.length + Number(one.swapBefore), pauses, slowFrom }).toEqual({
          swaps: counted.swaps,
          pauses: counted.pauses,
          slowFrom: counted.slowFrom,
        });
        charge = counted.left;
        seen.lights++;
        seen.swaps += counted.swaps;
        seen.pauses += pauses;
        seen.slow += Number(slowFrom !== null);
      }
    }
  }
  expect(seen.lights).toBeGreaterThan(2000);
  expect(Math.min(seen.swaps, seen.pauses, seen.slow)).toBeGreaterThan(50);
});

/** One look of the demo again and again. */
function evening(name: string, frames: number, power: number, minutes = 60): EveningMoment[] {
  const look = looks.find((one) => one.name === name)!;
  const units = Object.entries(look.units).map(
    ([id, one]) => [id, one.power == null ? one : { ...one, power }] as const,
  );
  const rig = buildRig(kit, { ...look, units: Object.fromEntries(units) as typeof look.units });
  return ['one', 'two'].map((id) => ({ moment: { id, name: id, minutes, frames }, rig }));
}

test('a set is changed between moments, before the one it would not last', () => {
  const { lights } = eveningOf(evening('Speeches', 300, 0));
  const one = lights.find(({ light }) => light === 'light-1')!;
  expect(one.moments.map(({ swapBefore, before }) => [swapBefore, before])).toEqual([
    [false, 1],
    [true, 1],
  ]);
  expect(one.swaps).toBe(1);
});

test('what is said of an evening that does not hold', () => {
  const names = namesOf(demo);
  const moments = evening('Speeches', 300, 0, 10);
  const shown = eveningOf(moments);
  expect(eveningSentence(shown, names)).toBe('Light 1 to 3 and Light 9 do not keep up.');
  const swap = swapSchedule(shown).find(({ moment }) => moment === 'two')!;
  expect(swap.lights).toContain('light-9');
  const dealt = (light: string) => (light === 'light-9' ? 'Maren' : null);
  expect(swapText({ ...swap, lights: ['light-1', 'light-9'] }, 'Cake', dealt, names)).toBe(
    'Before Cake: fresh cells for Light 1 and Light 9 (Maren).',
  );
  const [one] = shown.lights.find(({ light }) => light === 'light-9')!.moments;
  expect(momentText(one!)).toMatch(
    /^300 pops, \d+ % left; cells changed at frame 141 and 281; late from frame 2 on: \d+\.\d s to charge, 2\.0 s wanted$/,
  );
  expect(momentText(shown.lights.find(({ light }) => light === 'light-1')!.moments[0]!)).toContain('pauses for heat');
  const easings = easingsOf(moments);
  // Whom a second light serves needs no larger one.
  expect(easings.map(({ kind }) => kind)).toEqual(['iso', 'second light', 'second light', 'larger', 'larger']);
  expect(easingText({ kind: 'iso', stops: 1 }, names)).toBe(
    'Raise ISO by one stop and take all powers down with it: then all of them last.',
  );
  expect(easingText({ kind: 'second light', light: 'light-1' }, names)).toContain('beside Light 1, each at half');
  expect(easingText({ kind: 'larger', light: 'light-1', stops: 4 / 3 }, names)).toContain(
    '1⅓ stops more energy in the place of Light 1',
  );
  const calm = eveningOf([{ ...moments[0]!, moment: { id: 'one', name: 'one' } }]);
  expect(eveningSentence(calm, names)).toBe(
    'Nothing fires, as far as frames are noted. 1 moment without frames is left out.',
  );
});

test('where the lights do not last, the least change with which they do', () => {
  expect(easingsOf(evening('Speeches', 100, -5))).toEqual([]);
  const short = evening('Speeches', 300, -1, 30);
  expect(eveningOf(short).lights.every(holds)).toBe(false);
  const easings = easingsOf(short);
  const [iso] = easings;
  expect(iso!.kind).toBe('iso');
  const stops = (iso as { stops: number }).stops;
  expect(eveningOf(short, { less: stops }).lights.every(holds)).toBe(true);
  expect(eveningOf(short, { less: stops - 1 / 3 }).lights.every(holds)).toBe(false);
});

test('what nobody recorded is named, and frames nobody counted are left out', () => {
  const [first, second] = evening('First dance', 50, -3);
  const { lights, unframed } = eveningOf([first!, { ...second!, moment: { id: 'two', name: 'two' } }]);
  expect(unframed).toEqual(['two']);
  const unpaced = eveningOf([{ ...first!, moment: { ...first!.moment, minutes: null } }]);
  expect(unpaced.unpaced).toEqual(['one']);
  expect(eveningSentence(unpaced, namesOf(demo))).toContain(
    'Of 1 moment nobody noted how long, so whether the lights are ready in time there is open.',
  );
  const fields = (id: string) => lights.find(({ light }) => light === id)!.unknown.map(({ field }) => field);
  expect(fields('light-5')).toEqual([]);
  const bare = indexKit({ ...demo, profiles: demo.profiles.map((one) => ({ ...one, recycle: null, cells: null })) });
  const unrecorded = eveningOf([
    {
      ...first!,
      rig: buildRig(
        bare,
        looks.find(({ name }) => name === 'First dance')!,
      ),
    },
  ]);
  expect(unrecorded.lights.find(({ light }) => light === 'light-5')!.unknown.map(({ field }) => field)).toEqual([
    'profile.cells.fullPops',
    'profile.recycle.full',
    'profile.recycle.floor',
  ]);
  expect(lights.find(({ light }) => light === 'light-7')!.moments[0]).toMatchObject({
    metered: true,
    power: METERED_POWER,
  });
  const silent = eveningOf([{ ...first!, moment: { ...first!.moment, noFlash: true } }]);
  expect(silent.lights).toEqual([]);
});
