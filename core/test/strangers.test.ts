/** Other crews and guests: their shots are shots too, and what is theirs is nobody's here to judge or to set. */
import { candidatesFor } from '../src/mend/candidates.ts';
import { leastWork } from '../src/mend/leastWork';
import { withChanges } from '../src/record/change.ts';
import { buildRig, indexKit } from '../src/rig/rig';
import { judge, shotsOf } from '../src/verdict/judge';
import { isRight } from '../src/verdict/verdict';
import { baseKit, baseLook, groups, judgeBase, type Spoil } from './baseRig';

const CAMERA = { shutterType: 'mechanical', shutter: '1/160', flashFiring: true, exposureMode: 'manual' } as const;
const crew = (channel: number, networkId: number): Spoil => ({
  add: {
    theirs: { like: 'body', settings: { ...CAMERA, stranger: true } },
    'their-sender': {
      like: 'sender',
      settings: { on: true, role: 'master', mount: 'theirs', channel, networkId, groups: groups('A', {}) },
    },
    'their-light': { like: 'remote', settings: { on: false, role: 'local', link: 'shoe', mount: 'theirs' } },
  },
});
const inTheirShot = (spoil: Spoil) =>
  judgeBase(spoil)
    .verdicts.filter((verdict) => verdict.shot === 'theirs')
    .map((verdict) => `${verdict.unit} ${verdict.verdict}`);

test('on another channel they fire none of ours, and their own lights are not judged', () => {
  const verdicts = inTheirShot(crew(3, 27));
  expect(verdicts).toContain('remote dark');
  expect(verdicts.filter((one) => !one.endsWith(' dark'))).toEqual([]);
  expect(verdicts.map((one) => one.split(' ')[0])).not.toContain('their-light');
});

test('on our channel and ID they fire all that hear it', () => {
  expect(inTheirShot(crew(11, 27)).filter((one) => one.endsWith(' stray'))).toEqual([
    'eye stray',
    'metered stray',
    'remote stray',
  ]);
  expect(inTheirShot(crew(11, 28)).filter((one) => one.endsWith(' stray'))).toEqual([]);
});

test('of a crew whose ID nobody told us it is unknown, not safe', () => {
  const spoil = crew(11, 27);
  spoil.add!['their-sender']!.settings.networkId = null;
  expect(inTheirShot(spoil)).toContain('remote unknown');
});

test('no mend touches what is theirs, and least work finds a way of our own', () => {
  const spoil = crew(11, 27);
  const judgement = judgeBase(spoil);
  for (const finding of judgement.findings) {
    for (const candidate of candidatesFor(judgement, finding)) {
      expect(candidate.filter((change) => change.unit.startsWith('their'))).toEqual([]);
    }
  }
  const kit = indexKit(baseKit(spoil));
  const work = leastWork(buildRig(kit, baseLook(spoil)));
  expect(work.left).toEqual([]);
  expect(work.changes.length).toBeGreaterThan(0);
  expect(judge(buildRig(kit, withChanges(baseLook(spoil), work.changes))).verdicts.every(isRight)).toBe(true);
});

test('each body is a shot in each way it is held, the level one first', () => {
  const spoil: Spoil = {
    settings: { 'body-1': { attitudes: ['upright', 'level'] }, 'body-2': { attitudes: ['upright'] } },
  };
  const { rig, shots } = judgeBase(spoil);
  expect(shotsOf(rig).map(({ body, attitude }) => `${body.id} ${attitude}`)).toEqual([
    'body-1 level',
    'body-1 upright',
    'body-2 upright',
  ]);
  expect(shots.map((shot) => shot.attitude)).toEqual(['level', 'upright', 'upright']);
  // A radio does not mind how the camera is held.
  expect(shots[1]!.timeline).toEqual(shots[0]!.timeline);
});

test('a pop-up that nobody wrote down as up or down may set off the eyes that see it', () => {
  const guest = (popupUp: boolean | null): Spoil => ({
    add: {
      guest: {
        like: 'body',
        settings: { ...CAMERA, stranger: true, mode: 'manual', ...(popupUp !== null && { popupUp }) },
      },
    },
    profiles: { guest: { popup: 'plain' } },
    settings: { eye: { sees: ['remote', 'guest'] } },
  });
  const verdictOf = (popupUp: boolean | null) =>
    judgeBase(guest(popupUp)).verdicts.find((one) => one.unit === 'eye' && one.shot === 'guest')!.verdict;
  expect([verdictOf(true), verdictOf(false), verdictOf(null)]).toEqual(['stray', 'dark', 'unknown']);
});
