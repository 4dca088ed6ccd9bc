/** What high-speed sync takes. docs/model.md, Exposure: the train is constant light, so half the time is one stop less. */
import { shutterMicroseconds } from '../measure/stops.ts';
import { timesAsFar } from './lightFall.ts';

/** A loss measured or stated at one shutter time. */
export interface LossAt {
  stops: number;
  /** A dial label. */
  shutter: string;
}

/** Stops lost at another shutter time: loss(t) = L + log2(t_ref / t); never below 0. */
export const highSpeedLoss = ({ stops, shutter }: LossAt, at: string): number =>
  Math.max(0, stops + Math.log2(shutterMicroseconds(shutter) / shutterMicroseconds(at)));

/** The loss at a shutter time from two readings of one power: without the train and with it. */
export const lossByReadings = (without: number, withTrain: number, shutter: string): LossAt => ({
  stops: without - withTrain,
  shutter,
});

/** The share of its reach a light keeps at so many stops less: 2 stops leave half. */
export const reachLeft = (loss: number): number => timesAsFar(loss);
