/**
 * Laws 1 to 3 of the firing model over random rigs. `ERGON_LAW_RUNS` and `ERGON_LAW_SEED` set how many and
 * which; the seed is printed, so that a failure can be seen again.
 */
import { POWER_TOLERANCE_STOPS } from '../src/exposure/powerScale';
import { affectedLights } from '../src/rig/affected.ts';
import { candidatesFor } from '../src/mend/candidates.ts';
import { fixesFor } from '../src/mend/fixes';
import { type Change, withChanges } from '../src/record/change.ts';
import type { SettingPath, Settings, SettingValue } from '../src/record/settings.ts';
import { isMeantFor } from '../src/rig/meantFor';
import { buildRig, indexKit, type Light, type Rig } from '../src/rig/rig';
import { withRigChanges } from '../src/rig/rigChanges.ts';
import { litShare } from '../src/shot/curtain';
import type { Shot } from '../src/shot/lightRun';
import { pulseDecayUs } from '../src/shot/pulseShape';
import { rowLight } from '../src/shot/rowLight';
import { simulate } from '../src/shot/simulate';
import type { TimelineEvent } from '../src/shot/timeline';
import { judge, type Judgement } from '../src/verdict/judge';
import { rejudge } from '../src/verdict/rejudge';
import { verdictOf } from '../src/verdict/verdict';
import type { Draw } from './draw';
import { forEachRig, judged, judgedAfresh, RUNS, SEED } from './lawHarness';
import type { RandomRig } from './randomRig';

beforeAll(() => process.stdout.write(`laws: ${RUNS} rigs each, seed ${SEED}\n`));

/** How often something was really there to be checked: a law over nothing would hold too. */
const seen = { right: 0, failing: 0, fixes: 0, partialReach: 0, kept: 0, rebuilt: 0, turned: { over: 0, anew: 0 } };

/** To build every rig anew is dear: a part of them is enough. */
const EVERY_RIG = 5;

/** What a shot gave a light, read off the timeline alone, without verdicts or findings. */
function cameAsMeant(rig: Rig, shot: Shot, light: Light): boolean {
  const pulses = shot.timeline.filter((event) => event.unit === light.id && event.kind === 'pulse');
  const mains = pulses.filter((event) => event.pulse === 'main');
  if (!isMeantFor(rig, light, shot.body)) return mains.length === 0;
  const [main] = mains;
  if (!main || mains.length > 1 || main.chance !== undefined) return false;
  const { mode, multiPops } = light.settings;
  if (mode === 'multi' && main.pops !== multiPops) return false;
  if (!main.train && !isOnFrame(shot, light, main)) return false;
  const { between, frames } = paceFor(rig, light, shot);
  if (between !== null && !keepsUp(light, main.power ?? 0, between, frames)) return false;
  return isAsTold(shot, light, main, pulses);
}

/** Slices of the frame, its first and last row among them: whether each gets anything at all. */
const SLICES = 200;

function isOnFrame(shot: Shot, light: Light, main: TimelineEvent): boolean {
  const { tauUs, openUs } = shot.curtain;
  const decayUs = main.power === undefined ? null : pulseDecayUs(light, main.power);
  const { mode, multiPops, multiHz } = light.settings;
  const pops = mode === 'multi' ? multiPops! : 1;
  const times = Array.from({ length: pops }, (_, pop) => main.atUs + Math.round((pop * 1e6) / (multiHz ?? 1)));
  if (decayUs !== null && (main.tail === true || pops > 1 || litShare(tauUs!, openUs!, main.atUs).share === 1)) {
    const { dark, gradient, mean } = rowLight(tauUs!, openUs!, times, decayUs);
    if (gradient > 1 / 3 || mean < -1 / 3 || (main.tail && dark > 0)) return false;
  }
  if (main.tail) return true;
  return Array.from({ length: SLICES + 1 }, (_, row) => (row / SLICES) * tauUs!).every((opens) =>
    times.some((at) => at >= opens - 1e-3 && at <= opens + openUs! + 1e-3),
  );
}

const CHARGING = { good: 1, cold: 1.5, low: 2, 'nearly empty': 3, flat: 1 } as const;

