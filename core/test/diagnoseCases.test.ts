/** What is seen beyond one press of our own, and what is said of a search. */
import { diagnose, type Diagnosis } from '../src/diagnose/diagnosis';
import { causeOfAll, comesByItself } from '../src/diagnose/fault';
import { LEAST_WEIGHT, weightOf } from '../src/diagnose/faultWeights';
import { foundBefore } from '../src/diagnose/ownLog';
import { closer } from '../src/diagnose/evidence';
import { Reality } from '../src/diagnose/reality';
import type { Answered, Incident, Sighting } from '../src/record/incident';
import type { Symptom } from '../src/record/incidentTerms';
import { buildRig, indexKit, type Rig } from '../src/rig/rig';
import {
  answerText,
  causeText,
  checkLines,
  clearedLines,
  incidentText,
  laterText,
  shareText,
  unexplainedText,
} from '../src/words/diagnosisWording';
import { namesOf } from '../src/words/wording';
import { faultLibrary } from '../src/diagnose/faultLibrary';
import { baseKit, baseLook, groups, type Spoil } from './baseRig';
import { hunt } from '../src/drill/hunt';
import { StagedGear } from '../src/drill/stagedGear';
import { TAIL } from './lookCases';

const rigOf = (spoil: Spoil = {}): Rig => buildRig(indexKit(baseKit(spoil)), baseLook(spoil));
const saw = (light: string, symptom: Symptom, body = 'body-1'): Sighting => ({
  light,
  body,
  attitude: 'level',
  saw: symptom,
});
const found = (rig: Rig, seen: Sighting[], checks: Answered[] = []): Diagnosis =>
  diagnose({ reality: new Reality(rig), incident: { seen, checks } });
const causesIn = ({ causes }: Diagnosis): string[] => causes.map(({ faults }) => causeOfAll(faults));
const aboutOf = (rig: Rig) => ({ rig, names: namesOf(indexKit(baseKit())) });

const OTHERS_FINE = ['metered', 'eye', 'answered', 'wired'].map((light) => saw(light, 'fires'));

/** What a shutter of unknown sync would do nobody can say, and so nobody can say that its body is fine. */
const KNOWN: Spoil = {
  profiles: { 'body-1': { shutters: [{ type: 'mechanical', flash: true, syncTime: '1/250', curtainUs: 3400 }] } },
};

describe('what only others or time show', () => {
  test('a light that fires for others shares their net, or sees their flash', () => {
    expect(causesIn(found(rigOf(), [saw('remote', 'others')]))).toContain('sender crew');
    expect(causesIn(found(rigOf(), [saw('eye', 'itself')]))).toContain('eye guest');
    // A wire hears nobody.
    expect(causesIn(found(rigOf(), [saw('wired', 'others')]))).toEqual([]);
  });

  test('a light that stopped is at something that comes by itself', () => {
    const { causes } = found(rigOf(), [saw('remote', 'stopped')]);
    expect(causes.length).toBeGreaterThan(2);
    expect(causes.every(({ faults }) => faults.some(comesByItself))).toBe(true);
    expect(causesIn(found(rigOf(), [saw('remote', 'dark')]))).toContain('remote channel');
    expect(causesIn(found(rigOf(), [saw('remote', 'stopped')]))).not.toContain('remote channel');
  });

  test('a light that fires from close by alone is too far away or shaded', () => {
    const reach = rigOf({ families: { control: { reachM: 30 } } });
    const causes = causesIn(found(reach, [saw('remote', 'close'), ...OTHERS_FINE]));
    expect(causes).toContain('remote distanceM');
    expect(causes).not.toContain('remote channel');
    expect(causes).not.toContain('remote on');
  });

  test('a light that answers now and then is disturbed, or fires faster than it charges', () => {
    const causes = causesIn(found(rigOf(), [saw('remote', 'sometimes'), saw('metered', 'fires')]));
    expect(causes).toContain('remote heardShare');
    expect(causes).not.toContain('remote channel');
  });
});

