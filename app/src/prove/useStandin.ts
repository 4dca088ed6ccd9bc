import { isAtCamera } from '@ergon/core/mend/cost';
import { type Observed, resultOf, symptomSeen } from '@ergon/core/prove/observe';
import type { Symptom } from '@ergon/core/record/incidentTerms';
import type { Press } from '@ergon/core/prove/testOrder';
import type { MeterAnswer, MeterRequest, PressAnswer, PressRequest } from '@ergon/core/prove/standinExchange';
import type { Rig } from '@ergon/core/rig/rig';
import { type Shot, type ShotRef, shotRefOf } from '@ergon/core/shot/lightRun';
import { useMutation, useQuery } from '@tanstack/react-query';
import { call } from '../rig/api';
import type { Marked } from './marked';

/** Where the simulated gear beside the server has its panels; null while there is none. */
export function useStandinAddress(): string | null {
  const { data } = useQuery({
    queryKey: ['standin'],
    queryFn: () => call<{ address?: string | null }>('GET', '/standin'),
    retry: false,
  });
  return data?.address ?? null;
}

/** Asks the simulated gear what it does in a press, and takes its answers as if somebody had seen them. */
export function useStandinPress(rig: Rig, press: Press, onSeen: (marked: Marked) => void) {
  return useMutation({
    mutationFn: () => {
      const request: PressRequest = { camera: setAtCamera(rig), shot: press.shot, letter: press.letter };
      return call<PressAnswer>('POST', '/standin/press', request);
    },
    onSuccess: ({ observed }) => onSeen(asMarked(rig, press, observed)),
  });
}

/** Asks the simulated gear what every light does when all are pressed together; what it could not say is left out. */
export function useStandinSeen(rig: Rig, shot: Shot, onSeen: (saw: Readonly<Record<string, Symptom>>) => void) {
  return useMutation({
    mutationFn: () => {
      const request: PressRequest = { camera: setAtCamera(rig), shot: shotRefOf(shot), letter: null };
      return call<PressAnswer>('POST', '/standin/press', request);
    },
    onSuccess: ({ observed }) => {
      const seen = observed.flatMap((one) => {
        const symptom = symptomSeen(one, rig.placed.get(one.light)?.settings.power ?? null);
        return symptom === null ? [] : [[one.light, symptom] as const];
      });
      onSeen(Object.fromEntries(seen));
    },
  });
}

/** Asks the simulated meter, held in the light of these lights, what it reads of a press; of none, of the room. */
export function useStandinMeter(rig: Rig) {
  return useMutation({
    mutationFn: ({ shot, lights }: { shot: ShotRef; lights: readonly string[] }) => {
      const request: MeterRequest = { camera: setAtCamera(rig), shot, lights: [...lights] };
      return call<MeterAnswer>('POST', '/standin/meter', request);
    },
  });
}

/** The simulated gear stands in the room; what is at the camera is the app's to say. */
function setAtCamera(rig: Rig): PressRequest['camera'] {
  const atCamera = [...rig.placed.values()].filter(
    (placed) => !rig.strangers.has(placed.id) && (isAtCamera(rig, placed.id) || rig.senders.includes(placed)),
  );
  return Object.fromEntries(atCamera.map(({ id, settings }) => [id, settings]));
}

/** What it could not say stays unmarked. */
function asMarked(rig: Rig, { proves }: Press, observed: readonly Observed[]): Marked {
  const marks = observed.flatMap((one) => {
    const result = proves.includes(one.light) ? resultOf(one, rig.placed.get(one.light)?.settings.power ?? null) : null;
    return result ? [[one.light, result] as const] : [];
  });
  return Object.fromEntries(marks);
}
