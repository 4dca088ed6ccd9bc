/** A light of the kit put up beside one of the look, set as that one is. docs/model.md, Balance. */
import { nearestPower } from '../exposure/powerSteps.ts';
import { withUnit } from '../mend/placing.ts';
import { type FlashProfile, radiosOf } from '../record/profile.ts';
import type { Settings } from '../record/settings.ts';
import { hearerOf, type KitItem, type Light, radioInUse, type Rig } from '../rig/rig.ts';
import { judge, type Judgement } from '../verdict/judge.ts';
import { isFailing } from '../verdict/verdict.ts';
import { compared } from '../verdict/whatIf.ts';

export interface SecondLight {
  unit: string;
  settings: Settings;
  /** Stops more (+) or less energy than the first has at full; 0 for the same model, null where nobody recorded it. */
  stronger: number | null;
}

/** More of them nobody chooses between. */
export const MOST_SECOND_LIGHTS = 4;

/**
 * Lights that fire in every shot as the first does, and break nothing: proven by the simulator. Those of its model first,
 * then by how near their energy is to its.
 * @param kit every unit of the crew with its model.
 */
export function secondLights(judgement: Judgement, light: Light, kit: readonly KitItem[]): SecondLight[] {
  const { rig } = judgement;
  const found: SecondLight[] = [];
  for (const { item, stronger } of ranked(
    light,
    kit.filter(isFlashItem).filter((one) => isFree(rig, one)),
  )) {
    const settings = besideSettings(rig, light, item);
    if (firesAlike(judgement, light, item, settings)) found.push({ unit: item.unit.id, settings, stronger });
    if (found.length === MOST_SECOND_LIGHTS) break;
  }
  return found;
}

type FlashItem = KitItem & { profile: FlashProfile };
const isFlashItem = (item: KitItem): item is FlashItem => item.profile.kind === 'flash';

const isFree = ({ placed }: Rig, { unit }: KitItem): boolean =>
  !placed.has(unit.id) && unit.inService !== false && !unit.lentTo;

function ranked(light: Light, items: readonly FlashItem[]) {
  const energyOf = ({ power }: FlashProfile) => power.energyWs ?? null;
  const own = energyOf(light.profile);
  return items
    .map((item) => {
      const energy = energyOf(item.profile);
      const isSame = item.profile.id === light.profile.id;
      return { item, stronger: isSame ? 0 : own === null || energy === null ? null : Math.log2(energy / own) };
    })
    .sort((a, b) => unlike(a.stronger) - unlike(b.stronger));
}

const unlike = (stronger: number | null): number => (stronger === null ? Infinity : Math.abs(stronger));

/** What is noted of the first unit itself, and what it is plugged into, which is no matter of one beside it. */
const ITS_OWN = {
  mount: null,
  receiver: null,
  plugs: null,
  cord: null,
  cableM: null,
  dialledPower: null,
  trim: null,
  asleep: null,
  broken: null,
  cells: null,
  seated: null,
  hot: null,
  covered: null,
  heardShare: null,
} as const;

/** Set as the first is, on the net it hears, with a radio of its own. */
function besideSettings(rig: Rig, light: Light, { profile }: FlashItem): Settings {
  const hearer = hearerOf(rig, light);
  const { channel, networkId, pin, group } = hearer.settings;
  const isByRadio = light.settings.receiver != null;
  const { power, zoomMm } = light.settings;
  const head = profile.zoomMm;
  const all: Settings = {
    ...light.settings,
    ...ITS_OWN,
    ...(isByRadio && { role: 'remote', channel, networkId, pin, group }),
    family: radiosOf(profile).length > 1 ? (radioInUse(hearer)?.family ?? null) : null,
    power: power == null ? null : nearestPower(power, profile.power),
    zoomMm: head == null || zoomMm == null ? null : Math.min(head.to, Math.max(head.from, zoomMm)),
  };
  // What is not recorded is left out.
  return Object.fromEntries(Object.entries(all).filter(([, value]) => value != null)) as Settings;
}

/** In each shot just what the first does there, and no other light does worse. */
function firesAlike(judgement: Judgement, light: Light, item: FlashItem, settings: Settings): boolean {
  const rig = withUnit(judgement.rig, item, settings);
  const { id } = item.unit;
  const alone = judge(rig, new Set([id, light.id]));
  const of = (unit: string) => alone.verdicts.filter((verdict) => verdict.unit === unit);
  const first = of(light.id);
  const alike = of(id).every(
    (verdict, at) => !isFailing(verdict) && verdict.shot === first[at]!.shot && verdict.verdict === first[at]!.verdict,
  );
  return (
    alike && of(id).some(({ verdict }) => verdict === 'in-sync') && compared(judgement, judge(rig)).breaks.length === 0
  );
}
