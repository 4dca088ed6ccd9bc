/**
 * Setting changes that might mend a finding, code by code, most natural first. These are guesses: fixes.ts offers only
 * those the simulator proves.
 */
import { isNoChange } from '../record/change.ts';
import { withSetting } from '../record/settings.ts';
import { canBeSet } from '../rig/canBeSet.ts';
import type { Code } from '../rig/codes.ts';
import { isFlash, type Placed, type Rig } from '../rig/rig.ts';
import type { Finding } from '../verdict/finding.ts';
import type { Judgement } from '../verdict/judge.ts';
import { clearSight, nearEnough, turnedTo, withinReach } from './airMends.ts';
import { freshCells, lessPower, shorterBurst, slowerBurst } from './burstMends.ts';
import {
  byRadio,
  calmerEye,
  firstByEye,
  noRedEye,
  subjectByEye,
  turnEye,
  wantedRole,
  watchedInManual,
} from './eyeMends.ts';
import {
  byCable,
  noCable,
  offTheStack,
  otherRadio,
  receiverExpected,
  receiverOfFamily,
  rightPlugs,
  spareSenders,
} from './gearMends.ts';
import { allToManual, allToTtl, withinCompensation, toPower, withinMultiLimits } from './modeMends.ts';
import { groupOn, otherLetters, ownLetter, tellGroup } from './letterMends.ts';
import {
  commonChannels,
  netId,
  oneController,
  otherChannel,
  passiveNoMore,
  sameChannel,
  sameId,
  withTheOthers,
} from './netMends.ts';
import { type Candidate, firstOf, lightsOf, type Mend, type Scene, sceneOf, set, setting } from './scene.ts';
import { accepted, turnAway } from './strayMends.ts';
import { flashShutters, highSpeed, pastThePulse, shorterTail, slowerShutter, withinSync } from './shutterMends.ts';

/** What no setting mends: gear, a fact, or a word of advice. */
const nothing: Mend = () => [];

/** Each light fires for the bodies from which it already fires as meant. */
const onlyWhereItWorks: Mend = (scene) => [
  lightsOf(scene).map((light) => {
    const served = scene.judgement.verdicts
      .filter((verdict) => verdict.unit === light.id && verdict.verdict === 'in-sync')
      .map((verdict) => verdict.shot);
    return set(light, 'firesFor', served.length > 0 ? [...new Set(served)] : (light.settings.firesFor ?? null));
  }),
];

const nuisanceOff: Mend<'advice.iso-auto' | 'advice.wb-auto' | 'advice.preview-on' | 'advice.red-eye'> = ({
  subject,
  params,
}) => [[set(subject, params.setting, false)]];

const powerTo = (scene: Scene, power: number): Candidate[] =>
  isFlash(scene.subject) ? [toPower(scene, scene.subject, power)] : [];

const withinPower: Mend<'lamp.power-floor' | 'lamp.power-ceiling'> = (scene) => powerTo(scene, scene.params.limit);

const longerCable: Mend<'air.cable-length'> = ({ subject, params }) => [[set(subject, 'cableM', params.distanceM)]];

const wantedFamily: Mend<'hearer.family' | 'hearer.maker-mode'> = ({ subject, params }) => [
  [set(subject, 'family', params.expected)],
];

const coolDown: Mend<'lamp.heat'> = (scene) =>
  scene.params.frame === undefined
    ? [[set(scene.subject, 'hot', null)]]
    : [...lessPower(scene), ...shorterBurst(scene)];