test('a name decides nothing: renamed, the same is asked next', () => {
  const seen = [saw('remote', 'dark'), saw('metered', 'dark'), ...OTHERS_FINE.slice(2)];
  const renamed: Readonly<Record<string, string>> = { metered: 'a-first', sender: 'zz', call: 'b-call', answered: 'm' };
  const asked = (text: string) =>
    Object.entries(renamed).reduce((now, [was, is]) => now.replaceAll(`"${was}"`, `"${is}"`), text);
  const [kit, look] = [baseKit(), baseLook()];
  const other = JSON.parse(asked(JSON.stringify({ kit, look, seen }))) as {
    kit: typeof kit;
    look: typeof look;
    seen: Sighting[];
  };
  const first = found(buildRig(indexKit(kit), look), seen);
  const second = found(buildRig(indexKit(other.kit), other.look), other.seen);
  expect(JSON.parse(asked(JSON.stringify(first.next)))).toEqual(second.next);
  expect(causesIn(second).length).toBe(causesIn(first).length);
});

test('another crew or a guest is taken for nobody who is declared', () => {
  const rig = rigOf();
  const visitors = faultLibrary(rig).flatMap(({ visitor }) => visitor ?? []);
  expect(visitors.length).toBeGreaterThan(1);
  // An id of a crew's holds no colon, and that of a declared crew one, with a name behind it.
  expect(visitors.every(({ id }) => id.endsWith(':'))).toBe(true);
});

test('held close, what was noted of one sender alone counts no more', () => {
  const rig = rigOf({
    settings: { remote: { from: { sender: { distanceM: 500 } } } },
    families: { control: { reachM: 30 } },
  });
  const reality = new Reality(rig);
  const watched = { light: 'remote', body: 'body-1', attitude: 'level' } as const;
  expect(reality.verdict([], watched)!.verdict).toBe('silent');
  expect(reality.verdict([], watched, closer(rig, 'remote'))!.verdict).toBe('in-sync');
});

describe('what the plan itself says', () => {
  const spoiled = { settings: { remote: { channel: 7 } } };

  test('is the cause where it explains what was seen', () => {
    const rig = rigOf(spoiled);
    const diagnosis = found(rig, [saw('remote', 'dark'), saw('metered', 'fires')]);
    expect(causesIn(diagnosis)).toEqual(['']);
    expect(diagnosis.next).toBeNull();
    expect(causeText(diagnosis.causes[0]!, aboutOf(rig))).toBe('It does what the plan says: the plan is to be mended.');
  });

  test('is none where something else was seen than it says', () => {
    expect(causesIn(found(rigOf(spoiled), [saw('remote', 'fires')]))).toContain('remote channel');
  });

  test('leaves open what hangs on a field nobody recorded, and says so by asking', () => {
    const rig = rigOf({ settings: { remote: { networkId: null } } });
    const causes = causesIn(found(rig, [saw('remote', 'dark'), saw('metered', 'fires')]));
    expect(causes).toEqual(expect.arrayContaining(['', 'remote on', 'remote networkId']));
  });
});

describe('what hardly any random rig has', () => {
  const air = { on: true, channel: 1, family: 'light' } as const;
  const stack: Spoil = {
    add: {
      flag: {
        like: 'flag',
        settings: {
          on: true,
          role: 'master',
          mount: 'body-1',
          channel: 3,
          networkId: 3,
          passThrough: true,
          startedInOrder: true,
        },
      },
      above: {
        like: 'remote',
        settings: { on: true, role: 'local', link: 'shoe', mount: 'flag', mode: 'ttl', firesFor: ['body-1'] },
      },
    },
  };
  const coded: Spoil = {
    add: {
      lead: {
        like: 'beacon',
        settings: {
          ...air,
          role: 'master',
          link: 'shoe',
          mount: 'body-1',
          mode: 'manual',
          power: -3,
          groups: { A: { on: true, mode: 'manual', power: -3 } },
        },
      },
      far: {
        like: 'beacon',
        settings: {
          ...air,
          role: 'remote',
          link: 'optical',
          group: 'A',
          mode: 'manual',
          power: -3,
          firesFor: ['body-1'],
        },
      },
    },
  };

  const seen: Spoil = {
    ...coded,
    profiles: { far: { sensor: { halfAngle: 60, indoorM: 12, outdoorM: 3 } } },
    settings: { 'body-1': { attitudes: ['level', 'upright'] }, far: { distanceM: 8 } },
  };

  test.each<[string, Spoil, string, string]>([
    ['a unit that is broken', {}, 'remote', 'remote broken'],
    ['compensation on the body', { profiles: { metered: { compLimit: 1 } } }, 'metered', 'body-1 compensation'],
    ['a stack that passes nothing on', stack, 'above', 'flag passThrough'],
    ['a stack switched on in another order', stack, 'above', 'flag startedInOrder'],
    ['coded light of another maker', coded, 'far', 'far family'],
    ['the sun on a sensor', seen, 'far', 'far inSun'],
    ['something in view with the camera upright', seen, 'far', 'far sightUpright'],
    ['a tail that was switched off', TAIL(500, 4000), 'remote', 'remote tailDelayUs'],
  ])('%s is found', (_, spoil, light, cause) => {
    const rig = rigOf(spoil);
    const fault = faultLibrary(rig).find((one) => causeOfAll([one]) === cause)!;
    const hidden = new StagedGear(rig, [fault]);
    const planned = new StagedGear(rig, []).sightings();
    const sighted = hidden.sightings().filter((one) => one.light === light);
    expect(planned).not.toEqual(expect.arrayContaining(sighted));
    expect(hunt(hidden, sighted).left).toContain(cause);
  });
});

