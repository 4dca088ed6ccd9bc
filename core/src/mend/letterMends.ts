/** Mends of letters: which one a light answers to, and what a sender tells it. */
import type { Change } from '../record/change.ts';
import { type GroupPath, groupPath } from '../record/settings.ts';
import { groupsOf, lettersBetween } from '../rig/net.ts';
import { hearerOf, type Light, type Placed, radioInUse, type Rig } from '../rig/rig.ts';
import { sendersServing } from '../rig/serving.ts';
import { type Candidate, hearersOf, lightsOf, type Mend, type Scene, senderIn, set, TRIES } from './scene.ts';

/** A letter switched on with what a light wants. */
export function drive(sender: Placed, letter: string, { settings }: Light): Change[] {
  const { mode, power } = settings;
  return [
    set(sender, groupPath(letter, 'on'), true),
    ...(mode == null ? [] : [set(sender, groupPath(letter, 'mode'), mode)]),
    ...(power == null ? [] : [set(sender, groupPath(letter, 'power'), power)]),
  ];
}

const lettersOf = (rig: Rig, sender: Placed): readonly string[] => {
  const radio = radioInUse(sender);
  return (radio && groupsOf(radio, rig.families.get(radio.family))) ?? [];
};

const lettersInUse = (rig: Rig, sender: Placed) =>
  new Set(hearersOf(rig, sender).map((hearer) => hearer.settings.group));

/** A letter to itself, for a light that cannot share. */
export const ownLetter: Mend = (scene) => {
  const { rig, subject: sender } = scene;
  const used = lettersInUse(rig, sender);
  const [light] = lightsOf(scene);
  if (!light) return [];
  const can = lettersBetween(rig, sender, hearerOf(rig, light)) ?? [];
  const free = lettersOf(rig, sender).filter((letter) => !used.has(letter) && can.includes(letter));
  return free
    .slice(0, TRIES)
    .map((letter) => [set(hearerOf(rig, light), 'group', letter), ...driven(rig, light, letter, sender)]);
};

/** The letter said by every sender that speaks to a light, so that no body is left out. */
const driven = (rig: Rig, light: Light, letter: string, sender: Placed): Change[] => {
  const others = sendersServing(rig, light).filter(({ id }) => id !== sender.id);
  return [sender, ...others].flatMap((one) => drive(one, letter, light));
};

/**
 * First letters that already say what the lights want, then free ones, then those of others: as they are, and told what the
 * lights want, which suits where nobody recorded what they are told.
 */
export function otherLetters(scene: Scene): Candidate[] {
  const { rig } = scene;
  const sender = senderIn(scene);
  const lights = lightsOf(scene);
  const [first] = lights;
  if (!sender || !first) return [];
  const can = lights.map((light) => lettersBetween(rig, sender, hearerOf(rig, light)) ?? []);
  const letters = lettersOf(rig, sender).filter((letter) => can.every((own) => own.includes(letter)));
  const used = lettersInUse(rig, sender);
  const hearers = [...new Set(lights.map((light) => hearerOf(rig, light)))];
  const moved = (letter: string): Change[] => hearers.map((hearer) => set(hearer, 'group', letter));
  const told = (letter: string): Change[] => [...moved(letter), ...driven(rig, first, letter, sender)];
  const inUse = letters.filter((letter) => used.has(letter));
  return [
    ...letters
      .filter((letter) => says(sender, letter, first))
      .slice(0, TRIES)
      .map(moved),
    ...letters
      .filter((letter) => !used.has(letter))
      .slice(0, TRIES)
      .map(told),
    ...inUse.slice(0, TRIES).map(moved),
    ...inUse.slice(0, TRIES).map(told),
  ];
}

function says(sender: Placed, letter: string, { settings }: Light): boolean {
  const told = sender.settings.groups?.[letter];
  return told?.on === true && told.mode === settings.mode && told.power === settings.power;
}

/** A letter told what its lights want, each thing that some of them want once. */
function wantedBy(scene: Scene, letter: string): Candidate[] {
  const wanted = new Map(
    lightsOf(scene).map((light) => [JSON.stringify([light.settings.mode, light.settings.power]), light]),
  );
  return [...wanted.values()].slice(0, TRIES).map((light) => drive(scene.subject, letter, light));
}

/** The mode or power a sender should tell the group; a mode with the power that goes with it, where none is said. */
export const tellGroup: Mend<'power.overwritten' | 'sender.rivals'> = (scene) => {
  const { subject, params } = scene;
  const path: GroupPath = groupPath(params.group, params.setting);
  const told: Change = { ...set(subject, path, null), to: params.expected };
  return [[told], ...wantedBy(scene, params.group)];
};

/** The letter switched on, and where it is not recorded what it then says, what its lights want. */
export const groupOn: Mend<'sender.group-off'> = (scene) => {
  const { subject, params } = scene;
  return [[set(subject, groupPath(params.group, 'on'), true)], ...wantedBy(scene, params.group)];
};