const CANDIDATES: { [C in Code]: Mend<C> } = {
  'body.silent-shutter': flashShutters,
  'body.flash-disabled': setting('flashFiring', true),
  'body.scene-mode': setting('exposureMode', 'manual'),
  'body.popup-down': setting('popupUp', true),
  'body.not-seated': setting('seated', true),
  'body.no-sync-port': noCable,
  'shoe.foreign': allToManual,
  'shoe.no-centre': byCable,
  'shoe.no-top-shoe': offTheStack,
  'shoe.passthrough-off': firstOf(setting('passThrough', true), allToManual),
  'shoe.passthrough-foreign': allToManual,
  'shoe.start-order': firstOf(setting('startedInOrder', true), allToManual),
  'shoe.firmware': firstOf(allToManual, firstByEye),
  'sender.no-link': firstOf<'sender.no-link'>(otherRadio, spareSenders, onlyWhereItWorks),
  'sender.off': setting('on', true),
  'sender.broken': setting('broken', false),
  'sender.asleep': setting('asleep', false),
  'sender.battery': setting('cells', 'good'),
  'sender.role': setting('role', 'master'),
  'sender.channel-range': commonChannels,
  'sender.id-range': netId,
  'sender.odd': withTheOthers,
  'sender.group-range': otherLetters,
  'sender.group-off': groupOn,
  'sender.rivals': firstOf<'sender.rivals'>(tellGroup, oneController, ownLetter),
  'air.no-sight': clearSight,
  'air.covered': setting('covered', null),
  'air.angle': turnedTo,
  'air.sun': firstOf<'air.sun'>(setting('inSun', null), withinReach),
  'air.range': firstOf<'air.range'>(withinReach, nearEnough),
  // What was counted on this way in says nothing of another.
  'air.interference': subjectByEye,
  'air.cable-length': longerCable,
  'hearer.off': setting('on', true),
  'hearer.broken': setting('broken', false),
  'hearer.asleep': setting('asleep', false),
  'hearer.battery': setting('cells', 'good'),
  'hearer.role': wantedRole,
  'hearer.medium': ({ rig, subject, params }) => {
    const medium = params.family === null ? undefined : rig.families.get(params.family)?.medium;
    return medium === undefined ? [] : [[set(subject, 'link', medium)]];
  },
  'hearer.family': firstOf<'hearer.family'>(wantedFamily, receiverExpected),
  'hearer.maker-mode': firstOf<'hearer.maker-mode'>(wantedFamily, receiverExpected),
  'hearer.generation': firstOf(allToManual, firstByEye),
  'hearer.channel': sameChannel,
  'hearer.dip': sameChannel,
  'hearer.id': sameId,
  'hearer.pin': ({ subject, params }) => [[set(subject, 'pin', params.expected)]],
  'hearer.group': otherLetters,
  'hearer.selector': setting('selector', 'flash'),
  'hearer.firmware': firstOf(allToManual, firstByEye),
  'foot.no-receiver': receiverOfFamily,
  'foot.socket': rightPlugs,
  'foot.ttl-on-plain-link': allToManual,
  'foot.voltage': firstByEye,
  'eye.preflash': firstOf<'eye.preflash'>(noRedEye, calmerEye, byRadio),
  'eye.burst': firstOf(calmerEye, byRadio),
  'eye.waits-for-second': firstOf(setting('eye', 'S1'), watchedInManual, byRadio),
  'eye.nothing-in-view': firstOf(turnEye, byRadio),
  'eye.hss': firstOf(withinSync, pastThePulse, byRadio),
  'eye.anyone': nothing,
  'lamp.disabled': setting('lamp', true),
  'lamp.mode': firstOf(allToManual, allToTtl, firstByEye),
  'lamp.multi-limit': firstOf(withinMultiLimits, setting('mode', 'manual'), allToManual),
  'lamp.heat': coolDown,
  'lamp.recycling': firstOf<'lamp.recycling'>(freshCells, lessPower, slowerBurst, shorterBurst),
  'lamp.power-floor': withinPower,
  'lamp.power-ceiling': withinPower,
  'frame.over-sync': firstOf(slowerShutter, highSpeed),
  'frame.latency': slowerShutter,
  'frame.rear-curtain': setting('curtain', 'front'),
  'frame.no-hss': firstOf(withinSync, pastThePulse),
  'frame.tail-gradient': firstOf(shorterTail, pastThePulse),
  'frame.duration': firstOf(shorterTail, pastThePulse),
  'power.dialled': setting('dialledPower', null),
  'power.local-trim': setting('trim', null),
  'power.comp-limit': withinCompensation,
  'power.rounded': (scene) => powerTo(scene, scene.params.rounded),
  'power.by-hand': nothing,
  'power.overwritten': firstOf<'power.overwritten'>(tellGroup, passiveNoMore, ownLetter),
  'power.shared-group': ownLetter,
  'crew.clash': firstOf<'crew.clash'>(turnAway, accepted),
  'crew.no-id': netId,
  'crew.channels-exhausted': subjectByEye,
  'crew.emitter-near': firstOf(otherChannel, nearEnough),
  'advice.iso-auto': nuisanceOff,
  'advice.wb-auto': nuisanceOff,
  'advice.preview-on': nuisanceOff,
  'advice.red-eye': nuisanceOff,
  'advice.sleep-short': nothing,
  'advice.zoom-auto': setting('zoomAuto', false),
  'advice.beep': setting('beep', false),
  'advice.no-spare-master': nothing,
  'advice.no-fallback': nothing,
  'advice.comp-twice': nothing,
  'advice.ttl-drift': nothing,
  'advice.mixed-firmware': nothing,
  'advice.master-lights': nothing,
  'advice.unknown-field': nothing,
  'advice.untested': nothing,
  'caution.strobe': nothing,
  'caution.voltage': nothing,
  'caution.heat': nothing,
  'caution.trip': nothing,
  'caution.radio-law': nothing,
};

export function candidatesFor<C extends Code>(judgement: Judgement, finding: Finding<C>): Candidate[] {
  const mend: Mend<C> = CANDIDATES[finding.code];
  const { rig } = judgement;
  // What is not ours nobody here sets, and nobody sets what a model has not.
  const canBeMade = (changes: Candidate) =>
    changes.every(
      ({ unit, setting, to }) =>
        !rig.strangers.has(unit) && canBeSet(rig, listeningAfter(rig, unit, changes), setting, to),
    );
  return mend(sceneOf(judgement, finding)).filter((changes) => !changes.every(isNoChange) && canBeMade(changes));
}

/** A unit as it listens after the changes: to another family, other channels are there. */
function listeningAfter(rig: Rig, unit: string, changes: Candidate): Placed {
  const placed = rig.placed.get(unit)!;
  const family = changes.find((change) => change.unit === unit && change.setting === 'family');
  return family ? { ...placed, settings: withSetting(placed.settings, 'family', family.to) } : placed;
}
