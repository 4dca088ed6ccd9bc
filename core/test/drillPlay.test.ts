/** Drills played step by step: what each step shows, takes and is worth. */
import fc from 'fast-check';
import { type Fault } from '../src/diagnose/fault';
import { faultLibrary } from '../src/diagnose/faultLibrary';
import { evidenceOf } from '../src/diagnose/evidence';
import { Reality } from '../src/diagnose/reality';
import { suspicion } from '../src/diagnose/diagnosis';
import { drillKit } from '../src/drill/drillKit';
import { firstOdd } from '../src/drill/bestPlay';
import { hunt } from '../src/drill/hunt';
import { Known } from '../src/drill/known';
import { panelsOf, questionsOf, walkTo } from '../src/drill/panel';
import { Play } from '../src/drill/play';
import { missedBy, sameDrill } from '../src/drill/progress';
import { replayOf } from '../src/drill/replay';
import { StagedGear } from '../src/drill/stagedGear';
import type { Drill, DrillStep } from '../src/record/drill';
import { drillSchema, drillStepSchema } from '../src/record/drillSchema';
import { doneSchema } from '../src/record/lookSchema';
import { parseDocument, writeDocument } from '../src/record/kitDocument';
import { buildRig, indexKit, type Rig } from '../src/rig/rig';
import {
  briefText,
  clockText,
  drillTitle,
  faultKind,
  hiddenLines,
  missedText,
  sawText,
  scoreText,
  seenText,
  shownText,
  stepText,
  worthLines,
} from '../src/words/drillWording';
import { namesOf } from '../src/words/wording';
import { demo } from './demo';

const kit = indexKit(demo);
const speeches = demo.looks.find(({ id }) => id === 'speeches')!;
const plan: Rig = buildRig(kit, speeches);
const about = { rig: plan, names: namesOf(kit) };
const library = faultLibrary(plan);
const fault = (unit: string, field: string, to?: unknown): Fault =>
  library.find((one) => one.unit === unit && one.field === field && (to === undefined || one.to === to))!;

type Bare = DrillStep extends infer Step ? (Step extends DrillStep ? Omit<Step, 'thought'> : never) : never;
const thinking = (...steps: Bare[]): DrillStep[] => steps.map((step) => ({ ...step, thought: 5 }) as DrillStep);
const fire = (body = 'body-1'): Bare => ({ kind: 'press', body, attitude: 'level' });
const look = (unit: string, field: string): Bare => ({ kind: 'look', unit, field });
const set = (unit: string, setting: string, to: string | number | boolean): Bare => ({
  kind: 'set',
  unit,
  setting,
  to,
});
const well: Bare = { kind: 'well' };

const off = [fault('light-2', 'on')];
const replayed = (faults: Fault[], ...steps: Bare[]) =>
  replayOf({ plan, faults, seen: firstOdd(new StagedGear(plan, faults)), steps: thinking(...steps) });

