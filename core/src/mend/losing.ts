/** What is done about a sender at its loss: it comes off, and what the look keeps for that is looked up. */
import type { Change } from '../record/change.ts';
import type { SettingPath, SettingValue } from '../record/settings.ts';
import { isBody, type Placed, type Rig } from '../rig/rig.ts';
import { set } from './scene.ts';

/** A sender is taken off and noted as broken, so that it stands in for nothing; of a body its own flash is let down. */
export const losing = (sender: Placed): Change[] =>
  isBody(sender)
    ? [set(sender, 'popupUp', false)]
    : [set(sender, 'role', 'off'), set(sender, 'mount', null), set(sender, 'broken', true)];

/** What the look keeps for the loss of a sender, as changes from what is set now; what the crew has no more is passed over. */
export const keptPlan = (rig: Rig, sender: Placed): Change[] | null =>
  sender.settings.ifLost?.flatMap(({ unit, setting, to }) => {
    const placed = rig.placed.get(unit);
    return placed ? [{ ...set(placed, setting as SettingPath, null), to: (to ?? null) as SettingValue }] : [];
  }) ?? null;
