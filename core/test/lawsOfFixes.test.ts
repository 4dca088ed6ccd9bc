/** Laws of what is offered, over random rigs: nothing else is wanted, nothing is set to what its model has not. */
import { fixesFor, wantLessFor } from '../src/mend/fixes';
import { leastWork } from '../src/mend/leastWork';
import { shutterMicroseconds } from '../src/measure/stops.ts';
import { type Change, withChanges } from '../src/record/change.ts';
import { groupPartsOf } from '../src/record/settingPath.ts';
import { isByAir, type Settings } from '../src/record/settings.ts';
import { isMeantFor } from '../src/rig/meantFor.ts';
import { networkIdOf } from '../src/rig/net.ts';
import { buildRig, indexKit, type Rig } from '../src/rig/rig';
import type { Finding } from '../src/verdict/finding';
import type { Judgement } from '../src/verdict/judge';
import { drawFor, forEachRig, judged, judgedAfresh, type Met, RUNS, SEED } from './lawHarness';
import type { RandomRig } from './randomRig';
import { renamed } from './renamedRig';

/** Proving every fix of every rig is dear: a part of the rigs is enough, and those are others for every law. */
const EVERY = 12;
const seen = { findings: 0, fixes: 0, wishes: 0, work: 0, plugs: 0, odd: 0, priced: 0, otherwise: 0 };

const rigAfter = ({ kit, look }: RandomRig, changes: readonly Change[]): Rig =>
  buildRig(indexKit(kit), withChanges(look, changes));

const RANK = { B: 0, D: 1, A: 2 } as const;

test('findings stand as they weigh: what blocks, what degrades, advice; of each, those of most lights first', () => {
  forEachRig({ runs: RUNS, met: () => ({ findings: [seen.findings, RUNS] }) }, (random) => {
    const weights = judged(random).findings.map(({ severity, units }) => [RANK[severity], -units.length] as const);
    seen.findings += weights.length;
    expect(weights).toEqual([...weights].sort((a, b) => a[0] - b[0] || a[1] - b[1]));
  });
});

/** 1/60 by its exact time, 1/64 s, and faster; a shutter nobody recorded may be. */
const isFromTheHand = ({ shutter }: Settings): boolean => shutter == null || shutterMicroseconds(shutter) <= 1e6 / 64;

/**
 * Everything the crew wants of a look: how and how fast it is shot, the powers that are said, and where a light fires. One of
 * which nobody said for whom it fires keeps every shot in which it fired as meant.
 */
function wishOf(rig: Rig, { verdicts, rig: before }: Judgement): unknown {
  const isSaid = (id: string) => before.placed.get(id)!.settings.firesFor != null;
  const meant = verdicts
    .filter(({ unit, verdict }) => isSaid(unit) || verdict === 'in-sync')
    .map(({ unit, shot }) => {
      const [light, body] = [rig.lights.find(({ id }) => id === unit), rig.bodies.find(({ id }) => id === shot)];
      return [unit, shot, light && body ? isMeantFor(rig, light, body) : 'gone'];
    });
  const powers = [...before.placed].filter(([, { settings }]) => settings.power != null);
  return [
    meant,
    powers.map(([id]) => [id, rig.placed.get(id)!.settings.power]),
    rig.bodies.map(({ settings }) => [settings.attitudes, settings.secondsBetween, settings.burstFrames]),
    before.lights
      .filter(({ settings }) => settings.mode === 'multi')
      .map(({ id }) => rig.placed.get(id)!.settings)
      .map(({ mode, multiPops, multiHz }) => [mode, multiPops, multiHz]),
    before.lights.map(({ id, settings }) => settings.hss !== true && rig.placed.get(id)!.settings.hss === true),
    before.bodies.map(({ id, settings }) => isFromTheHand(settings) && isFromTheHand(rig.placed.get(id)!.settings)),
  ];
}

test('no fix and no work changes what is wanted; what does is offered apart, is proven, and does want something else', () => {
  const met = (): Met => ({
    fixes: [seen.fixes, RUNS / 50],
    work: [seen.work, RUNS / 50],
    // What is only wanted less is rare.
    wishes: [seen.wishes, RUNS / 2000],
  });
  forEachRig({ runs: RUNS, met }, (random, _, index) => {
    if (index % EVERY !== 0) return;
    const before = judged(random);
    const wish = JSON.stringify(wishOf(before.rig, before));
    const keeps = (changes: readonly Change[]) => JSON.stringify(wishOf(rigAfter(random, changes), before)) === wish;
    for (const finding of before.findings) {
      for (const { changes } of fixesFor(before, finding)) {
        seen.fixes++;
        expect([changes, keeps(changes)]).toEqual([changes, true]);
      }
      for (const { changes } of wantLessFor(before, finding)) {
        seen.wishes++;
        removes(random, finding, changes);
        // To fire for another body too is no less, of a light of which nobody said for whom it fires.
        const isOpen = changes.every(({ setting, from }) => setting === 'firesFor' && from == null);
        if (!isOpen) expect([changes, keeps(changes)]).toEqual([changes, false]);
      }
    }
    const { changes } = leastWork(before.rig, { budget: 40 });
    seen.work += changes.length;
    expect([changes, keeps(changes)]).toEqual([changes, true]);
  });
});

