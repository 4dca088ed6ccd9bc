/** What every light is to give and gives, and from where that is set. docs/model.md, Setting power. */
import { isAtCamera } from '../mend/cost.ts';
import { controlOf } from '../path/passage.ts';
import { wantedPower } from '../path/delivery.ts';
import { speakerFor } from '../path/rivals.ts';
import type { Reading } from '../record/reading.ts';
import type { Mode } from '../record/settingTerms.ts';
import type { Fault, FieldRef } from '../rig/check.ts';
import type { Code } from '../rig/codes.ts';
import { type Body, hearerOf, type Light, type Placed, type Rig } from '../rig/rig.ts';
import { sendersServing } from '../rig/serving.ts';
import type { Judgement } from '../verdict/judge.ts';
import { isFailing, type Verdict } from '../verdict/verdict.ts';
import { withDifferences } from './byDifference.ts';
import { aimedAt, type LightLevel, lightLevel } from './lightLevel.ts';

/** Who sets mode and power of a light: senders over the air, whoever holds the camera, or a person at the unit. */
export type SetFrom =
  | { kind: 'sender'; senders: readonly Placed[]; letter: string | null }
  | { kind: 'camera' }
  | { kind: 'hand'; walkSeconds: number | null }
  | { kind: 'unknown'; fields: readonly FieldRef[] };

export function setFrom(rig: Rig, light: Light): SetFrom {
  const hearer = hearerOf(rig, light);
  const controls = sendersServing(rig, light).map((serving) => {
    // A passive one leaves settings to whoever else speaks on its net.
    const { sender, unknown } =
      serving.settings.passive === true
        ? speakerFor({ rig, sender: serving, hearer, light })
        : { sender: serving, unknown: [] };
    const control = sender ? controlOf({ rig, sender, hearer, light }) : { holds: null, fields: unknown };
    return { sender: sender!, control };
  });
  const senders = [...new Set(controls.filter(({ control }) => control.holds === true).map(({ sender }) => sender))];
  if (senders.length > 0) return { kind: 'sender', senders, letter: hearer.settings.group ?? null };
  const open = controls.filter(({ control }) => control.holds === null);
  if (open.length > 0) return { kind: 'unknown', fields: open.flatMap(({ control }) => control.fields) };
  if (isAtCamera(rig, light.id)) return { kind: 'camera' };
  return { kind: 'hand', walkSeconds: light.settings.walkSeconds ?? null };
}

/** Compensation under metering: where it stands, and how much more the flash takes either way. */
export interface CompensationLeft {
  ofLight: number;
  ofBody: number;
  /** Most either way; null where nobody recorded it. */
  limit: number | null;
}

export interface LightPower {
  light: Light;
  from: SetFrom;
  mode: Mode | null;
  /** Stops below full, a trim on the unit left out; null where nobody recorded it, or metering decides. */
  wanted: number | null;
  /** What is dialled on a light that is set by hand; null for any other. */
  dialled: number | null;
  trim: number;
  /** It fires in high-speed sync. */
  train: boolean;
  compensation: CompensationLeft | null;
  /** The shots it is meant for. */
  verdicts: readonly Verdict[];
  /** The first thing wrong with what it is told, in any of them. */
  fault: Fault | null;
  /** With the body whose shot that is. */
  level: LightLevel & { body: Body | null };
  /** What it is to read; null where nobody said. */
  aimed: number | null;
}

/** Faults of what a lamp is told, and of nothing else. */
const OF_POWER: ReadonlySet<Code> = new Set([
  'power.overwritten',
  'power.local-trim',
  'power.comp-limit',
  'power.shared-group',
  'power.dialled',
  'sender.rivals',
  'lamp.power-floor',
  'lamp.power-ceiling',
  'foot.ttl-on-plain-link',
]);

/** Lights of our own, in the order of the rig. @param readings of the look. */
export function lightPowers(judgement: Judgement, readings: readonly Reading[] = []): LightPower[] {
  const { rig } = judgement;
  const told = withDifferences(readings);
  return rig.lights.filter(({ id }) => !rig.strangers.has(id)).map((light) => powerOf(judgement, light, told));
}

function powerOf({ rig, verdicts, shots }: Judgement, light: Light, readings: readonly Reading[]): LightPower {
  const { mode = null, trim } = light.settings;
  const own = verdicts.filter(({ unit, verdict }) => unit === light.id && verdict !== 'dark' && verdict !== 'stray');
  const from = setFrom(rig, light);
  const faults = own.flatMap((verdict) => verdict.faults);
  const shot = shots.find(({ body }) => body.id === own[0]?.shot);
  const isByHand = from.kind === 'hand' || from.kind === 'camera';
  const wanted = mode === 'ttl' ? null : (light.settings.power ?? null);
  const train = shot?.runs.get(light.id)?.train ?? false;
  const lit = { light, power: mode === 'ttl' ? null : wantedPower(light), train };
  return {
    light,
    from,
    mode,
    wanted,
    dialled: isByHand && mode !== 'ttl' ? (light.settings.dialledPower ?? wanted) : null,
    trim: trim ?? 0,
    train,
    compensation: mode === 'ttl' ? compensationLeft(light, shot?.body ?? null) : null,
    verdicts: own,
    fault: faults.find(({ code }) => OF_POWER.has(code)) ?? null,
    level: shot
      ? { ...lightLevel({ ...lit, body: shot.body }, readings), body: shot.body }
      : { stops: null, reading: null, unknown: [], body: null },
    aimed: shot ? aimedAt(light, shot.body) : null,
  };
}

const compensationLeft = ({ settings, profile }: Light, body: Body | null): CompensationLeft => ({
  ofLight: settings.compensation ?? 0,
  ofBody: body?.settings.compensation ?? 0,
  limit: profile.compLimit ?? null,
});

/** Whether a light does anything else than it should in a shot it is meant for. */
export const isAmiss = ({ verdicts }: LightPower): boolean => verdicts.some(isFailing);
