/** What can stand where a lost sender stood: another sender, or a flash that lights itself and that eyes answer. */
import type { Change } from '../record/change.ts';
import { radiosOf } from '../record/profile.ts';
import { groupPath, type SettingPath, type SettingValue } from '../record/settings.ts';
import { GROUP_FIELDS } from '../record/settingTerms.ts';
import { HAND } from '../measure/newId.ts';
import { canBeSet } from '../rig/canBeSet.ts';
import { byLikeness, likenessOf } from '../rig/likeness.ts';
import {
  bodyUnder,
  isBody,
  isFlash,
  isTrigger,
  type Light,
  type Placed,
  type Rig,
  speaksAsMaster,
} from '../rig/rig.ts';
import { type Candidate, set } from './scene.ts';

/** Each way to begin: with nothing in its place, then with each unit that lies ready, of like ones one. */
export function openingsFor(rig: Rig, sender: Placed): Candidate[] {
  const body = bodyUnder(rig.placed, sender);
  const nothing = handedOn(rig, sender, body?.id ?? null);
  if (!body || isBody(sender)) return [nothing];
  const ready = distinct([...rig.placed.values()].filter((one) => isReady(rig, one)).sort(byLikeness));
  const spares = ready.filter((one) => speaksLike(one, sender));
  const flashes = ready.filter(isFlash);
  return [
    nothing,
    // A flash that speaks would be missed as a light sooner than a sender.
    ...[...spares.filter(isTrigger), ...spares.filter(isFlash)].flatMap((spare) => takingOver(rig, sender, spare)),
    ...flashes.map((flash) => [...nothing, ...onTheShoe(flash, body.id)]),
  ];
}

/** It works and takes no part, or is in somebody's hand. */
const isReady = (rig: Rig, { id, settings, profile }: Placed): boolean =>
  !rig.strangers.has(id) &&
  settings.broken !== true &&
  profile.kind !== 'body' &&
  (settings.role === 'off' || settings.mount === HAND);

function distinct<P extends Placed>(all: readonly P[]): P[] {
  return [...new Map([...all].reverse().map((one) => [likenessOf(one), one])).values()].reverse();
}

const speaksLike = (spare: Placed, sender: Placed): boolean =>
  spare.id !== sender.id &&
  speaksAsMaster(spare) &&
  radiosOf(spare.profile).some(
    ({ family, roles }) => roles.includes('master') && radiosOf(sender.profile).some((own) => own.family === family),
  );

/** What sat on top of it goes where it sat. */
const handedOn = (rig: Rig, sender: Placed, to: string | null): Change[] =>
  [...rig.placed.values()].filter(({ settings }) => settings.mount === sender.id).map((one) => set(one, 'mount', to));

/** Set as the lost one was, as far as its model can be; on the shoe, and on its cable where it had one. */
function takingOver(rig: Rig, sender: Placed, spare: Placed): Candidate[] {
  const { mount, plugs, family, channel, networkId, pin, passive, groups } = sender.settings;
  const spoken: Placed = family == null ? spare : { ...spare, settings: { ...spare.settings, family } };
  const told = Object.entries(groups ?? {}).flatMap(([letter, of]) =>
    GROUP_FIELDS.map((field): [SettingPath, SettingValue] => [groupPath(letter, field), of[field]]),
  );
  const settings: (readonly [SettingPath, SettingValue])[] = [
    ['family', family],
    ['channel', channel],
    ['networkId', networkId],
    ['pin', pin],
    ['passive', passive],
    ...told,
  ];
  const copied = settings
    .filter(([setting, value]) => value != null && canBeSet(rig, spoken, setting, value))
    .map(([setting, value]) => ({ ...set(spare, setting, null), to: value }));
  const base = [
    set(spare, 'on', true),
    set(spare, 'role', 'master'),
    set(spare, 'mount', mount),
    // It speaks and gives no light: nobody asked for one more.
    ...(isFlash(spare) ? [set(spare, 'lamp', false), set(spare, 'link', 'shoe')] : []),
    ...copied,
    ...handedOn(rig, sender, spare.profile.kind === 'trigger' ? spare.id : (mount ?? null)),
  ];
  return plugs == null ? [base] : [base, [...base, set(spare, 'plugs', plugs)]];
}

/** A flash on the body's shoe, as weak as it can be: it is there for the eyes of the others. */
const onTheShoe = (flash: Light, body: string): Change[] => [
  set(flash, 'on', true),
  set(flash, 'role', 'local'),
  set(flash, 'lamp', true),
  set(flash, 'mount', body),
  set(flash, 'link', 'shoe'),
  set(flash, 'mode', 'manual'),
  set(flash, 'power', flash.profile.power.floor ?? flash.settings.power ?? null),
];
