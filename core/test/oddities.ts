/** Odd set-ups a random rig may hold: how often they come up tells what the laws were really held against. */
import { HAND } from '../src/measure/newId.ts';
import type { Settings } from '../src/record/settings.ts';
import type { Code } from '../src/rig/codes.ts';
import { isMeantFor } from '../src/rig/meantFor.ts';
import type { Placed, Rig } from '../src/rig/rig';
import type { LightRun, Shot } from '../src/shot/lightRun.ts';
import type { Judgement } from '../src/verdict/judge';

type Holds = (judgement: Judgement) => boolean;

const anyUnit =
  (holds: (placed: Placed, rig: Rig) => boolean): Holds =>
  ({ rig }) =>
    [...rig.placed.values()].some((one) => holds(one, rig));
const anySetting = (holds: (settings: Settings) => boolean): Holds => anyUnit(({ settings }) => holds(settings));
const anyShot =
  (holds: (shot: Shot) => boolean): Holds =>
  ({ shots }) =>
    shots.some(holds);
const anyRun = (holds: (run: LightRun) => boolean): Holds => anyShot(({ runs }) => [...runs.values()].some(holds));
const finding =
  (code: Code, holds: (params: Record<string, unknown>, id: string) => boolean = () => true): Holds =>
  ({ findings }) =>
    findings.some((one) => one.code === code && holds(one.params as Record<string, unknown>, one.id));

/** Triggers between a unit and what is at the bottom. */
function storeys({ placed }: Rig, item: Placed): number {
  let count = 0;
  for (let at = placed.get(item.settings.mount ?? ''); at?.profile.kind === 'trigger' && count < 9; count++)
    at = placed.get(at.settings.mount ?? '');
  return count;
}

const isForgotten = ({ light, pulsesSeen, fires }: LightRun) =>
  light.settings.eye === 'S2' && pulsesSeen >= 2 && fires === false;

const preTimes = ({ timeline }: Shot) =>
  timeline.filter(({ kind, pulse }) => kind === 'pulse' && pulse === 'pre').map(({ atUs }) => atUs);

export const ODDITIES: Readonly<Record<string, Holds>> = {
  'sender in the hand': anySetting(({ mount, role }) => mount === HAND && role === 'master'),
  'left out for whom it fires, and a body that cannot serve it': ({ rig, verdicts }) =>
    rig.lights.some(({ id, settings: { firesFor, link } }) => {
      const isOpen = firesFor == null && (link === 'radio' || link === 'eye' || link === 'optical');
      return (
        isOpen &&
        verdicts.some(({ unit, shot, verdict }) => unit === id && verdict === 'dark' && !rig.strangers.has(shot))
      );
    }),
  'master that only commands': anyUnit(
    ({ profile, settings }) => profile.kind === 'flash' && settings.role === 'master' && settings.lamp === false,
  ),
  'commander on a foreign shoe': anyShot(({ timeline }) =>
    timeline.some(({ pulse, atUs }) => pulse === 'burst' && atUs >= 0),
  ),
  'stack of two triggers': anyUnit((one, rig) => storeys(rig, one) >= 2),
  'flash on a receiver in a role of its own': anySetting(
    ({ receiver, role }) => receiver != null && (role === 'remote' || role === 'eye'),
  ),
  'channel its model does not have': finding('hearer.channel', ({ from }) => from !== undefined),
  'ID its model does not have': (judgement) =>
    finding('sender.id-range')(judgement) || finding('hearer.id', ({ from }) => from !== undefined)(judgement),
  'group its model does not have': finding('hearer.group', ({ own }) => own === true),
  'link against its family': finding('hearer.medium'),
  'rear curtain on a flash without': finding('lamp.mode', ({ ability }) => ability === 'rear'),
  'rear curtain to blame': finding('frame.rear-curtain'),
  'leaf shutter': anySetting(({ shutterType }) => shutterType === 'leaf'),
  'dark edge on a side': ({ verdicts }) => verdicts.some(({ darkEdge }) => darkEdge === 'side'),
  'pops outside the opening': finding('frame.duration', ({ pops }) => pops !== undefined),
  'eye in S2 on stroboscopic fire': ({ rig }) =>
    rig.lights.some(({ settings: { link, eye, sees } }) => {
      const isPopping = (id: string) => rig.placed.get(id)?.settings.mode === 'multi';
      return link === 'eye' && eye === 'S2' && (sees ?? []).some(isPopping);
    }),
  'pulse S2 forgot': anyRun(isForgotten),
  'eye that answers red-eye flashes': anyRun(({ answered }) => answered === 'red-eye'),
  'two metered groups in one shot': anyShot((shot) => Math.max(...preTimes(shot)) - Math.min(...preTimes(shot)) > 5000),
  'selector wrong and forgiven': finding('hearer.selector', (_, id) => id.endsWith(':forgiven')),
  'sender asleep by itself': finding('sender.asleep', ({ minutes, quiet }) => Number(quiet) > Number(minutes)),
  bounce: anySetting(({ sight, sightUpright }) => sight === 'bounce' || sightUpright === 'bounce'),
  'bounce in the sun': anySetting(({ sight, inSun }) => sight === 'bounce' && inSun === true),
  pair: anySetting(({ from }) => from != null),
  'sender that is the odd one out': finding('sender.odd'),
  'stray that one of our own sets off': finding('crew.clash', ({ strange }) => strange === false),
  'two bodies in turn': ({ rig }) =>
    rig.around.inTurn === true &&
    rig.lights.some((light) => {
      const paced = rig.bodies.filter(({ settings }) => settings.secondsBetween != null);
      return paced.filter((body) => isMeantFor(rig, light, body) === true).length > 1;
    }),
  'dialled otherwise than wanted': finding('power.dialled'),
  'shutter of seconds, bulb or half stops': anySetting(
    ({ shutter }) => shutter === '2' || shutter === 'bulb' || shutter === '1/180',
  ),
  'cold or nearly empty cells': anySetting(({ cells }) => cells === 'cold' || cells === 'nearly empty'),
};