/** Law 2 of what is offered apart. */
function removes(random: RandomRig, finding: Finding, changes: readonly Change[]): void {
  const known = new Set(judged(random).findings.map(({ id }) => id));
  const after = judgedAfresh({ ...random, look: withChanges(random.look, changes) }).findings;
  expect(after.map(({ id }) => id)).not.toContain(finding.id);
  expect(after.filter(({ id, severity }) => severity === 'B' && !known.has(id)).map(({ id }) => id)).toEqual([]);
}

/** What a model can be set to, read off its profile and family alone; a setting that is not here takes any value. */
function isOfModel(random: RandomRig, { unit, setting, to }: Change, after: Rig): boolean {
  const { kit } = random;
  if (to == null) return true;
  const profileOf = (id: string) =>
    kit.profiles.find(({ id: own }) => own === kit.units.find((one) => one.id === id)!.profile)!;
  const profile = profileOf(unit);
  const { settings } = after.placed.get(unit)!;
  const radios = profile.radios ?? [];
  const radio = radios.find(({ family }) => family === settings.family) ?? radios[0];
  const family = kit.families.find(({ id }) => id === radio?.family);
  const letters = radio?.groups ?? family?.groups ?? [];
  const letter = groupPartsOf(setting)?.letter;
  if (letter !== undefined) return letters.includes(letter);
  switch (setting) {
    case 'plugs': {
      const near = (isByAir(settings) ? settings.receiver : null) ?? settings.mount;
      const sockets = [near == null ? null : profileOf(near).syncSocket, profile.syncSocket];
      seen.plugs++;
      return sockets.every((socket, end) => socket != null && socket !== 'none' && socket === (to as string[])[end]);
    }
    case 'channel': {
      const range = radio?.channels ?? family?.channels;
      return range != null && (to as number) >= range.from && (to as number) <= range.to;
    }
    case 'networkId':
      return to === 0 || (radio?.networkId !== false && typeof family?.networkIds === 'object');
    case 'group':
      return letters.includes(to as string);
    case 'eye':
      return profile.kind === 'flash' && profile.eyes!.includes(to as 'S1');
    case 'family':
      return radios.some(({ family: own }) => own === to);
    case 'role':
      return (to !== 'remote' && to !== 'master') || radios.some(({ roles }) => roles.includes(to));
    case 'receiver':
      return profileOf(to as string).kind === 'trigger';
    default:
      return true;
  }
}

test('nothing is offered that a model cannot be set to, and no cable goes into a socket that is not there', () => {
  forEachRig({ runs: RUNS, met: () => ({ plugs: [seen.plugs, 1] }) }, (random, _, index) => {
    if (index % EVERY !== 1) return;
    const before = judged(random);
    const offered = [
      ...before.findings.flatMap((finding) => [...fixesFor(before, finding), ...wantLessFor(before, finding)]),
      leastWork(before.rig, { budget: 40 }),
    ];
    for (const { changes } of offered) {
      const after = rigAfter(random, changes);
      const wrong = changes.filter((change) => !isOfModel(random, change, after));
      expect(wrong).toEqual([]);
    }
  });
});

/** What the mends of each finding cost, under the names of before. */
const pricesOf = (judgement: Judgement, before: (id: string) => string): [string, string][] =>
  judgement.findings.map((finding) => {
    const { severity, code, subject, units } = finding;
    const prices = fixesFor(judgement, finding).map(({ seconds, walkSeconds }) => `${seconds} ${walkSeconds}`);
    return [`${severity} ${code} ${before(subject)} ${units.map(before).sort().join()}`, prices.sort().join('; ')];
  });

test('a mend costs the same under other names, but for long ones in which many ways are open at every step', () => {
  // One in a hundred may cost otherwise: below a few hundred prices that would say nothing.
  forEachRig(
    { runs: RUNS, met: () => ({ priced: [seen.priced, Math.max(300, RUNS / EVERY)] }) },
    (random, _, index) => {
      if (index % EVERY !== 2) return;
      const other = renamed(random, drawFor(index + 1_000_000));
      const prices = new Map(pricesOf(judged(other.random), other.before));
      for (const [finding, price] of pricesOf(judged(random), (id) => id)) {
        seen.priced++;
        if (prices.get(finding) !== price) seen.otherwise++;
      }
    },
  );
  expect(seen.otherwise / seen.priced).toBeLessThan(1 / 100);
});

const valueOf = (rig: Rig, id: string, setting: 'channel' | 'networkId' | 'pin') => {
  const one = rig.placed.get(id)!;
  return setting === 'networkId' ? networkIdOf(rig, one) : one.settings[setting];
};

test('where the sender is the odd one out its lights have no other finding of the same setting, and it is mended at the sender', () => {
  forEachRig({ runs: RUNS, met: () => ({ odd: [seen.odd, RUNS / 200] }) }, (random) => {
    const before = judged(random);
    for (const finding of before.findings) {
      if (finding.code !== 'sender.odd') continue;
      seen.odd++;
      const { setting, expected, hearers } = finding.params;
      const values = hearers.map((id) => valueOf(before.rig, id, setting));
      expect(values).toEqual(values.map(() => expected));
      const same = { channel: /^hearer\.(channel|dip)$/, networkId: /^hearer\.id$/, pin: /^hearer\.pin$/ }[setting];
      const told = before.findings.filter(({ code, subject }) => same.test(code) && hearers.includes(subject));
      // Another sender may be the one they differ from.
      expect(told.filter(({ params }) => 'sender' in params && params.sender === finding.subject)).toEqual([]);
    }
  });
});

afterAll(() => console.log(`laws of fixes: ${RUNS} rigs, seed ${SEED}: ${JSON.stringify(seen)}`));