describe('what a step shows and takes', () => {
  test('a press at the camera: what each light does', () => {
    const play = new Play(plan, off, thinking(fire()));
    const { shown, seconds } = play.played[0]!;
    expect(shown.kind === 'press' && Object.fromEntries(shown.saw)).toEqual({
      'light-1': 'fires',
      'light-2': 'dark',
      'light-3': 'fires',
      'light-9': 'fires',
    });
    expect(seconds).toBe(5 + 4);
    expect(play.at).toBeNull();
  });

  test('a look is a walk, and one stays there; the way back comes with the press', () => {
    const play = new Play(plan, off, thinking(look('light-2', 'on'), look('light-2', 'channel'), fire()));
    // Sixteen seconds there and back.
    expect(play.played.map(({ seconds }) => seconds)).toEqual([5 + 8 + 3, 5 + 3, 5 + 8 + 4]);
    expect(play.played.map(({ from }) => from)).toEqual([null, 'light-2', 'light-2']);
    expect(play.played[0]!.shown).toEqual({ kind: 'look', off: true, value: false });
    expect(play.played[1]!.shown).toEqual({ kind: 'look', off: false, value: 11 });
    expect(play.seconds).toBe(16 + 8 + 17);
  });

  test('said too early it is not over; set right and said again it is', () => {
    const steps = [well, set('light-2', 'on', true), well];
    const plays = steps.map((_, at) => new Play(plan, off, thinking(...steps.slice(0, at + 1))));
    expect(plays.map(({ isSolved }) => isSolved)).toEqual([false, false, true]);
    expect(plays[0]!.played[0]!.shown).toEqual({ kind: 'well', isWell: false });
  });

  test('a test button wakes a flash; a sender’s does without its body', () => {
    const own = new Play(plan, [fault('light-2', 'asleep')], thinking({ kind: 'button', unit: 'light-2' })).played[0]!
      .shown;
    expect(own.kind === 'button' && [...own.lit]).toEqual([['light-2', true]]);
    const disabled = [fault('body-1', 'flashFiring')];
    const sender = new Play(plan, disabled, thinking({ kind: 'button', unit: 'sender-1' }, fire())).played;
    expect(sender[0]!.shown.kind === 'button' && [...sender[0]!.shown.lit.values()]).toEqual([true, true, true, true]);
    expect(sender[1]!.shown.kind === 'press' && sender[1]!.shown.saw.get('light-1')).toBe('dark');
  });

  test('held close a light fires that is too far away', () => {
    const far = [fault('light-2', 'distanceM')];
    const play = new Play(plan, far, thinking(fire(), { ...fire(), near: 'light-2' } as Bare));
    const saw = play.played.map(({ shown }) => shown.kind === 'press' && shown.saw.get('light-2'));
    expect(saw).toEqual([expect.not.stringMatching('fires'), 'fires']);
    expect(play.at).toBe('light-2');
  });

  test('another unit in its place has none of its faults, older firmware not excepted', () => {
    const two = [fault('light-2', 'asleep'), fault('light-2', 'channel')];
    expect(new Play(plan, two, thinking({ kind: 'swap', unit: 'light-2' }, well)).isSolved).toBe(true);
    const broken = [fault('light-2', 'broken')];
    expect(panelsOf(plan).flatMap(({ readings }) => readings.map(({ field }) => field))).not.toContain('broken');
    const own = new Play(
      plan,
      broken,
      thinking({ kind: 'button', unit: 'light-2' }, { kind: 'swap', unit: 'light-2' }, well),
    );
    expect(own.played[0]!.shown.kind === 'button' && own.played[0]!.shown.lit.get('light-2')).toBe(false);
    expect(own.isSolved).toBe(true);
    const old: Fault = { unit: 'light-1', field: 'firmware', to: '0.0', weight: 1 };
    const recorded = buildRig(
      indexKit({ ...demo, units: demo.units.map((unit) => ({ ...unit, firmware: '2.0' })) }),
      speeches,
    );
    const steps = thinking(look('light-1', 'firmware'), { kind: 'swap', unit: 'light-1' }, look('light-1', 'firmware'));
    const seen = new Play(recorded, [old], steps).played.map(({ shown }) => shown.kind === 'look' && shown.off);
    expect(seen).toEqual([true, false, false]);
  });

  test('another crew fires our lights until the whole net has moved', () => {
    const crew = [library.find(({ field }) => field === 'crew')!];
    expect(firstOdd(new StagedGear(plan, crew)).map(({ saw }) => saw)).toContain('others');
    const units = [...plan.placed.values()].filter(({ settings }) => settings.channel === 11).map(({ id }) => id);
    const moved = units.map((unit) => set(unit, 'channel', 5));
    const play = new Play(plan, crew, thinking(fire(), ...moved, fire(), well));
    const strays = play.played.flatMap(({ shown }) => (shown.kind === 'press' ? [shown.strays.length] : []));
    expect(strays[0]).toBeGreaterThan(0);
    expect(strays[1]).toBe(0);
    expect(play.isSolved).toBe(true);
    // Asked of, it is there.
    const asked = new Play(plan, crew, thinking(look(crew[0]!.unit, 'crew'))).played[0]!;
    expect(asked.shown).toEqual({ kind: 'look', off: true, value: null });
    expect(asked.seconds).toBe(5 + 30);
  });
});

