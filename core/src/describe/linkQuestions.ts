/** Questions whose answer is more than one field: the family and roles, what works where, eyes and shutters. */
import { type Profile, radiosOf } from '../record/profile.ts';
import { withProfileField } from '../record/profileField.ts';
import { EYE_MODES } from '../record/profileTerms.ts';
import { type Answer, archetypeIs, hasRadio, isKind, type Question, type QuestionContext, words } from './question.ts';

/** Roles by the sort of gear; a person is asked only where the sort leaves it open. */
export const ROLES_OF: Readonly<Record<string, ('master' | 'remote')[]>> = {
  'battery-strobe': ['remote'],
  'mains-strobe': ['remote'],
  'control-sender': ['master'],
  'passing-sender': ['master'],
  'plain-sender': ['master'],
  'plain-receiver': ['remote'],
  'control-receiver': ['remote'],
  transceiver: ['master', 'remote'],
  'popup-commander-body': ['master'],
  'radio-body': ['master'],
};
export const speaks = (profile: Profile, { archetype }: QuestionContext): boolean =>
  hasRadio(profile) ||
  archetype === 'radio-shoe-flash' ||
  archetype === 'optical-shoe-flash' ||
  (archetype ?? '') in ROLES_OF;

export const familyQuestion: Question = {
  id: 'family',
  text: 'Which family does it speak?',
  help: 'Models that talk to each other are one family, whatever the name on the box.',
  kind: 'choice',
  when: speaks,
  guided: speaks,
  options: (profile, { families, archetype }) => {
    const optical = archetype === 'optical-shoe-flash' || archetype === 'popup-commander-body';
    return [...families.values()]
      .filter((family) => archetype === null || (family.medium === 'optical') === optical || profile.kind === 'trigger')
      .map((family) => ({ value: family.id, label: [family.name, ...(family.alsoSoldAs ?? [])].join(', ') }));
  },
  read: (profile) => radiosOf(profile)[0]?.family ?? null,
  write: (profile, answer) => {
    const radios = radiosOf(profile);
    if (answer === null) return { ...profile, radios: radios.slice(1) } as Profile;
    const first = radios[0] ?? { roles: ['remote'] };
    // What belonged to the family before it need not hold for this one.
    const kept = first.roles;
    return { ...profile, radios: [{ roles: kept, family: String(answer) }, ...radios.slice(1)] } as Profile;
  },
};

export const rolesQuestion: Question = {
  id: 'roles',
  text: 'What can it be in that family?',
  kind: 'choice',
  when: hasRadio,
  guided: archetypeIs('radio-shoe-flash', 'optical-shoe-flash'),
  options: () => [
    { value: 'remote', label: 'remote only' },
    { value: 'master remote', label: 'master or remote' },
    { value: 'master', label: 'master only' },
  ],
  read: (profile) => radiosOf(profile)[0]?.roles.join(' ') ?? null,
  write: (profile, answer) =>
    answer === null ? profile : withProfileField(profile, 'radios.0.roles', String(answer).split(' ')),
};

/** TTL in two places is one question: people know where their flash meters. */
export const ttlQuestion: Question = {
  id: 'ttl',
  text: 'Where does it meter by itself (TTL)?',
  help: 'Choose none if it never does.',
  kind: 'many',
  when: isKind('flash'),
  guided: archetypeIs('radio-shoe-flash', 'optical-shoe-flash', 'battery-strobe'),
  options: (profile) => [
    ...(profile.kind === 'flash' && profile.foot !== 'none' ? [{ value: 'on-body', label: 'on the camera' }] : []),
    { value: 'remote', label: 'as a remote' },
  ],
  read: (profile) => abilityPlaces(profile, 'ttl'),
  write: (profile, answer) => withAbility(profile, 'ttl', answer),
};

export const hssQuestion: Question = {
  id: 'hss',
  text: 'Where does it do high-speed sync?',
  help: 'Choose none if it never does.',
  kind: 'many',
  when: isKind('flash'),
  guided: archetypeIs('radio-shoe-flash', 'optical-shoe-flash', 'battery-strobe'),
  options: ttlQuestion.options,
  read: (profile) => abilityPlaces(profile, 'hss'),
  write: (profile, answer) => withAbility(profile, 'hss', answer),
};

export const ON_CAMERA = ['on-body', 'stacked'] as const;
export const AWAY = ['radio', 'optical'] as const;

function abilityPlaces(profile: Profile, ability: 'ttl' | 'hss'): readonly string[] | null {
  if (profile.kind !== 'flash') return null;
  const body = profile.can['on-body']?.[ability] ?? null;
  const away = AWAY.map((position) => profile.can[position]?.[ability]).find((one) => one != null) ?? null;
  if (body === null && away === null) return null;
  return [...(body ? ['on-body'] : []), ...(away ? ['remote'] : [])];
}

function withAbility(profile: Profile, ability: 'ttl' | 'hss', answer: Answer): Profile {
  if (profile.kind !== 'flash') return profile;
  const chosen = answer as readonly string[] | null;
  const write = (current: Profile, position: string, value: string) =>
    position in (current as typeof profile).can
      ? withProfileField(current, `can.${position}.${ability}`, chosen === null ? null : chosen.includes(value))
      : current;
  const onCamera = ON_CAMERA.reduce((current, position) => write(current, position, 'on-body'), profile as Profile);
  return AWAY.reduce((current, position) => write(current, position, 'remote'), onCamera);
}

export const eyesQuestion: Question = {
  id: 'eyes',
  text: 'Can it fire at another flash it sees?',
  help: 'S1 answers the first pulse, S2 lets one pass. Choose none if it has no eye.',
  kind: 'many',
  when: isKind('flash'),
  guided: isKind('flash'),
  options: words(...EYE_MODES),
  read: (profile) => (profile.kind === 'flash' ? (profile.eyes ?? null) : null),
  write: (profile, answer) => withProfileField(profile, 'eyes', answer),
};

export const electronicQuestion: Question = {
  id: 'electronic',
  text: 'With its silent electronic shutter, does a flash fire?',
  kind: 'choice',
  when: isKind('body'),
  guided: isKind('body'),
  options: () => [
    { value: 'no', label: 'no' },
    { value: 'yes', label: 'yes' },
    { value: 'none', label: 'it has no such shutter' },
  ],
  read: (profile) => {
    if (profile.kind !== 'body') return null;
    const shutter = profile.shutters.find((one) => one.type === 'electronic');
    return shutter?.flash == null ? null : shutter.flash ? 'yes' : 'no';
  },
  write: (profile, answer) => {
    if (profile.kind !== 'body') return profile;
    const others = profile.shutters.filter((one) => one.type !== 'electronic');
    if (answer === 'none') return { ...profile, shutters: others };
    const flash = answer === null ? null : answer === 'yes';
    return { ...profile, shutters: [...others, { type: 'electronic', ...(flash !== null && { flash }) }] };
  },
};
