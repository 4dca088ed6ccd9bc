/** What a shot meant for a light, read off the simulator's run docs/model.md, Verdicts. */
import type { Attitude } from '../record/settingTerms.ts';
import { isByAir } from '../record/settings.ts';
import { type Fault, faultFor, type FieldRef, missing } from '../rig/check.ts';
import type { Edge } from '../rig/codeParams.ts';
import { clearChannels } from '../rig/emitters.ts';
import { idRange, mastersOf } from '../rig/net.ts';
import { meantFor } from '../rig/meantFor.ts';
import { type Body, hearerOf, type Light, radioInUse, type Rig } from '../rig/rig.ts';
import { burstOf } from '../shot/burst.ts';
import { contactTime, edgeAsHeld, frontContact, isOverSync, litShare } from '../shot/curtain.ts';
import { type FrameLoss, frameLossOf, isSeen, popsInside, SEEN_STOPS } from '../shot/frameLoss.ts';
import type { LightRun, Shot } from '../shot/lightRun.ts';
import { openSharers, paceOf } from '../shot/pace.ts';
import { popsOf } from '../shot/pulseShape.ts';

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
  'unreliable',
  'unknown',
] as const;
/** `dark` is the right answer for a shot the light is not meant for. */
export type VerdictName = (typeof VERDICTS)[number];

export interface Verdict {
  unit: string;
  /** The body whose shutter was pressed, and how it was held. */
  shot: string;
  attitude: Attitude;
  verdict: VerdictName;
  /** Share of the frame lit, 0 to 1, when it fired at a known time into a known curtain. */
  share: number | null;
  darkEdge: Edge | null;
  /** Share of the shots in which it fires, 0 to 1; null where it is not all and nobody can say how many. */
  chance: number | null;
  /** Wrong power: delivered less wanted, in stops; null when metering decides. */
  stopsOff: number | null;
  /** When the main pulse came, in microseconds from the first curtain's start. */
  atUs: number | null;
  /** When its last pop came; later than `atUs` only in stroboscopic mode. */
  lastUs: number | null;
  faults: readonly Fault[];
  unknown: readonly FieldRef[];
}

/** The same for every judgement of one light in one shot. */
export const verdictKey = ({ unit, shot, attitude }: Pick<Verdict, 'unit' | 'shot' | 'attitude'>): string =>
  `${unit} ${shot} ${attitude}`;

export const isRight = (verdict: Verdict): boolean => verdict.verdict === 'in-sync' || verdict.verdict === 'dark';
/** Whether a verdict is of this very shot: one body may be held two ways. */
export const isOf = (verdict: Verdict, shot: Shot): boolean =>
  verdict.shot === shot.body.id && verdict.attitude === shot.attitude;
export const isFailing = (verdict: Verdict): boolean => !isRight(verdict) && verdict.verdict !== 'unknown';

export function verdictOf(rig: Rig, shot: Shot, run: LightRun): Verdict {
  const { holds: meant, fields } = meantFor(rig, run.light, shot.body);
  if (meant === null) return told(shot, run, 'unknown', { unknown: fields });
  // When it fires makes a difference only where it should.
  if (run.fires === null && (meant || !run.surely)) return told(shot, run, 'unknown', { unknown: run.unknown });
  if (!meant)
    return run.fires === false
      ? told(shot, run, 'dark')
      : told(shot, run, 'stray', { faults: [strayFault(rig, shot.body, run)] });
  if (!run.fires) return told(shot, run, 'silent', { faults: [silentFault(shot, run)] });
  return firedVerdict(rig, shot, run);
}

type Told = Partial<Pick<Verdict, 'share' | 'darkEdge' | 'stopsOff' | 'faults' | 'unknown'>>;

/** Written out: it is made by the hundred for every edit. */
const told = (shot: Shot, run: LightRun, verdict: VerdictName, more: Told = {}): Verdict => ({
  unit: run.light.id,
  shot: shot.body.id,
  attitude: shot.attitude,
  share: more.share ?? null,
  // Whether it fires at all nobody can say, nor how often then.
  chance: run.fires === null ? null : run.chance,
  darkEdge: more.darkEdge ?? null,
  stopsOff: more.stopsOff ?? null,
  atUs: run.atUs,
  lastUs: run.lastUs,
  faults: more.faults ?? [],
  unknown: more.unknown ?? [],
  verdict,
});