describe('what a step is worth', () => {
  test('what it could leave, what it left, and what would have told more', () => {
    const [first, second, third] = replayed(off, look('light-1', 'on'), look('light-2', 'on'), fire());
    // Light 1 fires: nothing at it can be the cause.
    expect(first!.could!.least).toBe(first!.before);
    expect(first!.after).toBe(first!.before);
    expect(worthLines(first!, about)[0]).toMatch(/could tell nothing/);
    expect(first!.better!.check).not.toMatchObject({ unit: 'light-1' });
    expect(second!.could).toEqual({ least: 1, most: second!.before! - 1 });
    expect(second!.after).toBe(1);
    expect(worthLines(second!, about).join(' ')).toMatch(/It left one cause. It is: Light 2 is switched off\./);
    expect(third!.after).toBe(1);
  });

  test('of two things each is named by the press that shows it', () => {
    const two = [fault('sender-2', 'role'), fault('light-1', 'channel')];
    const causesAfter = (...done: Bare[]) =>
      replayed(two, ...done)
        .at(-1)!
        .likeliest.flatMap(({ faults }) => faults.map(({ unit }) => unit));
    expect(causesAfter(fire('body-1'))).toContain('light-1');
    expect(causesAfter(look('light-1', 'channel'), set('light-1', 'channel', 11), fire('body-2'))).toContain(
      'sender-2',
    );
  });

  const steps = fc.array(
    fc.oneof(
      fc.constantFrom(fire('body-1'), fire('body-2'), well),
      fc.constantFrom(
        ...panelsOf(plan).flatMap(({ unit, readings }) => readings.map(({ field }) => look(unit, field))),
      ),
      fc.constantFrom<Bare>(
        ...['light-1', 'light-2', 'light-3', 'sender-1'].map((unit) => ({ kind: 'button' as const, unit })),
      ),
      fc.constantFrom(set('light-3', 'channel', 3), set('light-1', 'on', true), set('sender-1', 'channel', 11)),
      fc.constantFrom<Bare>({ kind: 'swap', unit: 'light-3' }, { ...fire(), near: 'light-2' } as Bare),
    ),
    { minLength: 1, maxLength: 8 },
  );
  const hidable = library.filter((one) => firstOdd(new StagedGear(plan, [one])).some(({ saw }) => saw !== 'fires'));

  test('whatever is done, the true cause is never ruled out', () => {
    expect(hidable.length).toBeGreaterThan(40);
    fc.assert(
      fc.property(fc.constantFrom(...hidable), steps, (hidden, done) => {
        const seen = firstOdd(new StagedGear(plan, [hidden]));
        const reality = new Reality(plan);
        const known = new Known(plan, evidenceOf({ seen, checks: [] }));
        const play = new Play(plan, [hidden]);
        for (const step of thinking(...done)) {
          const asked = known.asks(step);
          known.learn(step, play.take(step).shown, asked);
        }
        const { left } = suspicion({ reality, all: known.evidence, sightings: seen.length, unsure: [], at: play.at });
        const causes = left.flatMap(({ faults }) => faults.map(({ unit, field }) => `${unit} ${field}`));
        expect(causes).toContain(`${hidden.unit} ${hidden.field}`);
      }),
      { numRuns: 60, seed: 20_261_128 },
    );
  });

  test('held close for one press alone: what is done next is reckoned from where the light stands', () => {
    const known = new Known(plan, []);
    const [near, again] = thinking({ ...fire(), near: 'light-2' } as Bare, fire());
    const asked = known.asks(near!);
    expect(asked.every(({ check }) => check.kind === 'press' && check.meanwhile.length > 0)).toBe(true);
    known.learn(near!, new Play(plan, off).take(near!).shown, asked);
    expect(known.done).toEqual([]);
    expect(known.asks(again!).every(({ done }) => done.length === 0)).toBe(true);
    expect(known.evidence.every(({ done }) => done.length === 0)).toBe(true);
  });

  test('the same thing seen twice counts once, and what one has set oneself tells nothing', () => {
    const known = new Known(plan, []);
    const play = new Play(plan, off);
    const take = (step: DrillStep): void => {
      const asked = known.asks(step);
      known.learn(step, play.take(step).shown, asked);
    };
    const [press, again, setting, ours] = thinking(fire(), fire(), set('light-2', 'on', true), look('light-2', 'on'));
    take(press!);
    expect(known.evidence).toHaveLength(4);
    take(again!);
    expect(known.evidence).toHaveLength(4);
    take(setting!);
    take(ours!);
    expect(known.evidence).toHaveLength(4);
    take(press!);
    expect(known.evidence).toHaveLength(8);
  });

  test('a search by the checks that tell most counts its walks', () => {
    const gear = new StagedGear(plan, off);
    const { seconds, steps: taken, checks } = hunt(gear, firstOdd(gear));
    expect(gear.isWell).toBe(true);
    expect(taken).toBe(checks.length + 1);
    expect(seconds).toBeGreaterThan(16);
  });
});

