/** Who sets which power, what is shown before it is changed, and what the simulator says afterwards. */
import { fillAimOf, usualAim } from '../src/power/aims';
import { freezeChanges } from '../src/power/freeze';
import { isAmiss, type LightPower, lightPowers, setFrom } from '../src/power/lightPower';
import { evenly, planModes, planPowers } from '../src/power/powerPlan';
import { aimedRatio, ratioChanges, ratioParts } from '../src/power/ratioAims';
import type { Reading } from '../src/record/reading';
import type { Settings } from '../src/record/settings';
import { withRigChanges } from '../src/rig/rigChanges';
import { judge, type Judgement } from '../src/verdict/judge';
import { groups, judgeBase, type Spoil } from './baseRig';

const settings = (id: string, of: Partial<Settings>): Spoil => ({ settings: { [id]: of as never } });
const powerOf = (judgement: Judgement, id: string, readings: readonly Reading[] = []): LightPower =>
  lightPowers(judgement, readings).find(({ light }) => light.id === id)!;
const changesOf = (plan: ReturnType<typeof planPowers>) =>
  plan.changes.map(({ unit, setting, to }) => `${unit}.${setting} ${String(to)}`);
const codes = (judgement: Judgement) =>
  judgement.findings.filter(({ severity }) => severity !== 'A').map(({ code }) => code);
const after = (judgement: Judgement, plan: ReturnType<typeof planPowers>) =>
  judge(withRigChanges(judgement.rig, plan.changes));

/** Another master of the same net, on body 2, that says just what the first says. */
const second: Spoil = {
  add: {
    second: {
      like: 'sender',
      settings: {
        on: true,
        role: 'master',
        mount: 'body-2',
        channel: 11,
        networkId: 27,
        groups: groups('A', {}) as Settings['groups'],
      },
    },
  },
  settings: {
    top: { on: false, role: 'off', mount: null },
    remote: { firesFor: ['body-1', 'body-2'] },
  } as never,
};

describe('from where a power is set', () => {
  const from = (id: string, spoil: Spoil = {}) => {
    const { rig } = judgeBase(spoil);
    const is = setFrom(
      rig,
      rig.lights.find((light) => light.id === id)!,
    );
    return is.kind === 'sender' ? `${is.senders.map((one) => one.id).join()} ${is.letter}` : is.kind;
  };

  test.each([
    ['remote', {}, 'sender A'],
    ['metered', {}, 'sender B'],
    ['eye', {}, 'hand'],
    ['answered', {}, 'hand'],
    ['wired', {}, 'hand'],
    ['top', {}, 'camera'],
    ['remote', settings('sender', { passive: true }), 'hand'],
    ['remote', second, 'second,sender A'],
    ['remote', { ...second, settings: { ...second.settings, sender: { passive: true } as never } }, 'second A'],
    ['remote', { families: { control: { carries: { power: null } } } }, 'unknown'],
  ] as const)('%s of %j: %s', (id, spoil, is) => expect(from(id, spoil as Spoil)).toBe(is));
});

