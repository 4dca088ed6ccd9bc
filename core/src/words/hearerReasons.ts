/** Why a signal fails in the air, at what should hear it, or between that and the flash. */
import { NO_PART } from '../rig/stack.ts';
import type { Reason, Reasons } from './saying.ts';
import { abilityWord, list, milliseconds, pair, ranged, text, versions } from './saying.ts';
import { enumerated, listed, said, settingValue } from './settingWords.ts';

/** A number none of those its model has. */
const noSuch = (what: string, p: { found: number | null; from?: number; to?: number }, me: string): Reason => ({
  gap: `it has no ${what} ${text(p.found)}`,
  why: `${me} has ${ranged(what, p.from, p.to)}, so it cannot be on ${text(p.found)}.`,
  evidence: [
    [what, text(p.found)],
    ['it has', `${text(p.from)} to ${text(p.to)}`],
  ],
});

/** A way by a wall is longer, and the wall keeps some of the light. */
const byBounce = (p: { bounce?: boolean }): string =>
  p.bounce === true ? ', by a bounce, which takes about two thirds of the reach and nearly all of it in sun' : '';

/** What a role is needed for. */
const ROLE_NEEDED = {
  local: 'To fire on a shoe, a receiver or a cable',
  remote: 'To hear a sender',
  eye: 'To answer another flash',
} as const;

const verbFor = (ids: readonly string[], one: string, more: string): string => (ids.length === 1 ? one : more);

const switchesText = (differing: readonly string[]): string =>
  `${differing.length === 1 ? 'switch' : 'switches'} ${enumerated(differing)}`;

/** What meets at a joint: "jack meets pc", "jack has nothing to go into". */
function jointText(...ends: readonly (string | null | undefined)[]): string {
  const there = ends.filter((end) => end !== NO_PART).map((end) => text(end));
  if (there.length === 0) return 'neither side has a part for it';
  return there.length === 1 ? `${there[0]!} has nothing to go into` : there.join(' meets ');
}