/** Seconds from pop to pop, and how many in a row: of this body alone, or of all that shoot in turn. */
function paceFor(rig: Rig, light: Light, shot: Shot): { between: number | null; frames: number | null } {
  const { secondsBetween = null, burstFrames = null } = shot.body.settings;
  const others = rig.bodies.filter(
    (body) => body.id !== shot.body.id && body.settings.secondsBetween != null && isMeantFor(rig, light, body) === true,
  );
  const mine = { between: secondsBetween, frames: burstFrames };
  if (rig.around.inTurn !== true || secondsBetween === null || rig.strangers.has(shot.body.id)) return mine;
  return others.reduce((pace, { settings, id }) => {
    if (rig.strangers.has(id)) return pace;
    const between = 1 / (1 / pace.between! + 1 / settings.secondsBetween!);
    return {
      between,
      frames: pace.frames === null ? null : settings.burstFrames ? pace.frames + settings.burstFrames : null,
    };
  }, mine);
}

function isAsTold(shot: Shot, light: Light, main: TimelineEvent, pulses: readonly TimelineEvent[]): boolean {
  const { mode, power } = light.settings;
  // With two senders on one body only what the one that fired it sent counts.
  const metered = pulses.some((event) => event.pulse === 'pre' && event.cause === main.cause);
  const compensation = Math.abs((light.settings.compensation ?? 0) + (shot.body.settings.compensation ?? 0));
  if (mode === 'ttl') return metered && compensation <= light.profile.compLimit!;
  return (
    !metered &&
    main.power !== undefined &&
    Math.abs(main.power - power! - (light.settings.trim ?? 0)) <= POWER_TOLERANCE_STOPS
  );
}

/** Pop by pop, in seconds of charging time: what a burst takes and what comes back between. */
function keepsUp({ profile, settings }: Light, power: number, between: number, frames: number | null): boolean {
  const factor = CHARGING[settings.cells ?? 'good'];
  const full = profile.recycle!.full! * factor;
  const steady = Math.max(profile.recycle!.floor! * factor, full * 2 ** power) <= between + 1e-9;
  if (frames === null) return steady;
  const most = profile.heat?.fullPops;
  if (most != null && frames * 2 ** power > most + 1e-9) return false;
  let seconds = full;
  for (let frame = 1; frame < frames && !steady; frame++) {
    seconds = Math.min(full, seconds - full * 2 ** power + between);
    if (seconds < full * 2 ** power - 1e-6) return false;
  }
  return true;
}

test('law 1: a light has no blocking or degrading finding exactly when every shot comes as meant', () => {
  const met = () => ({ right: [seen.right, RUNS / 20], failing: [seen.failing, RUNS / 20] }) as const;
  forEachRig({ runs: RUNS, met }, (random) => {
    const { rig, shots, findings } = judged(random);
    for (const light of rig.lights.filter((one) => !rig.strangers.has(one.id))) {
      const asMeant = shots.every((shot) => cameAsMeant(rig, shot, light));
      const serious = findings.filter((finding) => finding.severity !== 'A' && finding.units.includes(light.id));
      seen[asMeant ? 'right' : 'failing']++;
      expect({ light: light.id, asMeant, serious: serious.map((one) => one.id) }).toEqual({
        light: light.id,
        asMeant: serious.length === 0,
        serious: serious.map((one) => one.id),
      });
    }
  });
});

test('law 2: an offered fix removes its finding and blocks nothing new', () => {
  forEachRig({ runs: RUNS, met: () => ({ fixes: [seen.fixes, RUNS / 4] }) }, (random) => {
    const before = judged(random);
    const known = new Set(before.findings.map((finding) => finding.id));
    for (const finding of before.findings) {
      for (const fix of fixesFor(before, finding)) {
        seen.fixes++;
        const after = judgedAfresh({ ...random, look: withChanges(random.look, fix.changes) });
        expect(after.findings.map((one) => one.id)).not.toContain(finding.id);
        expect(after.findings.filter((one) => one.severity === 'B' && !known.has(one.id)).map((one) => one.id)).toEqual(
          [],
        );
      }
    }
  });
});

