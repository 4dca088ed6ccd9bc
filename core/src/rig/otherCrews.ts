/** What shares the air with an event, as the simulator sees it. docs/model.md, Air. */
import type { Family } from '../record/family.ts';
import type { Emitter, Look } from '../record/look.ts';
import { isOtherCrew, isPlacedEmitter, type OnAir, type OtherCrew } from '../record/onAir.ts';
import type { BodyProfile, RadioProfile } from '../record/profile.ts';
import type { Settings } from '../record/settings.ts';
import type { Unit } from '../record/unit.ts';

/** A body of another crew, as it stands in a rig. */
interface Stranger {
  id: string;
  unit: Unit;
  profile: BodyProfile;
  settings: Settings;
}

/** What stands in a rig for another crew: no unit of ours can have this id, since ids hold no colon. */
export const otherCrewId = ({ id }: Pick<OnAir, 'id'>): string => `crew:${id}`;

/** What is declared of the air of a look's event. */
export const airOf = (look: Pick<Look, 'event'>, onAir: readonly OnAir[]): OnAir[] =>
  onAir.filter(({ event }) => event === look.event);

/** Emitters whose frequency and width are recorded; of the others nobody can say what they disturb. */
export const emittersOf = (onAir: readonly OnAir[]): Emitter[] =>
  onAir
    .filter(isPlacedEmitter)
    .flatMap(({ name, mhz, widthMhz }) => (mhz == null || widthMhz == null ? [] : [{ name, mhz, widthMhz }]));

/**
 * Other crews as strangers' bodies that speak their family: whatever they did not tell is not recorded. One whose
 * family nobody told is no part of a rig, since nothing says what it could fire.
 */
export const otherCrewsIn = (onAir: readonly OnAir[], families: ReadonlyMap<string, Family>): Stranger[] =>
  onAir.filter(isOtherCrew).flatMap((crew) => {
    const family = crew.family == null ? undefined : families.get(crew.family);
    return family ? [asStranger(crew, family)] : [];
  });

function asStranger(crew: OtherCrew, family: Family): Stranger {
  const id = otherCrewId(crew);
  // Their triggers are taken to be of the newest generation, which speaks to most units.
  const generation = Math.max(0, ...(family.generations ?? []).map(({ number }) => number)) || null;
  const radio: RadioProfile = { family: family.id, roles: ['master'], generation };
  const groups = Object.fromEntries((family.groups ?? []).map((letter) => [letter, { on: true }]));
  return {
    id,
    unit: { id, profile: id, label: crew.name },
    profile: {
      id,
      kind: 'body',
      maker: crew.name,
      model: 'their trigger',
      shoe: {},
      shutters: [{ type: 'mechanical', flash: true, syncTime: '1/200' }],
      popup: 'commander',
      radios: [radio],
    },
    settings: {
      stranger: true,
      on: true,
      role: 'master',
      family: family.id,
      channel: crew.channel ?? null,
      networkId: crew.networkId ?? null,
      groups,
      popupUp: true,
      flashFiring: true,
      exposureMode: 'manual',
      shutterType: 'mechanical',
      shutter: '1/125',
    },
  };
}