export const HEARER = {
  'hearer.off': (_, me) => ({ gap: 'it is off', why: `${me} is switched off.`, evidence: [['power switch', 'off']] }),
  'hearer.role': (p, me) =>
    p.eye != null && p.role === p.wanted
      ? {
          gap: `no eye ${p.eye}`,
          why: `${me} is set to answer as ${p.eye}, and its model has no such eye.`,
          evidence: [['eye', p.eye]],
        }
      : {
          gap: `set ${text(p.role)}, not ${text(p.wanted)}`,
          why: `${me} is set ${text(p.role)}. ${ROLE_NEEDED[p.wanted]} it must be set ${p.wanted}.`,
          evidence: [
            ['role', text(p.role)],
            ['wanted', text(p.wanted)],
          ],
        },
  'hearer.medium': (p, me, names) => ({
    gap: `not by ${p.link === 'optical' ? 'coded light' : text(p.link)}`,
    why: `${me} is said to be told by ${p.link === 'optical' ? 'coded light' : text(p.link)}, but ${p.family === null ? 'its family' : names.family(p.family)} works by ${p.link === 'optical' ? 'radio' : 'coded light'}.`,
    evidence: [['link', text(p.link)]],
  }),
  'hearer.family': (p, me, names) => ({
    gap: 'another radio family',
    why: `${me} listens to another family than ${names.unit(p.sender)} speaks.`,
    ...pair('family', p, me, names),
  }),
  'hearer.broken': (_, me) => ({
    gap: 'it is broken',
    why: `${me} or its cable was noted broken: put another one in its place.`,
  }),
  'hearer.asleep': (p, me) => ({
    gap: 'it is asleep',
    why:
      p.minutes == null || p.quiet == null || Number(p.quiet) <= Number(p.minutes)
        ? `${me} was noted asleep, and its sender cannot wake it.`
        : `${me} falls asleep after ${text(p.minutes)} min, and nothing is fired for ${text(p.quiet)} min before this look. Its sender cannot wake it.`,
  }),
  'hearer.battery': (_, me) => ({
    gap: 'its cells are flat',
    why: `The cells of ${me} were noted flat.`,
    evidence: [['cells', 'flat']],
  }),
  'hearer.maker-mode': (p, me, names) => ({
    gap: 'set to another maker’s light',
    why: `${me} listens for the coded light of ${settingValue('family', p.found, names)}; ${names.unit(p.sender)} speaks ${settingValue('family', p.expected, names)}.`,
    ...pair('family', p, me, names),
  }),
  'hearer.generation': (p, me) => ({
    gap: p.ability == null ? 'too old to hear it' : `too old for ${abilityWord(p.ability)}`,
    why:
      p.ability == null
        ? `${me} is of generation ${text(p.found)} and cannot hear generation ${text(p.expected)} of its family.`
        : `One end is of an older generation, which does not carry ${abilityWord(p.ability)}.`,
  }),
  'hearer.pin': (p, me, names) => ({
    gap: 'not paired by PIN',
    why: `${me} hears only units paired with the same PIN as its own, and that of ${names.unit(p.sender)} differs.`,
    ...pair('pin', p, me, names),
  }),
  'hearer.selector': (p, me) => ({
    gap: `selector on ${text(p.selector)}`,
    why: `The switch of ${me} stands on ${text(p.selector)}: it passes the signal on out of time. It belongs on flash.`,
    evidence: [
      ['selector', text(p.selector)],
      ['wanted', 'flash'],
    ],
  }),
  'hearer.firmware': (p, me) => ({
    gap: `firmware ${text(p.found)}, needs ${text(p.needed)}`,
    why: `${me} does this only from firmware ${text(p.needed)} on; it has ${text(p.found)}.`,
    ...versions(p, me),
  }),
  'hearer.channel': (p, me, names) =>
    p.from !== undefined
      ? noSuch('channel', p, me)
      : {
          gap: `channel ${text(p.found)}, sender on ${text(p.expected)}`,
          why: `${names.unit(p.sender)} speaks on channel ${text(p.expected)}. ${me} listens on ${text(p.found)}, so it hears nothing.`,
          ...pair('channel', p, me, names),
        },
  'hearer.dip': (p, me, names) => ({
    gap: `flip ${switchesText(p.differing)}`,
    why: `The switches of ${me} make channel ${text(p.found)}; ${names.unit(p.sender)} is on ${text(p.expected)}. Flip ${switchesText(p.differing)}.`,
    ...pair('channel', p, me, names),
  }),
  'hearer.id': (p, me, names) =>
    p.from !== undefined
      ? noSuch('ID', p, me)
      : {
          gap: `${said('networkId', p.found, names)}, sender ${settingValue('networkId', p.expected, names)}`,
          why: `The network ID of ${me} differs from that of ${names.unit(p.sender)}, so it takes the signal for a stranger's.`,
          ...pair('networkId', p, me, names),
        },
  'hearer.group': (p, me) =>
    p.own === true
      ? {
          gap: `it has no group ${text(p.group)}`,
          why: `${me} cannot be set to group ${text(p.group)}: it has ${list(p.letters)}.`,
          evidence: [
            ['group', text(p.group)],
            ['it has', list(p.letters)],
          ],
        }
      : {
          gap: `nobody drives group ${text(p.group)}`,
          why: `${me} is set to group ${text(p.group)}, a letter that no sender drives.`,
          evidence: [
            ['group', text(p.group)],
            ['driven', list(p.letters)],
          ],
        },
  'foot.no-receiver': (_, me) => ({ gap: 'no receiver', why: `${me} has no radio of its own and no receiver.` }),
  'foot.socket': (p, me) => ({
    gap: 'plug does not fit',
    why: `The joint at ${me} does not fit: ${jointText(p.near, p.far)}.`,
    evidence: [
      ['one side', text(p.near)],
      ['other side', text(p.far)],
    ],
  }),
  'foot.ttl-on-plain-link': (_, me) => ({
    gap: 'TTL cannot pass',
    why: `The link of ${me} carries the fire signal and no metering, so TTL has nothing to go by.`,
    evidence: [
      ['wanted', 'TTL'],
      ['link carries', 'fire only'],
    ],
  }),
  'foot.voltage': (p, me, names) => ({
    gap: `${text(p.volts)} V on its contacts`,
    why: `${me} puts ${text(p.volts)} V on the contact; ${names.unit(p.next)} bears ${text(p.tolerated)} V. Do not connect them.`,
    evidence: [
      [me, `${text(p.volts)} V`],
      [names.unit(p.next), `${text(p.tolerated)} V at most`],
    ],
  }),
  'eye.preflash': (p, me, names) => ({
    gap: p.redEye === true ? 'fires at the red-eye flashes' : 'fires at the metering pulse',
    why: `${me} sees the ${p.redEye === true ? 'flashes against red eyes' : 'metering pulse'} of ${names.unit(p.cause)} and answers ${milliseconds(Math.abs(Number(p.atUs)))} before the shutter opens.`,
    evidence: [
      ['eye', text(p.eye)],
      ['fires at', milliseconds(p.atUs)],
    ],
  }),
  'eye.burst': (p, me, names) => ({
    gap: 'fires at coded light',
    why: `${me} sees the coded light by which ${names.unit(p.cause)} speaks and answers it ${milliseconds(Math.abs(Number(p.atUs)))} before the shutter opens. No eye mode lets it pass.`,
  }),
  'eye.waits-for-second': (p, me, names) => ({
    gap: 'waits for a second pulse',
    why: `${me} lets one pulse pass and waits for the next, but ${listed(p.seen, names) || 'what it sees'} ${p.seen.length > 1 ? 'together give' : 'gives'} only one within a second.`,
    evidence: [
      ['eye', 'S2'],
      ['pulses within a second', '1'],
    ],
  }),
  'eye.nothing-in-view': (p, me, names) => {
    const sees = p.sees;
    return {
      gap: 'sees no light fire',
      why:
        sees.length === 0
          ? `No light is in view of ${me}.`
          : `${listed(sees, names)}, which ${me} watches, ${verbFor(sees, 'stays', 'stay')} silent.`,
      evidence: [['in view', sees.length === 0 ? 'none' : listed(sees, names)]],
    };
  },
  'air.covered': (_, me) => ({
    gap: 'sensor is covered',
    why: `The sensor of ${me} was noted as covered: a hand, a cloth, a grid.`,
  }),
  'air.no-sight': (p, me) => ({
    gap: p.upright === true ? 'no sight, camera upright' : 'no line of sight',
    why: `${me} cannot see what it must answer${p.upright === true ? ' while the camera is held upright' : ''}: move it, or give the light something to bounce from.`,
  }),
  'air.angle': (p, me) => ({
    gap: `${text(p.offAxis)}° off its sensor`,
    why: `The sensor of ${me} sees ${text(p.halfAngle)}° to each side; what it must answer stands at ${text(p.offAxis)}°.`,
    evidence: [
      ['off its axis', `${text(p.offAxis)}°`],
      ['sees', `${text(p.halfAngle)}°`],
    ],
  }),
  'air.sun': (p, me) => ({
    gap: 'the sun drowns it',
    why: `In sun the sensor of ${me} reaches ${text(p.reachM)} m; it stands at ${text(p.distanceM)} m${byBounce(p)}.`,
    evidence: [
      ['distance', `${text(p.distanceM)} m`],
      ['in sun', `${text(p.reachM)} m`],
    ],
  }),
  'air.range': (p, me) => ({
    gap: `${text(p.distanceM)} m, reaches ${text(p.reachM)}`,
    why: `${me} stands at ${text(p.distanceM)} m${byBounce(p)}; this link is stated to reach ${text(p.reachM)} m in the open.`,
    evidence: [
      ['distance', `${text(p.distanceM)} m`],
      ['reach', `${text(p.reachM)} m`],
    ],
  }),
  'air.interference': (p, me) => ({
    gap: `answered ${Math.round(100 * Number(p.carried))} % of the tests`,
    why: `Somebody counted: ${me} answered ${Math.round(100 * Number(p.carried))} of 100 test shots here. Something disturbs it.`,
  }),
  'air.cable-length': (p, me) => ({
    gap: 'cable is too short',
    why: `The cable of ${me} is ${text(p.cableM)} m long; its way is ${text(p.distanceM)} m.`,
    evidence: [
      ['cable', `${text(p.cableM)} m`],
      ['way', `${text(p.distanceM)} m`],
    ],
  }),
  'eye.hss': (p, me, names) => ({
    gap: 'answers a pulse train',
    why: `${me} sees the train by which ${names.unit(p.cause)} does high-speed sync, and answers its start with one pulse.`,
  }),
  'eye.anyone': (_, me) => ({
    gap: 'anyone can fire it',
    why: `${me} answers any flash it sees, a guest’s camera as well.`,
  }),
} satisfies Partial<Reasons>;