describe('several things at once', () => {
  const seen = [saw('remote', 'dim'), saw('wired', 'bright'), saw('answered', 'dark'), saw('metered', 'fires')];

  test('more than two are taken one after the other', () => {
    const rig = rigOf(KNOWN);
    const diagnosis = found(rig, seen);
    expect(diagnosis.later.length).toBeGreaterThan(0);
    expect(laterText(diagnosis, { seen }, aboutOf(rig))).toMatch(/something else: (that comes|it comes) after this\.$/);
    expect(laterText({ later: [] }, { seen }, aboutOf(rig))).toBeNull();
  });

  test('two are found together', () => {
    const causes = causesIn(
      found(rigOf(), [saw('remote', 'dark'), saw('wired', 'dark'), saw('metered', 'fires'), saw('answered', 'fires')]),
    );
    expect(causes).toContain('remote channel + wired plugs');
  });

  test('one that explains all comes before two that do', () => {
    const dark = [saw('remote', 'dark'), saw('metered', 'dark'), saw('answered', 'fires'), saw('wired', 'fires')];
    const causes = causesIn(found(rigOf(), dark));
    expect(causes).toContain('sender on');
    expect(causes.every((cause) => !cause.includes(' + '))).toBe(true);
  });
});

describe('a search', () => {
  const rig = rigOf(KNOWN);
  const about = aboutOf(rig);
  const seen = [saw('remote', 'dark'), ...OTHERS_FINE.filter(({ light }) => light !== 'eye')];

  test('says what is fine and by what', () => {
    const diagnosis = found(rig, seen);
    const lines = clearedLines(diagnosis, { seen, checks: [] }, about);
    expect(lines).toContain('Metered fires with Body-1, so Body-1 is fine.');
    expect(causesIn(diagnosis).every((cause) => /^(remote|sender groups\.A)/.test(cause))).toBe(true);
  });

  test('ends with the cure, and needs no second proof after a press that fired', () => {
    const look: Answered = { check: { kind: 'look', unit: 'remote', fields: ['channel'] }, answer: 'wrong' };
    const ended = found(rig, seen, [look]);
    expect(causesIn(ended)).toEqual(['remote channel']);
    expect(ended).toMatchObject({ next: null, proven: false });
    expect(checkLines(ended.cure!.check, about)).toEqual([
      'Set channel 11 on Remote.',
      'Press the shutter of Body-1 and watch Remote.',
    ]);
    const proven = found(rig, seen, [look, { check: ended.cure!.check, answer: 'fires' }]);
    expect(proven).toMatchObject({ proven: true });
    const still = found(rig, seen, [look, { check: ended.cure!.check, answer: 'dark' }]);
    // The look or the press was answered wrong, or there are two.
    expect(still.proven).toBe(false);
    expect(causesIn(still).length).toBeGreaterThan(1);
  });

  test('asks nothing twice, what nobody could tell included', () => {
    const first = found(rig, seen).next!;
    const again = found(rig, seen, [{ check: first.check, answer: 'unsure' }]).next!;
    expect(again.check).not.toEqual(first.check);
    expect(causesIn(found(rig, seen, [{ check: first.check, answer: 'unsure' }]))).toEqual(causesIn(found(rig, seen)));
  });

  test('where nothing does all of it says which to look at again', () => {
    const odd = [saw('wired', 'others'), saw('remote', 'fires')];
    const diagnosis = found(rig, odd);
    expect(diagnosis).toMatchObject({ causes: [], next: null, cure: null, unexplained: [0] });
    expect(unexplainedText(diagnosis, { seen: odd, checks: [] }, about)).toBe(
      'Nothing explains this: Wired fires for others with Body-1. Look at it again.',
    );
    const contrary: Answered[] = [
      { check: { kind: 'look', unit: 'remote', fields: ['channel'] }, answer: 'wrong' },
      { check: { kind: 'look', unit: 'remote', fields: ['on'] }, answer: 'wrong' },
      { check: { kind: 'look', unit: 'metered', fields: ['on'] }, answer: 'wrong' },
    ];
    const against = found(rig, seen, contrary);
    expect(unexplainedText(against, { seen, checks: contrary }, about)).toMatch(
      /^Nothing explains this with the rest: .*Look at it again\.$/,
    );
  });

  test('names the answers of each kind of check', () => {
    const two = { kind: 'look', unit: 'remote', fields: ['on', 'channel'] } as const;
    const check = { ...two, fields: [...two.fields] };
    expect(checkLines(check, about)).toEqual(['Look at Remote: switched on and channel 11?']);
    expect(['on', 'channel', 'right', 'unsure'].map((answer) => answerText(check, answer, about))).toEqual([
      'Not switched on',
      'Not channel 11',
      'Both right',
      'Can’t tell',
    ]);
    const button = { kind: 'button', unit: 'sender', fires: { light: 'remote', body: 'body-1' } } as const;
    expect(checkLines(button, about)).toEqual(['Press the test button on Sender and watch Remote.']);
    expect(answerText(button, 'dark', about)).toBe('Nothing');
    expect([0.97, 0.5, 0.01].map(shareText)).toEqual(['almost surely', 'about 5 in 10', 'hardly']);
  });
});

