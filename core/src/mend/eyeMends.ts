/** Mends of eyes: what a light watches, and which pulse it answers. */
import type { Change } from '../record/change.ts';
import { radiosOf } from '../record/profile.ts';
import type { Settings } from '../record/settings.ts';
import { familyOf, idRange, lettersBetween } from '../rig/net.ts';
import { isFlash, type Light, type Placed, radioInUse, type Rig } from '../rig/rig.ts';
import { isOurMaster } from '../rig/serving.ts';
import { isWired } from '../path/lampStation.ts';
import { bodiesOf } from '../verdict/finding.ts';
import { drive } from './letterMends.ts';
import { toManual } from './modeMends.ts';
import {
  bodiesIn,
  type Candidate,
  cheapestFirst,
  firingIn,
  lightsOf,
  type Mend,
  type Scene,
  set,
  TRIES,
} from './scene.ts';

type Eye = Settings['eye'];

/** A flash that has an eye can always answer another one that fires. */
function toEye(scene: Scene, light: Light | undefined): Candidate[] {
  const modes = light?.profile.eyes ?? [];
  if (!light || modes.length === 0) return [];
  return firingIn(scene)
    .filter((other) => other !== light.id)
    .slice(0, TRIES)
    .map((other) => [
      set(light, 'link', 'eye'),
      set(light, 'role', 'eye'),
      set(light, 'eye', modes[0]),
      set(light, 'sees', [other]),
      set(light, 'receiver', null),
      set(light, 'plugs', null),
      // It keeps to the body it was connected to.
      ...(isWired(light) ? [set(light, 'firesFor', bodiesOf(scene.finding))] : []),
    ]);
}

export const firstByEye = (scene: Scene): Candidate[] => toEye(scene, lightsOf(scene)[0]);

export const subjectByEye = (scene: Scene): Candidate[] => (isFlash(scene.subject) ? toEye(scene, scene.subject) : []);

/** The role it should have, with each eye mode the model has where that is an eye. */
export function wantedRole({ subject, params }: Scene<'hearer.role'>): Candidate[] {
  const role = set(subject, 'role', params.wanted);
  if (params.wanted !== 'eye' || !isFlash(subject)) return [[role]];
  return (subject.profile.eyes ?? []).map((eye) => [role, set(subject, 'eye', eye)]);
}

/** The body flashes against red eyes no more. */
export const noRedEye: Mend<'eye.preflash'> = (scene) =>
  scene.params.redEye === true ? [bodiesIn(scene).map((body) => set(body, 'redEye', false))] : [];

/** What it sees gives one pulse and no more: each that meters is set by hand instead. */
export function watchedInManual(scene: Scene): Candidate[] {
  const { rig, subject } = scene;
  const metering = (subject.settings.sees ?? []).flatMap((id) => {
    const seen = rig.placed.get(id);
    return seen && !rig.strangers.has(id) && seen.settings.mode === 'ttl' ? [seen] : [];
  });
  if (metering.length === 0) return [];
  const manual = metering.flatMap((seen) => (isFlash(seen) ? toManual(scene, seen) : [set(seen, 'mode', 'manual')]));
  return [[...manual, set(subject, 'eye', 'S1')]];
}

/** Another pulse of what it sees, or a light that gives but one. */
export function calmerEye(scene: Scene): Candidate[] {
  const { subject } = scene;
  const watched = subject.settings.sees ?? [];
  const others = firingIn(scene).filter((light) => light !== subject.id);
  others.sort((a, b) => Number(watched.includes(b)) - Number(watched.includes(a)));
  return [
    ...(['S2', 'S1'] as const).map((eye) => [set(subject, 'eye', eye)]),
    ...others.slice(0, TRIES).map((light) => [set(subject, 'sees', [light]), set(subject, 'eye', 'S1')]),
  ];
}

/** Turned to a light that fires, beside what it watches or instead of it. */
export function turnEye(scene: Scene): Candidate[] {
  const { rig, subject } = scene;
  const sees = subject.settings.sees ?? [];
  const isStrange = sees.some((id) => rig.strangers.has(id));
  const viewsWith = (light: string): string[][] => {
    if (sees.length === 0) return [[light]];
    const beside = [...sees, light];
    return isStrange ? [[light], beside] : [beside, [light]];
  };
  return firingIn(scene)
    .filter((light) => light !== subject.id && !sees.includes(light))
    .slice(0, TRIES)
    .flatMap(viewsWith)
    .flatMap((view) => (['S1', 'S2'] as Eye[]).map((eye) => [set(subject, 'sees', view), set(subject, 'eye', eye)]));
}

/** The eye is left for the radio it has: on the net of a sender of ours, on a letter that says what it wants. */
export function byRadio({ rig, subject }: Scene): Candidate[] {
  if (!isFlash(subject)) return [];
  const radios = radiosOf(subject.profile).filter(({ roles }) => roles.includes('remote'));
  const ways = rig.senders
    .filter((sender) => isOurMaster(rig, sender) && sender.id !== subject.id)
    .filter((sender) => radios.some(({ family }) => family === radioInUse(sender)!.family))
    .flatMap((sender) => {
      const listening: Light = { ...subject, settings: { ...subject.settings, family: radioInUse(sender)!.family } };
      const joined = joining(rig, sender, listening);
      const letters = lettersBetween(rig, sender, listening) ?? [];
      if (letters.length === 0) return [joined];
      return letters.map((letter) => [...joined, set(subject, 'group', letter), ...drive(sender, letter, subject)]);
    });
  return cheapestFirst(rig, ways);
}

/** @param listening the light with the family it would listen to. */
function joining(rig: Rig, sender: Placed, listening: Light): Change[] {
  const light = rig.placed.get(listening.id)!;
  const { channel, networkId, pin } = sender.settings;
  const family = familyOf(rig, sender);
  return [
    set(light, 'link', family?.medium ?? 'radio'),
    set(light, 'role', 'remote'),
    set(light, 'receiver', null),
    ...(radiosOf(light.profile).length > 1 ? [set(light, 'family', listening.settings.family)] : []),
    ...(channel == null ? [] : [set(light, 'channel', channel)]),
    ...(networkId == null || idRange(rig, listening) === null ? [] : [set(light, 'networkId', networkId)]),
    ...(pin == null || family?.pairing !== 'pin' ? [] : [set(light, 'pin', pin)]),
  ];
}
