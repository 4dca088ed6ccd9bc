/** What a unit itself was found to give, as people say it. */
import { feetOf } from '../exposure/guideNumber.ts';
import { type LossAt, reachLeft } from '../exposure/highSpeedLoss.ts';
import type { MeteredField, NotedField } from '../operation/dialling.ts';
import { entryField } from '../operation/edit.ts';
import type { FoundDialStop, FoundGuideNumber, FoundLoss } from '../power/measured.ts';
import type { TrainCost } from '../power/trainCost.ts';
import type { Unit } from '../record/unit.ts';
import { finderFoundText } from './proveWording.ts';
import { readingText } from './readingWords.ts';
import { stopsCounted } from './saying.ts';
import { type Names, shutterText } from './settingWords.ts';

/** To a tenth of a stop. */
const tenths = (stops: number): number => Math.round(10 * stops) / 10;
const metresText = (metres: number): string => `${metres < 10 ? metres.toFixed(1) : Math.round(metres)} m`;
const zoomText = (zoomMm: number | null): string => (zoomMm === null ? '' : ` at ${zoomMm} mm`);

/** "guide number 41 m (135 ft) at 50 mm". */
export const guideNumberText = (metres: number, zoomMm: number | null): string =>
  `guide number ${Math.round(metres)} m (${Math.round(feetOf(metres))} ft)${zoomText(zoomMm)}`;

/** "2.6 stops at 1/500". */
export const lossText = ({ stops, shutter }: LossAt): string =>
  `${stopsCounted(tenths(stops))} at ${shutterText(shutter)}`;

/** "By its last two readings Light 3 gives guide number 41 m (135 ft) at 50 mm: ...." */
export function foundGuideNumberText(light: string, found: FoundGuideNumber, names: Names): string {
  const me = names.unit(light);
  if (found.metres === null)
    return `The last two readings of ${me} do not tell its guide number: they are ${stopsCounted(tenths(found.apart))} apart.`;
  const off = found.stated === null ? 0 : tenths(2 * Math.log2(found.metres / found.stated));
  const stated =
    found.stated === null
      ? 'nobody recorded one for its model'
      : off === 0
        ? 'as said of its model'
        : `${stopsCounted(Math.abs(off))} ${off < 0 ? 'less' : 'more'} than said of its model`;
  return `By its last two readings ${me} gives ${guideNumberText(found.metres, found.zoomMm)}: ${stated}.`;
}

/** "By its readings Light 3 loses 2.9 stops at 1/1000 in high-speed sync; its model is said to lose 2.6 stops at 1/500." */
export function foundLossText(light: string, { loss, stated }: FoundLoss, names: Names): string {
  const said = stated === null ? 'nobody recorded it for its model' : `its model is said to lose ${lossText(stated)}`;
  return `By its readings ${names.unit(light)} loses ${lossText(loss)} in high-speed sync; ${said}.`;
}

/** "0.87 stops of light for a stop on its dial". */
export const dialStopText = (stops: number): string => `${stops.toFixed(2)} stops of light for a stop on its dial`;

/** "From 1/64 to 1/2 Light 3 gives 0.87 stops of light for a stop on its dial, by its last two readings." */
export function foundDialStopText(light: string, { stops, between }: FoundDialStop, names: Names): string {
  const [low, high] = between.map((power) => names.power(light, power));
  return `From ${low} to ${high} ${names.unit(light)} gives ${dialStopText(stops)}, by its last two readings.`;
}

/** "High-speed sync at 1/1000 takes 3.6 stops: at full power f/4 reaches 2.4 m, not 8.2 m." */
export function trainCostText({ shutter, stops, reach }: TrainCost): string {
  const takes = `High-speed sync at ${shutterText(shutter)} takes ${stopsCounted(tenths(stops))}`;
  if (reach === null) return `${takes}: it reaches ${reachLeft(stops).toFixed(2)} times as far.`;
  return `${takes}: at full power ${readingText(reach.aperture)} reaches ${metresText(reach.train)}, not ${metresText(reach.single)}.`;
}

/** What was found out about one unit and is kept on it. */
export interface KeptFinding {
  field: NotedField;
  text: string;
  by: string;
}

/** What a meter found of a unit: "guide number 41 m (135 ft) at 50 mm". */
export function keptByMeter({ realGuideNumber, realHssLoss, realDialStop }: Unit): KeptFinding[] {
  const kept: KeptFinding[] = [];
  const add = (field: MeteredField, text: string, { by }: { by: string }) => kept.push({ field, text, by });
  if (realGuideNumber)
    add('realGuideNumber', guideNumberText(realGuideNumber.metres, realGuideNumber.zoomMm ?? null), realGuideNumber);
  if (realHssLoss) add('realHssLoss', `${lossText(realHssLoss)} in high-speed sync`, realHssLoss);
  if (realDialStop) add('realDialStop', dialStopText(realDialStop.stops), realDialStop);
  return kept;
}

/** What test frames found of a light, camera by camera. */
export function keptByFrames({ id, realSyncs, realTails }: Unit, names: Names): KeptFinding[] {
  return [
    ...Object.entries(realSyncs ?? {}).map(([body, { cleanTo, by }]) => ({
      field: entryField('realSyncs', body),
      text: finderFoundText({ kind: 'sync', body, light: id }, cleanTo, names),
      by,
    })),
    ...Object.entries(realTails ?? {}).map(([body, { delayUs, by }]) => ({
      field: entryField('realTails', body),
      text: finderFoundText({ kind: 'tail', body, light: id }, delayUs, names),
      by,
    })),
  ];
}