function firedVerdict(rig: Rig, shot: Shot, run: LightRun): Verdict {
  const { delivery } = run;
  const deliveryFaults = delivery?.fault ? [delivery.fault] : [];
  const atUs = run.atUs!;
  // Before the shutter moves no curtain matters, so this holds even where the curtain is not recorded.
  if (atUs < 0) return told(shot, run, 'early', { share: 0, faults: [earlyFault(run), ...deliveryFaults] });
  const { tauUs, openUs } = shot.curtain;
  if (tauUs === null || openUs === null) return told(shot, run, 'unknown', { unknown: shot.curtain.unknown });

  const loss = frameLossOf(tauUs, openUs, run);
  if (loss === null) return told(shot, run, 'unknown', { unknown: missingDuration(run) });
  const { share } = loss;
  const darkEdge = edgeAsHeld(loss.darkEdge, shot.attitude);
  const stopsOff = delivery?.stopsOff ?? null;
  if (share < 1) {
    const faults = [partFault(shot, run, { tauUs, openUs }, loss), ...deliveryFaults];
    return told(shot, run, share === 0 ? 'late' : 'partial', { share, darkEdge, stopsOff, faults });
  }
  if (!delivery || delivery.verdict === 'unknown')
    return told(shot, run, 'unknown', { share, darkEdge, stopsOff, unknown: delivery?.unknown });
  if (delivery.verdict !== 'right')
    return told(shot, run, delivery.verdict, { share, darkEdge, stopsOff, faults: deliveryFaults });
  if (isSeen(loss)) {
    const faults = [slowPulseFault(shot, run, loss)];
    return told(shot, run, 'wrong-power', { share, darkEdge, stopsOff: loss.lostStops, faults });
  }
  if (run.chance !== 1) {
    const faults = run.doubt ? [run.doubt] : [];
    return told(shot, run, 'unreliable', { share, darkEdge, stopsOff, faults });
  }
  const { verdict, faults, unknown } = burstVerdict(rig, shot.body, run);
  return told(shot, run, verdict, { share, darkEdge, stopsOff, faults, unknown });
}

/** A tail is judged by its length, which depends on the power: metered, nobody knows it beforehand. */
const missingDuration = ({ light, delivery, tail }: LightRun): FieldRef[] => [
  ...(tail && delivery?.power == null ? (delivery?.unknown ?? []) : []),
  ...missing(
    ...(tail && delivery?.power == null ? [[light.id, 'power', light.settings.power] as const] : []),
    [light.id, 'profile.duration.measure', light.profile.duration?.measure],
    [light.id, 'profile.duration.fullUs', light.profile.duration?.fullUs],
  ),
];

/** A curtain of which nothing is unrecorded. */
interface KnownCurtain {
  tauUs: number;
  openUs: number;
}

/** Why part of the frame stays dark: what is wrong on the way, or else the shutter. */
function partFault(shot: Shot, run: LightRun, curtain: KnownCurtain, loss: FrameLoss): Fault {
  const { light } = run;
  const [lost] = run.path.losses;
  if (lost) return faultFor(light.id, lost);
  if (run.tail) return slowPulseFault(shot, run, loss);
  if (run.noTrain) return noTrainFault(shot.body, run, run.noTrain, loss.share);
  if (run.answeredTrain) {
    const params = { light: light.id, cause: run.cause!, share: loss.share };
    return { code: 'eye.hss', subject: light.id, params };
  }
  return frameFault(shot, run, curtain, loss);
}

/** A pulse that goes on while the shutter closes: unevenly across the frame, or all over it. */
function slowPulseFault({ body, attitude, curtain }: Shot, run: LightRun, loss: FrameLoss): Fault {
  const { share, darkEdge, lostStops, gradient } = loss;
  const pops = popsOf(run.light);
  return {
    code: gradient > SEEN_STOPS || share < 1 ? 'frame.tail-gradient' : 'frame.duration',
    subject: body.id,
    params: {
      light: run.light.id,
      shutter: body.settings.shutter ?? null,
      gradient: Number(gradient.toFixed(2)),
      lost: Number((-lostStops).toFixed(2)),
      tail: run.tail,
      share,
      darkEdge: edgeAsHeld(darkEdge, attitude),
      ...(pops > 1 && { pops, inside: popsInside(curtain.tauUs!, curtain.openUs!, run) }),
    },
  };
}

