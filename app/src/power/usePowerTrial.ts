import { exactStep } from '@ergon/core/exposure/powerSteps';
import type { LightPower } from '@ergon/core/power/lightPower';
import { evenly, planModes, planPowers, type PowerPlan } from '@ergon/core/power/powerPlan';
import type { Mode } from '@ergon/core/record/settingTerms';
import type { Judgement } from '@ergon/core/verdict/judge';
import { settingValue, stopsText } from '@ergon/core/words/settingWords';
import { useMemo, useState } from 'react';
import { useRig } from '../rig/Rig';

const THIRD = 1 / 3;

/** What is tried on the chosen lights before it is set: stops, or another mode. */
export interface PowerTrial {
  /** None is all of them. */
  chosen: readonly string[];
  choose: (lights: readonly string[]) => void;
  stops: number;
  mode: Mode | null;
  /** "+⅓ stop", "TTL". */
  what: string;
  /** Null while nothing is tried. */
  plan: PowerPlan | null;
  step: (way: -1 | 1) => void;
  tryMode: (mode: Mode | null) => void;
  drop: () => void;
}

export function usePowerTrial(judgement: Judgement, powers: readonly LightPower[]): PowerTrial {
  const { names } = useRig();
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const [stops, setStops] = useState(0);
  const [mode, setMode] = useState<Mode | null>(null);
  const plan = useMemo(() => {
    const moving = chosen.length === 0 ? powers.map(({ light }) => light.id) : chosen;
    if (mode !== null) return planModes(judgement, moving, mode);
    return stops === 0 ? null : planPowers(judgement, evenly(moving, stops));
  }, [judgement, stops, mode, powers, chosen]);
  return {
    chosen,
    choose: (lights) => {
      setChosen(lights);
      // A mode was tried on those that were chosen then.
      setMode(null);
    },
    stops,
    mode,
    plan,
    what: mode === null ? stopsText(stops) : settingValue('mode', mode, names),
    step: (way) => {
      setMode(null);
      setStops((now) => stepped(now, way, stepFor(powers, chosen)));
    },
    tryMode: (next) => {
      setStops(0);
      setMode(next);
    },
    drop: () => {
      setStops(0);
      setMode(null);
    },
  };
}

/** The unit's own step where one light moves, a third for several. */
const stepFor = (powers: readonly LightPower[], chosen: readonly string[]): number => {
  const one = chosen.length === 1 ? powers.find(({ light }) => light.id === chosen[0]) : undefined;
  return one && one.mode !== 'ttl' ? exactStep(one.light.profile.power.step ?? THIRD) : THIRD;
};

/** Kept exact over many steps. */
const stepped = (stops: number, way: -1 | 1, step: number): number => {
  const next = stops + way * step;
  const whole = Math.round(1 / step);
  return Math.abs(next) < 1e-6 ? 0 : Math.abs(whole * step - 1) < 1e-9 ? Math.round(next * whole) / whole : next;
};
