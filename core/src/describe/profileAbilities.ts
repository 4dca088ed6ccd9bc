/** What a model can do, in words and as marks to search by: read off its profile, never more certain than that. */
import type { Family } from '../record/family.ts';
import { type Capability, type Profile, radiosOf } from '../record/profile.ts';
import { type Ability, type Position, POSITIONS } from '../record/profileTerms.ts';
import { ABILITY_NAMES, POSITION_NAMES } from '../words/settingWords.ts';

export interface AbilityLine {
  /** "as a radio remote", "as a sender". */
  place: string;
  does: readonly string[];
  /** What nobody recorded. */
  open: readonly string[];
  doesNot: readonly string[];
}

/** The abilities a crew asks after first; the others are shown only where recorded. */
const ASKED: readonly Ability[] = ['fire', 'manual', 'ttl', 'hss'];

export function abilityLines(profile: Profile, families: ReadonlyMap<string, Family>): AbilityLine[] {
  const sends = sendingLine(profile, families);
  if (profile.kind === 'body') return [bodyLine(profile), ...sends];
  if (profile.kind === 'trigger') return [...sends, ...receivingLine(profile, families)];
  const placed = POSITIONS.filter((position) => profile.can[position] != null).map((position) =>
    flashLine(profile, position),
  );
  return [...placed, ...sends];
}

type Of<K extends Profile['kind']> = Extract<Profile, { kind: K }>;

function flashLine(profile: Of<'flash'>, position: Position): AbilityLine {
  const can = profile.can[position] ?? {};
  const of = (wanted: boolean | null) =>
    (Object.keys(ABILITY_NAMES) as Ability[])
      .filter((ability) => (wanted === null ? ASKED.includes(ability) : true))
      .filter((ability) => plain(can[ability]) === wanted)
      .map((ability) => `${ABILITY_NAMES[ability]}${condition(can[ability])}`);
  // A position that needs hearing is only as good as what it hears with.
  const deaf =
    ((position === 'radio' || position === 'optical') && profile.radios.length === 0) ||
    (position === 'eye' && profile.eyes == null);
  if (position === 'eye' && profile.eyes?.length === 0)
    return { place: POSITION_NAMES.eye, does: [], open: [], doesNot: ['fires'] };
  if (deaf) return { place: POSITION_NAMES[position], does: [], open: ['fires'], doesNot: [] };
  return { place: POSITION_NAMES[position], does: of(true), open: of(null), doesNot: of(false) };
}

const plain = (capability: Capability | null | undefined): boolean | null =>
  capability == null ? null : capability === false ? false : true;

function condition(capability: Capability | null | undefined): string {
  if (capability == null || typeof capability === 'boolean') return '';
  const { firmware, shoes, generation } = capability;
  const parts = [
    firmware && `firmware ${firmware}`,
    shoes && `on ${shoes.join(' or ')}`,
    generation && `generation ${generation}`,
  ].filter(Boolean);
  return ` (from ${parts.join(', ')})`;
}

const familyNames = (profile: Profile, role: 'master' | 'remote', families: ReadonlyMap<string, Family>): string[] =>
  radiosOf(profile)
    .filter((radio) => radio.roles.includes(role))
    .map((radio) => families.get(radio.family)?.name ?? radio.family);

function sendingLine(profile: Profile, families: ReadonlyMap<string, Family>): AbilityLine[] {
  const names = familyNames(profile, 'master', families);
  return names.length === 0 ? [] : [{ place: 'as a sender', does: names, open: [], doesNot: [] }];
}

function receivingLine(profile: Of<'trigger'>, families: ReadonlyMap<string, Family>): AbilityLine[] {
  const names = familyNames(profile, 'remote', families);
  if (names.length === 0) return [];
  const top = profile.topShoe == null ? ['its top shoe'] : [];
  return [{ place: 'as a receiver', does: names, open: top, doesNot: [] }];
}

function bodyLine(profile: Of<'body'>): AbilityLine {
  const { shoe, syncSocket } = profile;
  const sync = profile.shutters.find((shutter) => shutter.flash)?.syncTime;
  return {
    place: 'on its shoe',
    does: [
      shoe.system,
      shoe.centre && 'any foot fires',
      sync && `sync ${sync}`,
      syncSocket && syncSocket !== 'none' && `port ${syncSocket}`,
    ].filter((one): one is string => typeof one === 'string'),
    open: [
      shoe.system == null && 'shoe system',
      shoe.centre == null && 'centre contact',
      sync == null && 'sync time',
    ].filter((one): one is string => typeof one === 'string'),
    doesNot: shoe.centre === false ? ['foreign feet'] : [],
  };
}

/** Marks by which a crew looks for a unit: only what is certain. */
export const TAGS = [
  'sender',
  'receiver',
  'radio remote',
  'optical remote',
  'eye',
  'TTL remote',
  'high-speed sync',
] as const;
export type Tag = (typeof TAGS)[number];

export function tagsOf(profile: Profile, families: ReadonlyMap<string, Family>): ReadonlySet<Tag> {
  const tags = new Set<Tag>();
  const remote = radiosOf(profile).filter((radio) => radio.roles.includes('remote'));
  if (radiosOf(profile).some((radio) => radio.roles.includes('master'))) tags.add('sender');
  if (profile.kind === 'trigger' && remote.length > 0) tags.add('receiver');
  if (profile.kind !== 'flash') return tags;
  for (const radio of remote)
    tags.add(families.get(radio.family)?.medium === 'optical' ? 'optical remote' : 'radio remote');
  if ((profile.eyes ?? []).length > 0) tags.add('eye');
  const away = [profile.can.radio, profile.can.optical];
  if (remote.length > 0 && away.some((can) => plain(can?.ttl) === true)) tags.add('TTL remote');
  if (POSITIONS.some((position) => plain(profile.can[position]?.hss) === true)) tags.add('high-speed sync');
  return tags;
}