/** Whether a light that fires as meant can do so again when its body shoots on. */
function burstVerdict(rig: Rig, body: Body, run: LightRun): Pick<Verdict, 'verdict' | 'faults' | 'unknown'> {
  const right = { verdict: 'in-sync' as const, faults: [], unknown: [] };
  const { light } = run;
  const pace = paceOf(rig, light, body);
  if (pace === null) return right;
  const { between, frames } = pace;
  const notReady = (fault: Fault) => ({ verdict: 'not-ready' as const, faults: [fault], unknown: [] });
  const about = { subject: light.id };
  const { missed, hot, recycle } = burstOf(light, pace, run.delivery?.power ?? null);
  if (hot !== null && (missed === null || hot <= missed)) {
    const { fullPops, restSeconds } = light.profile.heat!;
    const params = { light: light.id, frame: hot, pops: fullPops ?? null, restSeconds: restSeconds ?? null };
    return notReady({ ...about, code: 'lamp.heat', params });
  }
  if (missed !== null) {
    const { cells = null } = light.settings;
    const params = { light: light.id, seconds: recycle.most, between, cells, frame: frames && missed };
    return notReady({ ...about, code: 'lamp.recycling', params });
  }
  if (recycle.most === null) return { verdict: 'unknown', faults: [], unknown: recycle.unknown };
  const faster = burstOf(light, paceOf(rig, light, body, true)!, run.delivery?.power ?? null);
  const holdsAnyway = faster.missed === null && faster.hot === null;
  return holdsAnyway ? right : { verdict: 'unknown', faults: [], unknown: openSharers(rig, light) };
}

/** The step that stopped the signal, or for an eye what it did not see. */
function silentFault(shot: Shot, run: LightRun): Fault {
  const { light, path } = run;
  if (path.failure) return faultFor(light.id, path.failure);
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
  params: {
    light: run.light.id,
    cause: run.cause!,
    eye: run.light.settings.eye ?? null,
    atUs: run.atUs,
    ...(run.answered === 'red-eye' && { redEye: true }),
  },
});

/** Both ways a light can fire for the wrong shutter: it shares the air with that body's sender, or sees its light. */
function strayFault(rig: Rig, body: Body, run: LightRun): Fault {
  const { id, settings } = run.light;
  const strange = rig.strangers.has(body.id);
  const params = { light: id, body: body.id, cause: run.cause!, link: settings.link ?? null, strange };
  if (isByAir(settings) && strange && !canPart(rig, run.light)) {
    const family = radioInUse(hearerOf(rig, run.light))?.family ?? null;
    return { code: 'crew.channels-exhausted', subject: id, params: { ...params, family } };
  }
  return { code: 'crew.clash', subject: id, params };
}

/** Whether a channel or an ID is left by which a net could keep strangers out. */
function canPart(rig: Rig, light: Light): boolean {
  const hearer = hearerOf(rig, light);
  const masters = mastersOf(rig, hearer);
  const net = [...masters, hearer];
  return (
    net.every((one) => idRange(rig, one) !== null) ||
    masters.some((one) => clearChannels(rig, one, [hearer]).length > 0)
  );
}

/** High-speed sync was wanted, and what lost it on the way is named. */
const noTrainFault = (body: Body, run: LightRun, lost: Fault, share: number): Fault => ({
  code: 'frame.no-hss',
  subject: run.light.id,
  params: {
    light: run.light.id,
    shutter: body.settings.shutter ?? null,
    share,
    tail: run.light.settings.hss !== true,
    lostAt: lost.code,
    by: lost.subject,
  },
});

/** The shutter is to blame when even a wire would be late; then the late contact of rear curtain; else the link. */
function frameFault(
  { body, attitude, curtain }: Shot,
  run: LightRun,
  { tauUs, openUs }: KnownCurtain,
  { share, darkEdge }: FrameLoss,
): Fault {
  // With the first curtain the same light would come so much sooner; rear is to blame only where that is better.
  const sooner = run.atUs! - (contactTime(body, curtain) - frontContact(curtain));
  const isRear = contactTime(body, curtain) > frontContact(curtain) && litShare(tauUs, openUs, sooner).share > share;
  const isOver = tauUs > 0 && isOverSync(tauUs, openUs);
  return {
    code: isOver ? 'frame.over-sync' : isRear ? 'frame.rear-curtain' : 'frame.latency',
    subject: body.id,
    params: {
      light: run.light.id,
      shutter: body.settings.shutter ?? null,
      tauUs,
      openUs,
      delayUs: Math.round((run.lastUs ?? run.atUs!) - tauUs),
      share,
      darkEdge: edgeAsHeld(darkEdge, attitude),
    },
  };
}