test('every unit in use has a panel, the camera’s first, and what is about is asked for once', () => {
  const panels = panelsOf(plan);
  expect(panels.map(({ unit }) => unit)).toEqual([
    'body-1',
    'body-2',
    'sender-1',
    'sender-2',
    'light-2',
    'light-9',
    'perch-1',
    'light-1',
    'light-3',
  ]);
  expect(walkTo(plan, 'perch-1')).toBe(20);
  const light = panels.find(({ unit }) => unit === 'light-2')!;
  expect(light).toMatchObject({ hasButton: true, isCarried: true, channels: { from: 1 } });
  expect(light.readings).toContainEqual({
    field: 'channel',
    cure: { unit: 'light-2', setting: 'channel', to: 11 },
  });
  // Two senders on one net, and one crew that could be on it.
  expect(questionsOf(plan).filter(({ field }) => field === 'crew')).toHaveLength(1);
  expect(drillKit(kit, speeches).units).toHaveLength(Object.keys(speeches.units).length);
});

describe('what is said of it', () => {
  const played = new Play(plan, off, thinking(fire(), look('light-2', 'on'), set('light-2', 'on', true), well));
  const said = played.played.map(({ step, shown }) => [stepText(step, about), shownText(step, shown, about)]);

  test('each step and what it showed', () => {
    expect(said).toEqual([
      ['Fired Body 1', 'Stays dark: Light 2. The others fire.'],
      ['Looked at Light 2: switched on?', 'Light 2 is switched off.'],
      ['Switch on Light 2', ''],
      ['Said that all do as planned', 'All do as planned.'],
    ]);
    const [other, wrong] = thinking(set('light-2', 'channel', 3), look('light-2', 'channel'));
    const play = new Play(plan, off, [other!, wrong!]);
    expect(stepText(other!, about)).toBe('Set channel 3 on Light 2');
    expect(shownText(wrong!, play.played[1]!.shown, about)).toBe('It is channel 3.');
  });

  test('a light that is not meant for a body is dark as meant', () => {
    const units = { ...speeches.units, 'light-3': { ...speeches.units['light-3']!, firesFor: ['body-1'] } };
    const meant = { rig: buildRig(kit, { ...speeches, units }), names: about.names };
    // All four are dark, and one of them rightly.
    const play = new Play(meant.rig, [fault('sender-2', 'on')], thinking(fire('body-2')));
    const { step, shown } = play.played[0]!;
    expect(shown.kind === 'press' && [...shown.saw.values()]).toEqual(['dark', 'dark', 'dark', 'dark']);
    expect(shownText(step, shown, meant)).toBe('Stays dark: Light 1, Light 2 and Light 9.');
    expect(sawText('light-3', 'body-2', 'dark', meant)).toBe('dark as meant');
    expect(sawText('light-3', 'body-1', 'dark', meant)).toBe('stays dark');
  });

  const drill = (more: Partial<Drill> = {}): Drill =>
    drillSchema.parse({
      id: 'drill-1',
      source: 'practice',
      level: 2,
      seed: 'rope',
      look: speeches,
      hidden: [{ unit: 'light-2', field: 'asleep', to: true }],
      seen: firstOdd(new StagedGear(plan, off)),
      best: { seconds: 50, steps: 3 },
      member: 'm1',
      by: 'Robin',
      steps: thinking(fire(), well),
      took: { seconds: 125, steps: 4 },
      solved: true,
      at: '2027-06-12T20:00:00.000Z',
      ...more,
    });

  test('the brief, the score and what it was', () => {
    expect(drillTitle(drill())).toBe('Level 2, rope');
    expect(drillTitle({ ...drill(), level: null })).toBe('Speeches, as it happened');
    expect(briefText(drill(), plan)).toBe('Speeches: 4 lights on 2 bodies. One thing is not as planned.');
    expect(seenText(drill().seen, about)).toBe('Body 1 was fired. Stays dark: Light 2. The others fire.');
    expect(scoreText(drill())).toBe('2:05 in 4 steps; the best order takes 0:50 in 3.');
    expect(scoreText(drill({ solved: false }))).toMatch(/^Given up after 2:05/);
    expect(hiddenLines(drill(), about)).toEqual(['Light 2 is asleep.']);
    expect([clockText(59.6), clockText(600)]).toEqual(['1:00', '10:00']);
  });

  test('what is given up most comes first, then what takes longest', () => {
    const on = [{ unit: 'light-1', field: 'on', to: false }];
    const channel = [{ unit: 'light-1', field: 'channel', to: 3 }];
    const drills = [
      drill({ hidden: on, took: { seconds: 100, steps: 5 } }),
      drill({ hidden: on, took: { seconds: 50, steps: 5 } }),
      drill({ hidden: channel, took: { seconds: 60, steps: 5 } }),
      drill({ hidden: channel, solved: false }),
      drill({ took: { seconds: 200, steps: 5 } }),
    ];
    const missed = missedBy(drills);
    expect(missed).toEqual([
      { row: 'channel', count: 2, givenUp: 1, times: 1.2 },
      { row: 'asleep', count: 1, givenUp: 0, times: 4 },
      { row: 'on', count: 2, givenUp: 0, times: 1.5 },
    ]);
    expect(missed.map((one) => `${faultKind(one.row)}: ${missedText(one)}`)).toEqual([
      'Channel: 1.2 times the best over 2 drills; given up once.',
      'Asleep: 4.0 times the best over one drill.',
      'Switched off: 1.5 times the best over 2 drills.',
    ]);
    expect(missedText({ count: 1, givenUp: 1, times: null })).toBe('Not found in one drill.');
  });

  test('the same drill of others, the quickest first', () => {
    const own = drill();
    const quick = drill({ id: 'drill-2', member: 'm2', took: { seconds: 60, steps: 3 } });
    const gaveUp = drill({ id: 'drill-3', solved: false, took: { seconds: 10, steps: 1 } });
    const other = drill({ id: 'drill-4', seed: 'tar' });
    expect(sameDrill([own, gaveUp, quick, other], own).map(({ id }) => id)).toEqual(['drill-2', 'drill-1', 'drill-3']);
  });

  test('it goes out and comes in again, an empty setting too', () => {
    const played = drill({
      steps: thinking(set('light-2', 'on', true), well).map((step) => ({
        ...step,
        ...('to' in step && { to: null }),
      })),
    });
    const written = writeDocument({ ...demo, drills: [played] });
    const read = parseDocument(JSON.parse(written));
    expect(read.ok && read.document.drills).toEqual([{ ...played, look: expect.anything() as unknown }]);
    // What a cure clears is stored as nothing at all, in an incident too.
    expect(doneSchema.parse({ unit: 'light-2', setting: 'asleep' })).toEqual({
      unit: 'light-2',
      setting: 'asleep',
      to: null,
    });
    expect(
      drillStepSchema.safeParse({ kind: 'set', unit: 'light-2', setting: 'channel', to: 'x', thought: 1 }).success,
    ).toBe(false);
  });
});
