/** The switches of a unit that can be said once for a whole look: "all switched on". */
import { type GroupPath, groupPath, type SettingPath, type Settings } from './settings.ts';

type Switches = Pick<Settings, 'on' | 'flashFiring' | 'role' | 'groups' | 'stranger'>;

/**
 * Those of which nobody said whether they are on; what lies ready, out of the look, nobody has switched on, and of a
 * stranger's camera nobody here can say.
 */
export function unsaidSwitches(switches: Switches, isBody: boolean): SettingPath[] {
  const { on, flashFiring, role, groups, stranger } = switches;
  if (stranger === true) return [];
  const own: SettingPath[] = isBody
    ? flashFiring == null
      ? ['flashFiring']
      : []
    : on == null && role !== 'off'
      ? ['on']
      : [];
  const letters = Object.entries(groups ?? {}).filter(([, told]) => told.on == null);
  return [...own, ...letters.map(([letter]): GroupPath => groupPath(letter, 'on'))];
}