describe('a change of power, before it is made and after', () => {
  test('on a master whose link carries power: the master shows it, nobody walks, and it comes', () => {
    const judgement = judgeBase();
    const plan = planPowers(judgement, new Map([['remote', -1]]));
    expect(changesOf(plan)).toEqual(['remote.power -4', 'sender.groups.A.power -4']);
    expect(plan).toMatchObject({
      told: [{ sender: 'sender', letter: 'A', power: -4 }],
      walks: [],
      cost: { seconds: 5 },
    });
    expect([plan.outcome.breaks, plan.outcome.findings]).toEqual([[], []]);
    expect(after(judgement, plan).shots[0]!.runs.get('remote')!.delivery).toMatchObject({
      power: -4,
      verdict: 'right',
    });
  });

  test('on a link that carries none: it stays as dialled until somebody has been there', () => {
    const judgement = judgeBase(settings('answered', { walkSeconds: 14 }));
    const plan = planPowers(judgement, new Map([['answered', -1]]));
    expect(changesOf(plan)).toEqual(['answered.power -3', 'answered.dialledPower -2']);
    expect(plan).toMatchObject({ told: [], walks: ['answered'], cost: { seconds: 34, walkSeconds: 14 } });
    expect(plan.outcome.breaks.map(({ light }) => light)).toEqual(['answered']);
    const then = after(judgement, plan);
    expect(powerOf(then, 'answered')).toMatchObject({ wanted: -3, dialled: -2, fault: { code: 'power.dialled' } });
    const [dialled] = then.verdicts.filter(({ unit, verdict }) => unit === 'answered' && verdict !== 'dark');
    expect(dialled).toMatchObject({ verdict: 'wrong-power', stopsOff: 1 });
    // And back: what is dialled is what is wanted again, and nobody walks.
    const back = planPowers(then, new Map([['answered', 1]]));
    expect(changesOf(back)).toEqual(['answered.power -2', 'answered.dialledPower null']);
    expect(back).toMatchObject({ walks: [], cost: { seconds: 0 } });
    expect(codes(after(then, back))).toEqual([]);
  });

  test('with a rival controller: both must show it, and of one alone the simulator says so', () => {
    const judgement = judgeBase(second);
    const plan = planPowers(judgement, new Map([['remote', -1]]));
    expect(plan.told.map(({ sender, power }) => [sender, power])).toEqual([
      ['second', -4],
      ['sender', -4],
    ]);
    expect(plan.outcome.findings).toEqual([]);
    const alone = plan.changes.filter(({ unit }) => unit !== 'second');
    expect(codes(judge(withRigChanges(judgement.rig, alone)))).toContain('sender.rivals');
  });

  test('a passive master leaves it to the other one', () => {
    const passive = { ...second, settings: { ...second.settings, sender: { passive: true } as never } };
    const plan = planPowers(judgeBase(passive), new Map([['remote', -1]]));
    expect(plan.told.map(({ sender }) => sender)).toEqual(['second']);
    expect(plan.outcome.findings).toEqual([]);
    // The other one need not serve the light itself: it speaks on the net of the passive one.
    const alone = { ...passive, settings: { ...passive.settings, remote: { firesFor: ['body-1'] } as never } };
    expect(setFrom(judgeBase(alone).rig, powerOf(judgeBase(alone), 'remote').light)).toMatchObject({
      kind: 'sender',
      senders: [{ id: 'second' }],
    });
  });

  test('with a trim on the unit: the sender takes it back, before and after', () => {
    const judgement = judgeBase(settings('remote', { trim: 1 }));
    expect(powerOf(judgement, 'remote')).toMatchObject({ trim: 1, fault: { code: 'power.local-trim' } });
    const plan = planPowers(judgement, new Map([['remote', -1]]));
    const then = powerOf(after(judgement, plan), 'remote');
    expect(then).toMatchObject({ wanted: -4, trim: 1, fault: { code: 'power.local-trim', params: { stopsOff: -1 } } });
    expect(isAmiss(then)).toBe(true);
    // On a light set by hand a trim adds, and is nobody's to take back.
    const byHand = judgeBase(settings('answered', { trim: -1 }));
    expect(powerOf(byHand, 'answered')).toMatchObject({ fault: null, trim: -1 });
  });
});

