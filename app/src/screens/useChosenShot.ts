import type { Shot } from '@ergon/core/shot/lightRun';
import { isText, useKept } from '../components/useKept';
import type { JudgedLook } from '../rig/judgedLook';
import { shotOf } from './LookPage';

/** The shot of a look somebody chose last, in whichever place; until then the first. */
export function useChosenShot<S extends Shot | undefined>(
  { look, judgement }: JudgedLook,
  first: S,
): [Shot | S, (shot: string) => void] {
  const [chosen, choose] = useKept<string | null>(`shot.${look.id}`, isText, null);
  return [shotOf(judgement.shots, chosen) ?? first, choose];
}
