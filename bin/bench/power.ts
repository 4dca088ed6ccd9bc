/** Speed of balance and of an evening's energy, against trying every choice and counting every frame. */
import { discharge, type Row, sagFactor } from '@ergon/core/energy/discharge';
import { powersOf } from '@ergon/core/exposure/powerSteps';
import { balance, type BalancePart, type BalanceTask, LEVERS, toleranceOf } from '@ergon/core/power/balance';
import { SECONDS } from '@ergon/core/power/balanceTask';
import type { Measure } from './measure.ts';
import { timeEach } from './time.ts';

const LIGHTS = 12;
const LOOKS = 10;
const FRAMES = 300;

const thirds = (from: number, to: number): number[] =>
  Array.from({ length: 3 * (to - from) + 1 }, (_, k) => from + k / 3);

/** Twelve lights, of which some are too dark at full and some too bright at their lowest. */
function twelve(): BalanceTask {
  const parts = Array.from({ length: LIGHTS }, (_, index): BalancePart => ({
    key: `${index}`,
    lights: [`${index}`],
    readings: [{ stops: 4 + (index % 5) / 2, dialStop: 1 }],
    power: -3,
    range: { floor: -6, ceiling: 0, step: 1 / 3 },
    aim: (index % 3) - 1,
    train: false,
    levers: { density: [-1, -2, -3], distance: thirds(-2, 2).filter((stops) => stops !== 0), 'second light': [1] },
    walkSeconds: 20,
  }));
  return {
    parts,
    aperture: 8.5,
    dials: { iso: thirds(-2, 4), shutter: thirds(-1, 2), aperture: thirds(-3, 3) },
    room: { reading: 3, level: -4 },
  };
}

function everyChoice({ parts, aperture, dials, room }: BalanceTask): number {
  let least = Infinity;
  for (const iso of dials.iso)
    for (const shutter of dials.shutter)
      for (const opening of dials.aperture) {
        if (Math.abs(room!.reading + iso + shutter - aperture - opening - room!.level) > 1 / 6 + 1e-6) continue;
        let changes = [iso, shutter, opening].filter(Boolean).length;
        for (const part of parts) changes += fewest(part, aperture + opening - iso);
        least = Math.min(least, changes);
      }
  return least;
}

function fewest(part: BalancePart, wanted: number): number {
  let choices: number[][] = [[]];
  for (const lever of LEVERS)
    choices = choices.flatMap((so) => [0, ...(part.levers[lever] ?? [])].map((stops) => [...so, stops]));
  let least = Infinity;
  for (const stops of choices) {
    const reading = part.readings[0]!.stops + stops.reduce((sum, one) => sum + one, 0);
    const fits = powersOf(part.range)!.some(
      (power) => Math.abs(reading + power - part.power - wanted - part.aim) <= toleranceOf(part) + 1e-6,
    );
    if (fits) least = Math.min(least, stops.filter(Boolean).length);
  }
  return least;
}

const rows: readonly Row[] = Array.from({ length: LIGHTS * LOOKS }, (_, index) => ({
  frames: FRAMES,
  each: 2 ** -(index % 5) / 200,
  recycle: 2.5 * 2 ** -(index % 5),
  between: 1 + (index % 3),
  heat: index % 4 === 0 ? { frames: 40, restSeconds: 90 } : null,
}));

function frameByFrame({ frames, each, recycle, between, heat }: Row): number {
  let [left, now] = [1, 0];
  let recent: number[] = [];
  for (let frame = 0; frame < frames; frame++) {
    if (left < each - 1e-9) [left, recent] = [1, []];
    if (heat) {
      recent = recent.filter((at) => now - at < heat.restSeconds);
      if (recent.length >= heat.frames) [now, recent] = [now + heat.restSeconds, []];
      recent.push(now);
    }
    left -= each;
    now += Math.max(between, recycle * sagFactor(Math.max(0, left)));
  }
  return now;
}

export function part(): Measure[] {
  const task = twelve();
  const start = performance.now();
  const naive = everyChoice(task);
  const took = performance.now() - start;
  const [ours] = timeEach([() => balance(task, SECONDS)]);
  const { changes } = balance(task, SECONDS)!;
  const [stretches, frames] = timeEach([
    () => rows.forEach((row) => discharge(row, 1)),
    () => rows.forEach((row) => frameByFrame(row)),
  ]);
  return [
    {
      what: `balance, ${LIGHTS} lights`,
      value: ours! / took,
      unit: 'x',
      said: `${changes} changes (every choice: ${naive}), x${(ours! / took).toFixed(4)} of trying every choice (${ours!.toFixed(1)} ms)`,
    },
    {
      what: `energy, ${LIGHTS} lights, ${LOOKS} looks, ${(LOOKS * FRAMES).toLocaleString('en')} frames`,
      value: stretches! / frames!,
      unit: 'x',
      said: `x${(stretches! / frames!).toFixed(3)} of counting every frame (${stretches!.toFixed(2)} ms)`,
    },
  ];
}
