/** A look as a task of balance, and its plan as changes of it that come true. docs/model.md, Balance. */
import { balanceChanges, balanceOf, balanceTask, type LookTask, unmeteredIn } from '../src/power/balanceTask';
import { aimedAt } from '../src/power/lightLevel';
import { type LightPower, lightPowers } from '../src/power/lightPower';
import { planPowers } from '../src/power/powerPlan';
import { roomLevel } from '../src/power/room';
import type { Reading } from '../src/record/reading';
import { withRigChanges } from '../src/rig/rigChanges';
import { judge, type Judgement } from '../src/verdict/judge';
import { unmeteredText } from '../src/words/balanceWording';
import { namesOf } from '../src/words/wording';
import { baseKit, judgeBase } from './baseRig';
import { reading } from './metered';

const powerOf = (judgement: Judgement, id: string, readings: readonly Reading[] = []): LightPower =>
  lightPowers(judgement, readings).find(({ light }) => light.id === id)!;
const changesOf = (plan: ReturnType<typeof planPowers>) =>
  plan.changes.map(({ unit, setting, to }) => `${unit}.${setting} ${String(to)}`);
const after = (judgement: Judgement, plan: ReturnType<typeof planPowers>) =>
  judge(withRigChanges(judgement.rig, plan.changes));

const names = namesOf(baseKit({ add: { twin: { like: 'remote', settings: {} } } }));
const camera = { 'body-1': { iso: 400, aperture: 8 } };

