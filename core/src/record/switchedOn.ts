/** The switches of a unit that can be said once for a whole look: "all switched on". */
import { type GroupPath, groupPath, type SettingPath, type Settings } from './settings.ts';

type Switches = Pick<Settings, 'on' | 'flashFiring' | 'role' | 'groups'>;

/** Those of which nobody said whether they are on; what lies ready, out of the look, nobody has switched on. */
export function unsaidSwitches({ on, flashFiring, role, groups }: Switches, isBody: boolean): SettingPath[] {
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
