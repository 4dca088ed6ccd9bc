/** What a shot meant for a light, read off the simulator's run (handbook 04, Verdict per light). */
import type { Code } from './codes.ts';
import type { Fault } from './delivery.ts';
import { isOverSync, type Lit, litShare } from './frame.ts';
import { recycleSeconds } from './recycle.ts';
import { type Body, isMeantFor, type Rig } from './rig.ts';
import type { LightRun, Shot } from './simulate.ts';
import type { FieldRef } from './walk.ts';

export const VERDICTS = [
  'in-sync',
  'dark',
  'partial',
  'early',
  'late',
  'silent',
  'not-ready',
  'wrong-power',
  'unmetered',
  'stray',
  'unknown',
] as const;
/** `dark` is the right answer for a shot the light is not meant for. */
export type VerdictName = (typeof VERDICTS)[number];

export interface Verdict {
  unit: string;
  /** The body whose shutter was pressed. */
  shot: string;
  verdict: VerdictName;
  /** Share of the frame lit, 0 to 1, when it fired at a known time into a known curtain. */
  share: number | null;
  darkEdge: 'lower' | 'upper' | null;
  /** Wrong power: delivered less wanted, in stops; null when metering decides. */
  stopsOff: number | null;
  /** When the main pulse came, in microseconds from the first curtain's start. */
  atUs: number | null;
  /** When its last pop came; later than `atUs` only in stroboscopic mode. */
  lastUs: number | null;
  faults: readonly Fault[];
  unknown: readonly FieldRef[];
}

export const isRight = (verdict: Verdict): boolean => verdict.verdict === 'in-sync' || verdict.verdict === 'dark';
export const isFailing = (verdict: Verdict): boolean => !isRight(verdict) && verdict.verdict !== 'unknown';

export function verdictOf(rig: Rig, shot: Shot, run: LightRun): Verdict {
  const base = {
    unit: run.light.id,
    shot: shot.body.id,
    share: null,
    darkEdge: null,
    stopsOff: null,
    atUs: run.atUs,
    lastUs: run.lastUs,
    faults: [],
    unknown: [],
  };
  const meant = isMeantFor(rig, run.light, shot.body);
  if (meant === null) {
    return {
      ...base,
      verdict: 'unknown',
      unknown: [{ unit: run.light.id, field: run.light.settings.link == null ? 'link' : 'mount' }],
    };
  }
  if (run.fires === null) return { ...base, verdict: 'unknown', unknown: run.unknown };
  if (!meant)
    return run.fires
      ? { ...base, verdict: 'stray', faults: [strayFault(shot.body, run)] }
      : { ...base, verdict: 'dark' };
  if (!run.fires) return { ...base, verdict: 'silent', faults: [silentFault(shot, run)] };
  return firedVerdict(shot, run, base);
}

function firedVerdict(shot: Shot, run: LightRun, base: Omit<Verdict, 'verdict'>): Verdict {
  const { delivery } = run;
  const deliveryFaults = delivery?.fault ? [delivery.fault] : [];
  const atUs = run.atUs!;
  // Before the shutter moves no curtain matters, so this holds even where the curtain is not recorded.
  if (atUs < 0) return { ...base, verdict: 'early', share: 0, faults: [earlyFault(run), ...deliveryFaults] };
  const { tauUs, openUs } = shot.curtain;
  if (tauUs === null || openUs === null) return { ...base, verdict: 'unknown', unknown: shot.curtain.unknown };

  const lit = run.train ? WHOLE : darker(litShare(tauUs, openUs, atUs), litShare(tauUs, openUs, run.lastUs ?? atUs));
  const seen = { ...base, share: lit.share, darkEdge: lit.darkEdge, stopsOff: delivery?.stopsOff ?? null };
  if (lit.share < 1) {
    const loss = run.walk.losses[0];
    const late = loss
      ? { code: loss.code!, subject: loss.subject!, params: { light: run.light.id, ...loss.params } }
      : run.noTrain
        ? noTrainFault(shot.body, run, run.noTrain, lit)
        : run.answeredTrain
          ? {
              code: 'eye.hss' as const,
              subject: run.light.id,
              params: { light: run.light.id, cause: run.cause, share: lit.share },
            }
          : frameFault(shot.body, run, tauUs, openUs, lit.share, lit.darkEdge);
    const faults = [late, ...deliveryFaults];
    return { ...seen, verdict: lit.share === 0 ? 'late' : 'partial', faults };
  }
  if (!delivery || delivery.verdict === 'unknown')
    return { ...seen, verdict: 'unknown', unknown: delivery?.unknown ?? [] };
  if (delivery.verdict === 'right') return { ...seen, ...readiness(shot.body, run) };
  return { ...seen, verdict: delivery.verdict, faults: deliveryFaults };
}