describe('a look in balance', () => {
  const readings = [
    reading({ id: 'a', stops: 5, lights: { remote: { power: -3 } } }),
    reading({ id: 'b', stops: 4, lights: { answered: { power: -2 } } }),
    reading({ id: 'c', stops: 3, lights: {} }),
  ];
  const aims = { remote: { aim: 0 }, answered: { aim: -2, walkSeconds: 10 } };
  const taskOf = (judgement: Judgement, wanted = {}) => balanceTask(judgement, readings, wanted) as LookTask;

  test('powers by letter and by hand, as the readings come out then', () => {
    const judgement = judgeBase({ settings: { ...camera, ...aims } as never });
    const task = taskOf(judgement);
    expect(task.open.map(({ light, why }) => [light, why])).toEqual([
      ['eye', 'aim'],
      ['metered', 'metered'],
      ['top', 'metered'],
      ['wired', 'aim'],
    ]);
    const plan = balanceOf(task)!;
    expect(plan.parts.map(({ part, power, predicted }) => [part.lights, power, predicted])).toEqual([
      [['answered'], -2, 4],
      [['remote'], -2, 6],
    ]);
    const change = balanceChanges(judgement, task, plan);
    expect(changesOf(change)).toEqual(['remote.power -2', 'sender.groups.A.power -2']);
    expect(powerOf(after(judgement, change), 'remote', readings).level.stops).toBeCloseTo(6, 9);
    expect(change.outcome.findings).toEqual([]);
  });

  test('another aperture, the room kept two stops down: what must be turned, and all of it comes true', () => {
    const judgement = judgeBase({ settings: { ...camera, ...aims } as never });
    const wanted = { aperture: 22, room: -2 };
    const task = taskOf(judgement, wanted);
    // f/22 is 9: the key would have to give a stop over full. The room reads 3, and is to read 7.
    expect(balanceOf(task)).toMatchObject({ dials: [{ dial: 'iso', stops: 4 }], room: 7, changes: 1 });
    // The fill is to read 7: with its highest, a half, that is a stop and a half short of what whole steps forgive.
    const open = taskOf(judgement, { aperture: 22 });
    const brighter = balanceOf(open)!;
    expect(brighter.dials).toEqual([{ dial: 'iso', stops: expect.closeTo(5 / 3, 6) }]);
    const change = balanceChanges(judgement, open, brighter, { aperture: 22 });
    expect(changesOf(change).filter((one) => one.startsWith('body-1'))).toEqual([
      'body-1.iso 1250',
      'body-1.aperture 22',
    ]);
    const then = after(judgement, change);
    for (const { part, predicted } of brighter.parts)
      for (const id of part.lights) expect(powerOf(then, id, readings).level.stops).toBeCloseTo(predicted, 6);
  });

  test('the room as it is wanted on record counts without being asked for; not metered, that is said', () => {
    const judgement = judgeBase({ settings: { 'body-1': { iso: 400, aperture: 8, roomAim: -2 } } as never });
    const task = taskOf(judgement);
    // f/8 is 6: the room reads 3, three below, and is to read 4.
    expect(roomLevel(task.body, readings)).toBe(-3);
    expect([task.task.room, task.roomOpen]).toEqual([{ reading: 3, level: -2 }, false]);
    const only = balanceTask(judgement, [readings[2]!]) as LookTask;
    expect(only.task.parts).toEqual([]);
    expect(balanceOf(only)).toMatchObject({
      dials: [{ dial: 'iso', stops: expect.closeTo(1, 1) }],
      changes: 1,
      parts: [],
    });
    const open = balanceTask(judgement, readings.slice(0, 2)) as LookTask;
    expect([open.task.room, open.roomOpen]).toEqual([null, true]);
  });

  test('without the camera’s settings there is no task, and what is missing is named', () => {
    expect(balanceTask(judgeBase(), readings)).toEqual({
      task: null,
      unknown: [
        { unit: 'body-1', field: 'aperture' },
        { unit: 'body-1', field: 'iso' },
      ],
    });
  });

  test('the lowest ISO a camera has is no reason to leave it there, and one below it is not gone to', () => {
    const at = (iso: number) => taskOf(judgeBase({ settings: { 'body-1': { iso, aperture: 8 }, ...aims } as never }));
    expect(
      at(100)
        .task.dials.iso.map((stops) => Number(stops.toFixed(2)))
        .slice(0, 2),
    ).toEqual([0, 0.33]);
    expect(Math.max(...at(6400).task.dials.iso)).toBeCloseTo(0, 9);
    expect(Math.min(...at(400).task.dials.iso)).toBeCloseTo(-2, 9);
  });

  test('a light is aimed at its aim against the aperture', () => {
    const { rig } = judgeBase({ settings: { ...camera, answered: { aim: -2 } } as never });
    const answered = rig.lights.find(({ id }) => id === 'answered')!;
    expect(aimedAt(answered, rig.bodies[0]!)).toBeCloseTo(4, 9);
    expect(
      aimedAt(
        rig.lights.find(({ id }) => id === 'eye')!,
        rig.bodies[0]!,
      ),
    ).toBeNull();
  });

  test('what can be done at a light: filters, its modifier off, up to half or twice its distance, another beside it', () => {
    const own = { subjectM: 4, modifierLoss: 1.5, densityLoss: 1 };
    const judgement = judgeBase({ settings: { ...camera, remote: { ...aims.remote, ...own } } as never });
    const alone = reading({ stops: 5, lights: { remote: { power: -3, ...own } } });
    const [part] = (balanceTask(judgement, [alone]) as LookTask).task.parts;
    expect(part!.levers).toMatchObject({ density: [1, -1, -2, -3], modifier: [1.5], 'second light': [1] });
    const thirds = part!.levers.distance!.map((stops) => Math.round(3 * stops));
    expect([...thirds].sort((a, b) => a - b)).toEqual([-6, -5, -4, -3, -2, -1, 1, 2, 3, 4, 5, 6]);
    expect(thirds.map(Math.abs)).toEqual([1, 1, 2, 2, 3, 3, 4, 4, 5, 5, 6, 6]);
  });

  test('lights that share a power are moved, filtered and stripped by nobody: only another beside them is offered', () => {
    const twin = {
      like: 'remote',
      settings: { on: true, channel: 11, networkId: 27, role: 'remote', link: 'radio', group: 'A', mode: 'manual' },
    } as const;
    const spoil = {
      add: { twin: { ...twin, settings: { ...twin.settings, power: -3, firesFor: ['body-1'] } } },
      settings: { ...camera, remote: { aim: 0, subjectM: 4 }, twin: { aim: 0, subjectM: 4 } } as never,
    };
    const alone = ['remote', 'twin'].map((id) =>
      reading({ id, stops: 5, lights: { [id]: { power: -3, subjectM: 4 } } }),
    );
    const task = balanceTask(judgeBase(spoil), alone) as LookTask;
    const [part] = task.task.parts.filter(({ lights }) => lights.length === 2);
    expect(part!.levers).toEqual({ 'second light': [1] });
    expect(unmeteredIn(task, part!)).toEqual([]);
    // One of them read alone says nothing of the other.
    const half = balanceTask(judgeBase(spoil), alone.slice(0, 1)) as LookTask;
    const [known] = half.task.parts;
    expect([known!.lights, unmeteredIn(half, known!)]).toEqual([['remote'], ['twin']]);
    expect(unmeteredText(['twin'], ['remote'], names)).toBe(
      'Twin has the power of Remote too, and was not metered: meter it first.',
    );
  });

  test.each<[string, object, number, string, number]>([
    // It reads 5 at 1/8 and is to read 6: a stop and more too much at its lowest, 1/128.
    ['a filter', { power: -7 }, 9, 'remote.densityLoss 3', 6],
    // At full it reads 4, two stops too little, one and a half of them in its cloth.
    ['the cloth taken off', { power: 0, modifierLoss: 2, subjectM: null }, 4, 'remote.modifierLoss null', 6],
    // A stop nearer is within half of its whole steps.
    ['a place nearer', { power: 0, subjectM: 4 }, 4.6, 'remote.subjectM 2.83', 6],
  ])('%s is set as a change that makes it read what was predicted', (_, of, stops, change, predicted) => {
    const judgement = judgeBase({
      settings: { ...camera, remote: { aim: 0, ...of }, wired: { on: false, role: 'off' } } as never,
    });
    const now = judgement.rig.placed.get('remote')!.settings;
    const lights = { remote: { power: now.power!, subjectM: now.subjectM, modifierLoss: now.modifierLoss } };
    const alone = [reading({ id: 'alone', stops, lights })];
    const task = balanceTask(judgement, alone) as LookTask;
    // The camera stays as it is: only what is done at the light is left.
    const still = { ...task, task: { ...task.task, dials: { iso: [0], shutter: [0], aperture: [0] } } };
    const plan = balanceOf(still)!;
    const done = balanceChanges(judgement, still, plan);
    expect(changesOf(done)).toContain(change);
    const level = powerOf(after(judgement, done), 'remote', alone).level.stops!;
    expect(level).toBeCloseTo(plan.parts[0]!.predicted, 1);
    expect(Math.abs(level - predicted)).toBeLessThanOrEqual(0.5);
  });
});