/** One setting of a light, as another light has it. */
function copiedSetting({ lights }: Rig, draw: Draw): Change[] {
  const [one, other] = [draw.pick(...lights), draw.pick(...lights)];
  const setting = draw.pick(...Object.keys({ ...one.settings, ...other.settings })) as keyof Settings & SettingPath;
  const [from, to] = [one.settings[setting], other.settings[setting]] as SettingValue[];
  return [{ unit: one.id, setting, from: from ?? null, to: to ?? null }];
}

test('law 2, speed: judging only what a change can reach gives what judging everything gives', () => {
  const told = ({ shots, verdicts, findings }: Judgement) =>
    JSON.stringify([shots.map(({ runs, ...shot }) => [shot, [...runs.keys()]]), verdicts, findings]);
  const met = () => ({ partial: [seen.partialReach, RUNS / 20], kept: [seen.kept, RUNS / 20] }) as const;
  forEachRig({ runs: RUNS, met }, (random, draw) => {
    const before = judged(random);
    const candidates = before.findings.flatMap((finding) => candidatesFor(before, finding));
    if (before.rig.lights.length > 0) candidates.push(copiedSetting(before.rig, draw));
    for (const candidate of candidates) {
      const rig = withRigChanges(before.rig, candidate);
      const all = judge(rig);
      const again = rejudge(before, rig);
      const isKept = again.verdicts.some((verdict) => before.verdicts.includes(verdict));
      seen.kept += isKept ? 1 : 0;
      expect(told(again)).toBe(told(all));
      const only = affectedLights(before.rig, rig, candidate, []);
      if (!only) continue;
      seen.partialReach++;
      expect(judge(rig, only).verdicts).toEqual(all.verdicts.filter((verdict) => only.has(verdict.unit)));
    }
  });
});

test('law 2, speed: a rig after changes is the rig one would build from the changed look', () => {
  forEachRig({ runs: RUNS, met: () => ({ rebuilt: [seen.rebuilt, RUNS / 20] }) }, (random, _, index) => {
    if (index % EVERY_RIG !== 0) return;
    const before = judged(random);
    for (const candidate of before.findings.flatMap((finding) => candidatesFor(before, finding))) {
      seen.rebuilt++;
      const built = buildRig(indexKit(random.kit), withChanges(random.look, candidate));
      expect(withRigChanges(before.rig, candidate)).toEqual(built);
    }
  });
});

test('law 3, speed: a shot taken over from the camera held level is the one taken upright', () => {
  const met = () => ({ over: [seen.turned.over, 1], anew: [seen.turned.anew, 1] }) as const;
  forEachRig({ runs: RUNS, met }, (random) => {
    const { rig, shots, verdicts } = judged(random);
    for (const shot of shots.filter(({ attitude }) => attitude === 'upright')) {
      const level = shots.find(({ body, attitude }) => body.id === shot.body.id && attitude === 'level');
      if (level) seen.turned[level.runs === shot.runs ? 'over' : 'anew']++;
      const body = rig.bodies.find(({ id }) => id === shot.body.id)!;
      const alone = simulate(rig, body, { attitude: 'upright' });
      expect(shot.timeline).toEqual(alone.timeline);
      const own = verdicts.filter((verdict) => verdict.shot === body.id && verdict.attitude === 'upright');
      const runs = [...alone.runs.values()].filter(({ light }) => !rig.strangers.has(light.id));
      expect(own).toEqual(runs.map((run) => verdictOf(rig, alone, run)));
    }
  });
});

test('law 3: the same rig gives the same timeline, byte for byte, in whatever order its units stand', () => {
  forEachRig(RUNS, (random) => {
    const { kit, look } = random;
    const turned: RandomRig = {
      kit: {
        families: [...kit.families].reverse(),
        profiles: [...kit.profiles].reverse(),
        units: [...kit.units].reverse(),
      },
      look: { ...look, units: Object.fromEntries(Object.entries(look.units).reverse()) },
    };
    const told = (judgement: Judgement) =>
      JSON.stringify([judgement.shots.map((shot) => shot.timeline), judgement.verdicts, judgement.findings]);
    const now = told(judged(random));
    expect(told(judgedAfresh(turned))).toBe(now);
    expect(told(judgedAfresh(random))).toBe(now);
  });
});
