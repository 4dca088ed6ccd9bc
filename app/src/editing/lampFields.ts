/** What is set at the lamp of a light, and what decides how bright it is where it falls. */
import { exactStep, nearestPower } from '@ergon/core/exposure/powerSteps';
import { powerTyped } from '@ergon/core/exposure/powerScale';
import { densityTyped, metresTyped } from '@ergon/core/exposure/typedAmount';
import { controllersOf } from '@ergon/core/mend/cost';
import { MODES } from '@ergon/core/record/settingTerms';
import { isByAir, type SettingPath } from '@ergon/core/record/settings';
import { isMeantFor } from '@ergon/core/rig/meantFor';
import type { Light, Rig } from '@ergon/core/rig/rig';
import type { SignalLine } from '@ergon/core/verdict/signalLine';
import { type Field, oneOf, onOff, shift, THIRD, type Typed, yesNo } from './field';

/** Delays of a tail, in microseconds: from the first curtain's start on. */
const TAIL_DELAYS = [0, 250, 500, 1000, 2000].map((value) => ({ value, label: `${value / 1000} ms` }));

export function lampFields(rig: Rig, line: SignalLine): Field[] {
  const { light } = line;
  const bodies = rig.bodies.map((body) => body.id);
  const whenLeftOut = rig.bodies.filter((body) => isMeantFor(rig, light, body) !== false).map(({ id }) => id);
  const floor = light.profile.power.floor ?? -9;
  const step = exactStep(light.profile.power.step ?? THIRD);
  const typed = powerWritten(light, floor, step);
  return [
    oneOf(light.id, 'mode', MODES),
    { unit: light.id, setting: 'power', editor: { kind: 'stops', floor, step }, typed },
    ...(controllersOf(rig, light).length === 0 && light.settings.mode !== 'ttl'
      ? [
          {
            unit: light.id,
            setting: 'dialledPower',
            editor: { kind: 'stops', floor, step, whenLeftOut: light.settings.power ?? null },
            typed,
          } as const,
        ]
      : []),
    ...(light.settings.mode === 'multi'
      ? [
          { unit: light.id, setting: 'multiPops', editor: { kind: 'number', from: 2, to: 500 } } as const,
          { unit: light.id, setting: 'multiHz', editor: { kind: 'number', from: 1, to: 1000 } } as const,
        ]
      : []),
    ...(light.profile.lampSwitch === false ? [] : [onOff(light.id, 'lamp')]),
    yesNo(light.id, 'hss', 'wanted', 'not wanted'),
    ...(light.settings.mode === 'manual'
      ? [{ unit: light.id, setting: 'tailDelayUs', editor: { kind: 'choice', options: TAIL_DELAYS } } as const]
      : []),
    ...(light.settings.mode === 'ttl' ? [shift(light.id, 'compensation')] : [shift(light.id, 'trim')]),
    onOff(light.id, 'beep'),
    onOff(light.id, 'zoomAuto'),
    yesNo(light.id, 'hot', 'too hot', 'cool'),
    ...(bodies.length > 1 && (isByAir(light.settings) || light.settings.link === 'eye')
      ? [{ unit: light.id, setting: 'firesFor', editor: { kind: 'units', options: bodies, whenLeftOut } } as const]
      : []),
  ];
}

const LIKE = {
  fraction: '1/16, 1/16 +⅓',
  decimal: '6.3',
  percent: '25 %',
  ws: '50 Ws',
} as const;

/** A power as its own display writes it, on the step next to it. */
function powerWritten({ profile: { power } }: Light, floor: number, step: number): Typed {
  const read = (text: string) => {
    const stops = powerTyped(text, power);
    return stops === null ? null : nearestPower(stops, { step, ceiling: Infinity });
  };
  return { read, like: LIKE[power.scale], from: floor, to: power.ceiling ?? 0 };
}

const LEAST_M = 0.1;
const MOST_M = 200;
const MOST_LOSS = 15;

/** To the centimetre, and to the hundredth of a stop: nobody measures nearer. */
const hundredths = (value: number | null): number | null => (value === null ? null : Math.round(100 * value) / 100);

/** What decides how bright a light is where it falls. */
export function brightnessFields({ id, profile }: Light): Field[] {
  const loss = (setting: SettingPath): Field => ({
    unit: id,
    setting,
    editor: { kind: 'shift', least: 0, most: MOST_LOSS },
    typed: {
      read: (text) => hundredths(densityTyped(text)),
      like: '1.5, ×4, ND 8, ND 0.9',
      from: 0,
      to: MOST_LOSS,
    },
  });
  return [
    ...(profile.zoomMm == null
      ? []
      : [{ unit: id, setting: 'zoomMm', editor: { kind: 'number', ...profile.zoomMm } } as const]),
    ...(profile.modelling === true ? [onOff(id, 'modelling')] : []),
    { unit: id, setting: 'aim', editor: { kind: 'shift', least: -10, most: 10 } },
    {
      unit: id,
      setting: 'subjectM',
      editor: { kind: 'decimal', from: LEAST_M, to: MOST_M },
      typed: { read: (text) => hundredths(metresTyped(text)), like: '2.5 m, 10 ft', from: LEAST_M, to: MOST_M },
    },
    loss('modifierLoss'),
    loss('gelLoss'),
    loss('densityLoss'),
  ];
}
