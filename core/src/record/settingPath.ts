/** The parts of a setting's path, such as `groups.C.power` or `from.body-2.sight`. */
import { GROUP_FIELDS, type GroupField, PAIR_FIELDS, type PairField } from './settingTerms.ts';

const GROUP_PATH = new RegExp(`^groups\\.([A-Z])\\.(${GROUP_FIELDS.join('|')})$`);

/** The letter and the field of a group's path; null for any other setting. */
export function groupPartsOf(path: string): { letter: string; field: GroupField } | null {
  const match = GROUP_PATH.exec(path);
  return match && { letter: match[1]!, field: match[2] as GroupField };
}

const PAIR_PATH = new RegExp(`^from\\.([a-z0-9-]+)(?:\\.(${PAIR_FIELDS.join('|')}))?$`);

/** The other unit and the field of a pair's path, null for all of it; null for any other setting. */
export function pairPartsOf(path: string): { other: string; field: PairField | null } | null {
  const match = PAIR_PATH.exec(path);
  return match && { other: match[1]!, field: (match[2] as PairField | undefined) ?? null };
}
