/** As much of a look as is in a drill: lights that all do as planned, and what they hang on. docs/model.md, Drills. */
import type { SeededDraw } from '../measure/seededDraw.ts';
import type { Look } from '../record/look.ts';
import { bodyUnder, buildRig, isBody, type KitIndex, type Rig } from '../rig/rig.ts';
import { judge } from '../verdict/judge.ts';
import { isRight, type Verdict } from '../verdict/verdict.ts';
import type { Level } from './levels.ts';

/** @returns null where the look has no light that surely does as planned. */
export function drillLook(kit: KitIndex, look: Look, level: Level, draw: SeededDraw): Look | null {
  const ours = oursOf(kit, look);
  const bodies = draw.shuffled(buildRig(kit, ours).bodies.filter(({ settings }) => settings.stranger !== true));
  const kept = new Set(bodies.slice(0, level.bodies).map(({ id }) => id));
  const ofBodies = within(ours, (id) => isServed(kit, ours, kept, id));
  const sound = draw.shuffled(soundLights(buildRig(kit, ofBodies))).slice(0, level.lights);
  return sound.length === 0 ? null : soundLook(kit, ofBodies, sound);
}

/** Leaves out what no longer does as planned without the rest, until all of it does. */
function soundLook(kit: KitIndex, look: Look, lights: readonly string[]): Look | null {
  const rig = buildRig(kit, look);
  const needed = neededBy(rig, lights);
  const isLight = new Set(rig.lights.map(({ id }) => id));
  const small = within(look, (id) => needed.has(id) || (!isLight.has(id) && hasNoLight(rig, id)));
  const sound = soundLights(buildRig(kit, small));
  const left = lights.filter((id) => sound.includes(id));
  if (left.length === 0) return null;
  const isWhole = sound.length === buildRig(kit, small).lights.length;
  if (isWhole) return small;
  return left.length < lights.length ? soundLook(kit, look, left) : null;
}

/** Nobody else's gear, and nothing around that stands on the frequency already. */
function oursOf(kit: KitIndex, look: Look): Look {
  const { strangers } = buildRig(kit, look);
  const { emitters: _emitters, ...rest } = look;
  return within(rest, (id) => !strangers.has(id));
}

/** A body that is kept, what sits on one, and whatever sits on no body. */
function isServed(kit: KitIndex, look: Look, bodies: ReadonlySet<string>, id: string): boolean {
  const { placed } = buildRig(kit, look);
  const one = placed.get(id);
  if (!one) return false;
  if (isBody(one)) return bodies.has(id);
  const under = bodyUnder(placed, one);
  return under == null || bodies.has(under.id);
}

/** Metering decides how bright, and it fires. */
const isSound = (verdict: Verdict): boolean => isRight(verdict) || verdict.verdict === 'unmetered';

/** Surely right in every shot of ours, and meant to fire in one. */
function soundLights(rig: Rig): string[] {
  const { verdicts } = judge(rig);
  return rig.lights
    .map(({ id }) => id)
    .filter((id) => {
      const own = verdicts.filter(({ unit }) => unit === id);
      return own.every(isSound) && own.some(({ verdict }) => verdict !== 'dark');
    });
}

/** The lights, what they see, listen with and sit on. */
function neededBy(rig: Rig, lights: readonly string[]): ReadonlySet<string> {
  const needed = new Set<string>();
  const open = [...lights];
  for (let id = open.pop(); id !== undefined; id = open.pop()) {
    const one = rig.placed.get(id);
    if (!one || needed.has(id)) continue;
    needed.add(id);
    const { mount, receiver, sees, link } = one.settings;
    open.push(...[mount, receiver].flatMap((other) => other ?? []), ...(link === 'eye' ? (sees ?? []) : []));
  }
  return needed;
}

/** A receiver belongs to its light; bodies and senders stay. */
const hasNoLight = (rig: Rig, id: string): boolean =>
  rig.bodies.some((body) => body.id === id) || rig.senders.some((sender) => sender.id === id);

/** The look without the other units, which nothing of it names any more. */
function within(look: Look, isIn: (id: string) => boolean): Look {
  const units = Object.entries(look.units).filter(([id]) => isIn(id));
  const has = new Set(units.map(([id]) => id));
  return {
    ...look,
    units: Object.fromEntries(
      units.map(([id, settings]) => {
        const { sees, firesFor, from, ...rest } = settings;
        const near = Object.entries(from ?? {}).filter(([other]) => has.has(other));
        return [
          id,
          {
            ...rest,
            ...(sees != null && { sees: sees.filter((other) => has.has(other)) }),
            ...(firesFor != null && { firesFor: firesFor.filter((body) => has.has(body)) }),
            ...(near.length > 0 && { from: Object.fromEntries(near) }),
          },
        ];
      }),
    ),
  };
}