describe('several lights at once', () => {
  const shared: Spoil = {
    add: {
      twin: {
        like: 'remote',
        settings: {
          on: true,
          channel: 11,
          networkId: 27,
          role: 'remote',
          link: 'radio',
          group: 'A',
          mode: 'manual',
          power: -3,
        },
      },
    },
    settings: { twin: { firesFor: ['body-1'] } } as never,
  };

  test('lights that share a letter go together, asked or not', () => {
    const plan = planPowers(judgeBase(shared), new Map([['twin', -2]]));
    expect(plan.moves.map(({ light, to }) => [light, to])).toEqual([
      ['remote', -5],
      ['twin', -5],
    ]);
    expect(plan.along).toEqual(['remote']);
    expect(plan.outcome.findings).toEqual([]);
  });

  test('lights that share no sender go together where a third shares one with each', () => {
    const bodies: Spoil = {
      ...second,
      add: {
        ...second.add,
        twin: { like: 'remote', settings: { ...shared.add!.twin!.settings, firesFor: ['body-2'] } },
        first: { like: 'remote', settings: { ...shared.add!.twin!.settings, firesFor: ['body-1'] } },
      },
    };
    const judgement = judgeBase(bodies);
    const plan = planPowers(judgement, new Map([['first', -1]]));
    expect(plan.moves.map(({ light }) => light)).toEqual(['first', 'remote', 'twin']);
    expect(plan.along).toEqual(['remote', 'twin']);
    expect(plan.told.map(({ sender }) => sender).sort()).toEqual(['second', 'sender']);
    expect(plan.outcome.findings).toEqual([]);
  });

  test('a mode is said to the whole letter, with the power that is wanted, and the simulator has it come', () => {
    const judgement = judgeBase(shared);
    const metering = planModes(judgement, ['twin'], 'ttl');
    expect(changesOf(metering)).toEqual(['remote.mode ttl', 'twin.mode ttl', 'sender.groups.A.mode ttl']);
    expect(metering).toMatchObject({ along: ['remote'], told: [{ letter: 'A', power: null, mode: 'ttl' }], walks: [] });
    const then = after(judgement, metering);
    expect(then.shots[0]!.runs.get('twin')!.delivery).toMatchObject({ metered: true, verdict: 'right' });
    const back = planModes(then, ['remote'], 'manual');
    expect(back).toMatchObject({ along: ['twin'], told: [{ letter: 'A', power: -3, mode: 'manual' }] });
    expect(after(then, back).shots[0]!.runs.get('twin')!.delivery).toMatchObject({ power: -3, verdict: 'right' });
  });

  test('a mode set by hand is walked for, and what a plain link then makes of it is said first', () => {
    const plan = planModes(judgeBase(), ['answered', 'metered'], 'ttl');
    expect(changesOf(plan)).toEqual(['answered.mode ttl']);
    expect(plan.walks).toEqual(['answered']);
    expect(plan.outcome.findings.map(({ code }) => code)).toContain('foot.ttl-on-plain-link');
    // A family that carries no mode leaves it to whoever walks there.
    const plain = judgeBase({ families: { control: { carries: { power: true, ttl: true, mode: false } } } });
    expect(planModes(plain, ['remote'], 'ttl').walks).toEqual(['remote']);
    const silent = judgeBase(settings('sender', { groups: groups('A', { mode: null, power: null }) as never }));
    expect(changesOf(planModes(silent, ['remote'], 'ttl'))).toEqual(['remote.mode ttl']);
    const unsaid = judgeBase({ families: { control: { carries: { power: null } } } });
    expect(planModes(unsaid, ['remote'], 'ttl')).toMatchObject({ changes: [], open: ['remote'] });
  });

  test('of different moves asked of one letter the furthest counts, of as far ones the darker', () => {
    const judgement = judgeBase(shared);
    const to = (remote: number, twin: number) =>
      planPowers(
        judgement,
        new Map([
          ['remote', remote],
          ['twin', twin],
        ]),
      ).told[0]!.power;
    expect([to(-1, -2), to(1, -1), to(2, -1)]).toEqual([-5, -4, -1]);
  });

  test('all down a third: each on its own steps, metered ones by compensation, and the whole steps stay', () => {
    const { rig } = judgeBase();
    const plan = planPowers(
      judgeBase({ profiles: { remote: { power: { floor: -7, ceiling: 0, step: 0.3333, scale: 'fraction' } } } }),
      evenly(
        rig.lights.map(({ id }) => id),
        -1 / 3,
      ),
    );
    const moves = Object.fromEntries(
      plan.moves.map((move) => [move.light, [move.of, Number(move.to.toFixed(2)), move.short]]),
    );
    expect(moves).toEqual({
      remote: ['power', -3.33, null],
      metered: ['compensation', -0.33, null],
      eye: ['power', -4, 'steps'],
      answered: ['power', -2, 'steps'],
      wired: ['power', -2, 'steps'],
      top: ['compensation', -0.33, null],
    });
  });

  test('no light goes beyond its limits, and compensation no further than the flash takes with the camera’s own', () => {
    const low = planPowers(judgeBase(), evenly(['remote', 'eye'], -6));
    expect(low.moves.map(({ light, to, short }) => [light, to, short])).toEqual([
      ['eye', -5, 'floor'],
      ['remote', -7, 'floor'],
    ]);
    const high = planPowers(judgeBase(), evenly(['eye'], 5));
    expect(high.moves[0]).toMatchObject({ to: -1, short: 'ceiling' });
    const limited = judgeBase({
      profiles: { metered: { compLimit: 2 } },
      settings: { 'body-1': { compensation: 1 } } as never,
    });
    expect(powerOf(limited, 'metered').compensation).toEqual({ ofLight: 0, ofBody: 1, limit: 2 });
    expect(planPowers(limited, evenly(['metered'], 2)).moves[0]).toMatchObject({ to: 1, short: 'ceiling' });
  });

  test('what nobody recorded is said to be open, and stays', () => {
    const plan = planPowers(judgeBase(settings('answered', { power: null })), evenly(['answered'], -1));
    expect(plan).toMatchObject({ changes: [], open: ['answered'] });
  });
});

