/** What a plan for the loss of a sender changes: kept with the sender it is for, or made. docs/model.md, Sender lost. */
import { type Change, withChangedUnits } from '../record/change.ts';
import type { Json } from '../record/migrate.ts';
import { IN_THE_BAG, type Settings } from '../record/settings.ts';
import type { CrewState } from './crewState.ts';
import { Draft } from './draft.ts';
import type { Edit } from './edit.ts';
import { changing, making, placingRef, settingEdits } from './editsOf.ts';

interface OfSender {
  look: string;
  sender: string;
}

/** Keeps a plan in place of the one that is kept; null keeps none. */
export function keepingPlan(state: CrewState, { look, sender }: OfSender, plan: readonly Change[] | null): Edit[] {
  const on = placingRef(look, sender);
  const seen = new Draft(state).read(on)?.doc as Settings | undefined;
  if (!seen) return [];
  const ifLost = plan?.map(({ unit, setting, to }) => ({ unit, setting, to: (to ?? null) as Json })) ?? null;
  return changing(state, { on, seen, doc: { ...seen, ifLost } });
}

/** Makes a plan: what is in the look is set, and what it names out of the bag is put in as it is to be. */
export function makingPlan(state: CrewState, look: string, plan: readonly Change[], born: string): Edit[] {
  const units = state.looks.find(({ id }) => id === look)?.units ?? {};
  const isThere = ({ unit }: Change) => unit in units;
  const brought = [...new Set(plan.filter((change) => !isThere(change)).map(({ unit }) => unit))];
  const put = brought.map((unit) =>
    making(placingRef(look, unit), withChangedUnits({ [unit]: IN_THE_BAG }, plan)[unit]!, born),
  );
  return [...put, ...settingEdits(state, look, plan.filter(isThere))];
}
