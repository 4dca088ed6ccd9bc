/** A look of twelve lights that all work, with some things set wrong at once, as on an evening put up in a hurry. */
import type { Settings } from '../src/record/settings';
import { buildRig, indexKit, type Rig } from '../src/rig/rig';
import { baseKit, baseLook, groups, type Spoil } from './baseRig';
import type { Draw } from './draw';

const remote: Settings = {
  on: true,
  channel: 11,
  networkId: 27,
  role: 'remote',
  link: 'radio',
  mode: 'manual',
  firesFor: ['body-1'],
};
const eye: Settings = {
  on: true,
  role: 'eye',
  link: 'eye',
  eye: 'S1',
  mode: 'manual',
  power: -4,
  lamp: true,
  firesFor: ['body-1'],
};

const MORE: NonNullable<Spoil['add']> = {
  'remote-2': { like: 'remote', settings: { ...remote, group: 'A', power: -3 } },
  'remote-3': { like: 'remote', settings: { ...remote, group: 'C', power: -5 } },
  'remote-4': { like: 'remote', settings: { ...remote, group: 'C', power: -5 } },
  'metered-2': { like: 'remote', settings: { ...remote, group: 'B', mode: 'ttl' } },
  'eye-2': { like: 'simple', settings: { ...eye, sees: ['remote-3'] } },
  'eye-3': { like: 'simple', settings: { ...eye, sees: ['remote-2', 'remote-4'] } },
};

const RADIO = ['remote', 'remote-2', 'remote-3', 'remote-4', 'metered', 'metered-2'] as const;
const EYES = ['eye', 'eye-2', 'eye-3'] as const;
const WALKED = [...RADIO, ...EYES, 'answered'] as const;

type Wrong = { [K in keyof Settings]: Settings[K] | null };
type Fault = (draw: Draw) => readonly [unit: string, wrong: Wrong];

/** What goes wrong of an evening: each names a unit and what it is set to instead. */
const FAULTS: readonly Fault[] = [
  (draw) => [draw.pick(...WALKED), { on: false }],
  (draw) => [draw.pick(...RADIO), { channel: draw.integer(1, 16) }],
  (draw) => [draw.pick(...RADIO), { networkId: draw.integer(1, 99) }],
  (draw) => [draw.pick(...RADIO), { group: draw.pick('A', 'B', 'C', 'D') }],
  (draw) => [draw.pick(...RADIO), { role: draw.pick('local', 'master', 'eye') }],
  (draw) => [draw.pick(...EYES), { eye: 'S2' }],
  (draw) => [draw.pick(...EYES), { sees: [draw.pick('metered', 'top', 'answered')] }],
  (draw) => [draw.pick(...EYES, 'answered', 'wired'), { lamp: false }],
  (draw) => [draw.pick('sender', 'call', 'answer'), { on: false }],
  (draw) => [draw.pick('sender', 'call'), { role: draw.pick('remote', 'local') }],
  (draw) => ['sender', { channel: draw.integer(1, 16) }],
  (draw) => ['answer', { channel: draw.integer(1, 15) }],
  (draw) => ['sender', { groups: groups(draw.pick('A', 'B', 'C'), { on: false }) }],
  (draw) => ['sender', { groups: groups(draw.pick('A', 'C'), { power: draw.integer(-7, 0) }) }],
  (draw) => ['sender', { groups: groups(draw.pick('A', 'B', 'C'), { mode: draw.pick('ttl', 'manual') }) }],
  (draw) => [draw.pick('body-1', 'body-2'), { flashFiring: false }],
  (draw) => [draw.pick('body-1', 'body-2'), { shutter: draw.pick('1/500', '1/1000') }],
  () => ['body-1', { shutterType: 'electronic' }],
  () => ['answered', { receiver: null }],
  (draw) => [draw.pick('top', 'sender'), { seated: false }],
  (draw) => [draw.pick(...EYES), { covered: true }],
  (draw) => [draw.pick(...WALKED), { asleep: true }],
  (draw) => [draw.pick('answered', 'wired', 'eye'), { trim: 1 }],
];

/** @param faults how many things are wrong; two of them may meet at one unit. */
export function faultyRig(draw: Draw, faults: number): Rig {
  const settings: Record<string, Wrong> = Object.fromEntries(
    WALKED.map((unit) => [unit, { walkSeconds: draw.integer(5, 60) }]),
  );
  for (let count = 0; count < faults; count++) {
    const [unit, wrong] = draw.pick(...FAULTS)(draw);
    settings[unit] = { ...settings[unit], ...wrong };
  }
  const spoil: Spoil = { add: MORE, settings };
  return buildRig(indexKit(baseKit(spoil)), baseLook(spoil));
}