describe('the test button of a sender', () => {
  const press = { kind: 'button', unit: 'sender', fires: { light: 'remote', body: 'body-1' } } as const;
  const check = { ...press, fires: { ...press.fires } };
  const reality = new Reality(rigOf());
  const fault = (unit: string, field: 'flashFiring' | 'on' | 'seated') => [{ unit, field, to: false, weight: 1 }];

  test('does without the body and the shoe, and not without the sender', () => {
    expect(reality.button(fault('body-1', 'flashFiring'), check)).toBe(true);
    expect(reality.button(fault('sender', 'seated'), check)).toBe(true);
    expect(reality.button(fault('sender', 'on'), check)).toBe(false);
  });

  test('says nothing where even as planned nothing would fire', () => {
    const off = new Reality(rigOf({ settings: { sender: { groups: groups('A', { on: false }) } } }));
    expect(off.button([], check)).toBeNull();
  });
});

describe('the crew’s own log', () => {
  const ended = (field: string, proven = true): Incident => ({
    id: `i-${field}`,
    look: 'look',
    seen: [saw('remote', 'dark')],
    checks: [],
    ended: { cause: [{ unit: 'remote', field }], proven, at: '2027-06-01T20:12:00Z' },
    at: '2027-06-01T20:05:00Z',
  });

  test('weighs beside the table, and makes nothing impossible', () => {
    const log = foundBefore([
      ...Array.from({ length: 40 }, () => ended('channel')),
      ended('groups.A.on'),
      ended('cells', false),
    ]);
    expect([...log]).toEqual([
      ['channel', 40],
      ['groups.on', 1],
    ]);
    expect(weightOf('channel', log)).toBeGreaterThan(5 * weightOf('channel'));
    expect(weightOf('groups.B.on', log)).toBe(weightOf('groups.C.on', log));
    expect(weightOf('firmware', log)).toBe(LEAST_WEIGHT);
    const rig = rigOf();
    const [first] = diagnose({
      reality: new Reality(rig),
      incident: { seen: [saw('remote', 'dark')], checks: [] },
      found: log,
    }).causes;
    expect(causeOfAll(first!.faults)).toBe('remote channel');
  });

  test('is told with what it cost', () => {
    const about = aboutOf(rigOf());
    expect(incidentText(ended('on'), about, Date.parse)).toEqual({
      what: 'Remote stays dark',
      cause: 'Remote is switched off.',
      minutes: '7 min lost',
    });
    expect(incidentText({ ...ended('on'), ended: null }, about, Date.parse).cause).toBe('Still looked for.');
    const nobody = { ...ended('on'), ended: { cause: [], proven: false, at: '2027-06-01T20:05:20Z' } };
    expect(incidentText(nobody, about, Date.parse)).toMatchObject({
      cause: 'Nobody found out why.',
      minutes: 'less than a minute',
    });
  });
});
