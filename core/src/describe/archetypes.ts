/** The sorts of gear there are: what a model is by its very kind, so that describing it starts near the end. */
import type { Profile } from '../record/profile.ts';
import type { Position } from '../record/profileTerms.ts';

export interface Archetype {
  id: string;
  name: string;
  /** One line to tell it from its neighbours. */
  about: string;
  kind: Profile['kind'];
  /** What holds for every model of the sort; everything else is not recorded. */
  base: (id: string) => Profile;
}

type Flash = Extract<Profile, { kind: 'flash' }>;
type Trigger = Extract<Profile, { kind: 'trigger' }>;
type Body = Extract<Profile, { kind: 'body' }>;

const named = (id: string) => ({ id, maker: 'not recorded', model: 'not recorded' });

/** It fires and can be set by hand in these positions: without that it would be another sort of thing. */
const worksIn = (...positions: Position[]): Flash['can'] =>
  Object.fromEntries(positions.map((position) => [position, { fire: true, manual: true }]));

const flash =
  (more: Partial<Flash>) =>
  (id: string): Profile => ({
    ...named(id),
    kind: 'flash',
    radios: [],
    can: {},
    ...more,
    power: { scale: 'fraction', ceiling: 0, ...more.power },
  });

const trigger =
  (more: Partial<Trigger>) =>
  (id: string): Profile =>
    ({ ...named(id), kind: 'trigger', radios: [], ...more }) as Profile;

const body =
  (more: Partial<Body>) =>
  (id: string): Profile => ({
    ...named(id),
    kind: 'body',
    shoe: {},
    shutters: [{ type: 'mechanical', flash: true }],
    ...more,
  });

/** The family is asked for; until it is answered no transceiver is written down. */
export const ARCHETYPES: readonly Archetype[] = [
  {
    id: 'radio-shoe-flash',
    name: 'Shoe flash with radio',
    about: 'Sits on a camera, or stands away and is set by radio.',
    kind: 'flash',
    base: flash({ can: worksIn('on-body', 'stacked', 'radio', 'eye', 'cable') }),
  },
  {
    id: 'optical-shoe-flash',
    name: 'Shoe flash with coded light',
    about: 'Takes its orders from another flash it can see.',
    kind: 'flash',
    base: flash({ can: worksIn('on-body', 'stacked', 'optical', 'eye', 'cable') }),
  },
  {
    id: 'manual-shoe-flash',
    name: 'Manual shoe flash',
    about: 'A foot and a power switch; no radio.',
    kind: 'flash',
    base: flash({ can: worksIn('on-body', 'stacked', 'eye', 'cable'), radios: [] }),
  },
  {
    id: 'old-flash',
    name: 'Old flash',
    about: 'From before cameras were electronic: mind its voltage.',
    kind: 'flash',
    base: flash({ can: worksIn('on-body', 'stacked', 'eye', 'cable'), radios: [], lampSwitch: false }),
  },
  {
    id: 'battery-strobe',
    name: 'Battery strobe with radio',
    about: 'A head on a stand with a receiver inside.',
    kind: 'flash',
    base: flash({ foot: 'none', can: worksIn('radio', 'eye', 'cable') }),
  },
  {
    id: 'plain-strobe',
    name: 'Strobe without radio',
    about: 'Fired by cable, by a receiver plugged in, or by its eye.',
    kind: 'flash',
    base: flash({ foot: 'none', can: worksIn('eye', 'cable'), radios: [] }),
  },
  {
    id: 'mains-strobe',
    name: 'Mains strobe with a knob',
    about: 'Hangs on the mains; power is turned on the unit.',
    kind: 'flash',
    base: flash({ foot: 'none', can: worksIn('radio', 'eye', 'cable'), cells: { kind: 'mains' } }),
  },
  {
    id: 'pack-and-heads',
    name: 'Pack with heads',
    about: 'One generator, one or more heads on cables.',
    kind: 'flash',
    base: flash({ foot: 'none', can: worksIn('eye', 'cable'), radios: [], power: { scale: 'ws' } }),
  },
  {
    id: 'control-sender',
    name: 'Sender with control',
    about: 'On the camera; sets groups, modes and powers.',
    kind: 'trigger',
    base: trigger({ topShoe: 'none' }),
  },
  {
    id: 'passing-sender',
    name: 'Sender with a shoe on top',
    about: 'The same, and a flash can sit on it.',
    kind: 'trigger',
    base: trigger({}),
  },
  {
    id: 'plain-sender',
    name: 'Plain sender',
    about: 'Half of a simple pair: it only says fire.',
    kind: 'trigger',
    base: trigger({ topShoe: 'none' }),
  },
  {
    id: 'plain-receiver',
    name: 'Plain receiver',
    about: 'The other half: it only fires what is on it.',
    kind: 'trigger',
    base: trigger({ foot: 'none' }),
  },
  {
    id: 'control-receiver',
    name: 'Receiver with a system shoe',
    about: 'Hands on power and metering to a flash of its system.',
    kind: 'trigger',
    base: trigger({ foot: 'none' }),
  },
  {
    id: 'transceiver',
    name: 'Trigger that is either',
    about: 'Sends on the camera, receives under a flash.',
    kind: 'trigger',
    base: trigger({}),
  },
  {
    id: 'body',
    name: 'Camera body',
    about: 'With a shoe; curtains in front of the sensor.',
    kind: 'body',
    base: body({ popup: 'none' }),
  },
  {
    id: 'popup-commander-body',
    name: 'Body with a pop-up commander',
    about: 'Its small flash speaks to others by coded light.',
    kind: 'body',
    base: body({ popup: 'commander' }),
  },
  {
    id: 'radio-body',
    name: 'Body with a radio inside',
    about: 'Sends by itself, without a trigger.',
    kind: 'body',
    base: body({ popup: 'none' }),
  },
  {
    id: 'leaf-body',
    name: 'Body with a leaf shutter',
    about: 'The shutter sits in the lens: no dark bars.',
    kind: 'body',
    base: body({ shutters: [{ type: 'leaf', flash: true, curtainUs: 0 }] }),
  },
];

export const archetypeOf = (id: string): Archetype | undefined => ARCHETYPES.find((one) => one.id === id);