const WHOLE: Lit = { share: 1, darkEdge: null };
const darker = (a: Lit, b: Lit): Lit => (b.share < a.share ? b : a);

/** Whether a light that fires as meant can do so again when its body shoots on. */
function readiness(body: Body, run: LightRun): Pick<Verdict, 'verdict' | 'faults' | 'unknown'> {
  const right = { verdict: 'in-sync' as const, faults: [], unknown: [] };
  const between = body.settings.secondsBetween ?? null;
  if (between === null) return right;
  const { light } = run;
  const seconds = recycleSeconds(light, run.delivery?.power ?? null);
  if (seconds.most !== null && seconds.most <= between) return right;
  // Metering may ask for full power, so the longest charge counts.
  if (seconds.most !== null) {
    const params = { light: light.id, seconds: seconds.most, between, cells: light.settings.cells ?? null };
    const fault: Fault = { code: 'lamp.recycling', subject: light.id, params };
    return { verdict: 'not-ready', faults: [fault], unknown: [] };
  }
  return { verdict: 'unknown', faults: [], unknown: seconds.unknown };
}

/** The step that stopped the signal, or for an eye what it did not see. */
function silentFault(shot: Shot, run: LightRun): Fault {
  const { light, walk } = run;
  const step = walk.failure;
  if (step) return { code: step.code!, subject: step.subject!, params: { light: light.id, ...step.params } };
  const sees = light.settings.sees ?? [];
  if (run.pulsesSeen > 0) {
    return {
      code: 'eye.waits-for-second',
      subject: light.id,
      params: { light: light.id, seen: sees.filter((id) => firedIn(shot, id)) },
    };
  }
  return { code: 'eye.nothing-in-view', subject: light.id, params: { light: light.id, sees } };
}

const firedIn = (shot: Shot, light: string): boolean => shot.runs.get(light)?.fires === true;

const earlyFault = (run: LightRun): Fault => ({
  code: run.answered === 'burst' ? 'eye.burst' : 'eye.preflash',
  subject: run.light.id,
  params: { light: run.light.id, cause: run.cause, eye: run.light.settings.eye ?? null, atUs: run.atUs },
});

/** Both ways a light can fire for the wrong shutter: it shares the air with that body's sender, or sees its light. */
const strayFault = (body: Body, run: LightRun): Fault => ({
  code: 'crew.clash',
  subject: run.light.id,
  params: { light: run.light.id, body: body.id, cause: run.cause, link: run.light.settings.link ?? null },
});

/** The shutter is to blame when even a wire would be late; then the late contact of rear curtain; else the link. */
function frameCode(body: Body, run: LightRun, tauUs: number, openUs: number): Code {
  if (isOverSync(tauUs, openUs)) return 'frame.over-sync';
  const pops = run.lastUs !== run.atUs;
  return body.settings.curtain === 'rear' && !pops ? 'frame.rear-curtain' : 'frame.latency';
}

/** High-speed sync was wanted, and what lost it on the way is named. */
const noTrainFault = (body: Body, run: LightRun, lost: Fault, lit: Lit): Fault => ({
  code: 'frame.no-hss',
  subject: run.light.id,
  params: {
    light: run.light.id,
    shutter: body.settings.shutter ?? null,
    share: lit.share,
    lostAt: lost.code,
    by: lost.subject,
  },
});

function frameFault(
  body: Body,
  run: LightRun,
  tauUs: number,
  openUs: number,
  share: number,
  darkEdge: 'lower' | 'upper' | null,
): Fault {
  return {
    // Pops that go on past the shutter are late, however fast the first one came.
    code: frameCode(body, run, tauUs, openUs),
    subject: body.id,
    params: {
      light: run.light.id,
      shutter: body.settings.shutter ?? null,
      tauUs,
      openUs,
      delayUs: Math.round((run.lastUs ?? run.atUs!) - tauUs),
      share,
      darkEdge,
    },
  };
}