test('frozen, a metered light fires by hand at that power, set by its sender, and nothing is wrong with it', () => {
  const judgement = judgeBase(settings('metered', { compensation: 1 }));
  const light = judgement.rig.lights.find(({ id }) => id === 'metered')!;
  const changes = freezeChanges(judgement.rig, light, -2);
  expect(changes.map(({ unit, setting, to }) => `${unit}.${setting} ${String(to)}`)).toEqual([
    'metered.mode manual',
    'metered.power -2',
    'metered.compensation null',
    'sender.groups.B.mode manual',
    'sender.groups.B.power -2',
  ]);
  const then = judge(withRigChanges(judgement.rig, changes));
  expect(then.shots[0]!.runs.get('metered')!.delivery).toMatchObject({ metered: false, power: -2, verdict: 'right' });
  expect(codes(then)).toEqual([]);
  const top = judgement.rig.lights.find(({ id }) => id === 'top')!;
  expect(freezeChanges(judgement.rig, top, -3).map(({ setting }) => setting)).toEqual(['mode', 'power']);
});

test('what lights are usually to read, and the fill of a ratio', () => {
  expect(['Key', 'fill left', 'Rim', 'hair', 'Background', 'Columns', 'Cake', null].map(usualAim)).toEqual([
    0,
    -2,
    1,
    1,
    0,
    0,
    null,
    null,
  ]);
  expect([fillAimOf(4, 'key'), fillAimOf(3, 'both'), fillAimOf(1, 'both')]).toEqual([-2, -1, null]);
});

describe('the ratio of a look', () => {
  const of = (spoil: Record<string, Partial<Settings>>) =>
    judgeBase({ settings: { remote: { purpose: 'Key' }, wired: { purpose: 'Fill' }, ...spoil } as never }).rig.lights;

  test('is the aims of its key and its fill, and nobody’s where one of them is missing or several differ', () => {
    expect(aimedRatio(ratioParts(of({}))!)).toBe(2);
    expect(ratioParts(of({ wired: { purpose: 'Rim' } }))).toBeNull();
    expect(aimedRatio(ratioParts(of({ answered: { purpose: 'fill left', aim: -1 } }))!)).toBeNull();
  });

  test('is set by the aims of the fills, in either school', () => {
    const parts = ratioParts(of({ remote: { purpose: 'Main', aim: 1 }, answered: { purpose: 'Fill', aim: 0 } }))!;
    const aims = (ratio: number, school: 'key' | 'both') =>
      ratioChanges(parts, ratio, school)?.map(({ unit, to }) => `${unit} ${String(to)}`);
    // The key is aimed a stop over: the fill of 4:1 two stops below it, of 3:1 with both a stop.
    expect(aims(4, 'key')).toEqual(['answered -1', 'wired -1']);
    expect(aims(3, 'both')).toEqual(['wired 0']);
    expect(aims(1, 'both')).toBeUndefined();
  });
});
