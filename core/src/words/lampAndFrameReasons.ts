/** Why a lamp gives nothing or the wrong thing, and why the picture is dark in part. */
import { stopsLabel } from '../measure/stops.ts';
import {
  abilityWord,
  edgeText,
  milliseconds,
  percent,
  counted,
  positionWord,
  stopsCounted,
  type Reasons,
  seconds,
  powerOf,
  text,
} from './saying.ts';
import { said, settingValue, shutterText } from './settingWords.ts';

const darkPart = (share: number): string => `frame ${share === 0 ? 'all' : percent(share)}`;

export const LAMP_AND_FRAME = {
  'lamp.disabled': (_, me) => ({
    gap: 'flash tube is off',
    why: `The flash tube of ${me} is switched off on the unit.`,
  }),
  'lamp.mode': (p, me) => ({
    gap: `no ${abilityWord(p.ability)} here`,
    why: `${me} has no ${abilityWord(p.ability)} ${positionWord(p.position)}.`,
  }),
  'lamp.multi-limit': (p, me, names) => ({
    gap: 'beyond its multi limits',
    why: `${me} refuses ${text(p.pops)} pops at ${text(p.hz)} a second and power ${powerOf(p.light, p.power, names)}: at most ${text(p.mostPops)} at ${text(p.mostHz)} a second and power ${powerOf(p.light, p.mostPower, names)}.`,
    evidence: [
      ['wanted', `${text(p.pops)} at ${text(p.hz)} Hz, ${powerOf(p.light, p.power, names)}`],
      ['at most', `${text(p.mostPops)} at ${text(p.mostHz)} Hz, ${powerOf(p.light, p.mostPower, names)}`],
    ],
  }),
  'lamp.heat': (p, me) => ({
    gap: p.frame == null ? 'shut down from heat' : `too hot from frame ${text(p.frame)} on`,
    why:
      p.frame != null
        ? `${me} bears ${counted(p.pops, 'full pop')} in a row; frame ${text(p.frame)} of this burst is beyond that${p.restSeconds == null ? '' : `, and it must rest for ${text(p.restSeconds)} s`}. Obey the pause.`
        : `${me} was noted too hot to fire${p.restSeconds == null ? '' : `: it must rest for ${text(p.restSeconds)} s`}. Obey the pause.`,
  }),
  'lamp.recycling': (p, me) => ({
    gap: p.frame == null ? 'not charged in time' : `misses frame ${text(p.frame)}`,
    why: `${me} needs ${seconds(p.seconds)} to charge${p.cells == null || p.cells === 'good' ? '' : ` on ${p.cells} cells`}; the next frame comes after ${seconds(p.between)}${p.frame == null ? '' : `, and from frame ${text(p.frame)} on it is not ready`}.`,
    evidence: [
      ['charging', seconds(p.seconds)],
      ['between frames', seconds(p.between)],
    ],
  }),
  'lamp.power-floor': (p, me, names) => ({
    gap: `cannot go below ${powerOf(p.light, p.limit, names)}`,
    why: `${me} goes down to ${powerOf(p.light, p.limit, names)}; ${powerOf(p.light, p.wanted, names)} is wanted.`,
    evidence: [
      ['wanted', powerOf(p.light, p.wanted, names)],
      ['lowest', powerOf(p.light, p.limit, names)],
    ],
  }),
  'lamp.power-ceiling': (p, me, names) => ({
    gap: `cannot go above ${powerOf(p.light, p.limit, names)}`,
    why: `${me} goes up to ${powerOf(p.light, p.limit, names)}; ${powerOf(p.light, p.wanted, names)} is wanted.`,
    evidence: [
      ['wanted', powerOf(p.light, p.wanted, names)],
      ['highest', powerOf(p.light, p.limit, names)],
    ],
  }),
  'frame.over-sync': (p, me) => ({
    gap: `${darkPart(p.share)} dark at ${shutterText(p.shutter)}`,
    why: `At ${shutterText(p.shutter)} the frame of ${me} is never open all at once: ${p.share === 0 ? 'all of it is dark' : `a dark bar covers ${percent(p.share)} of it`}.`,
    evidence: [
      ['curtain travel', milliseconds(p.tauUs)],
      ['each row open', milliseconds(p.openUs)],
    ],
  }),
  'frame.latency': (p) => ({
    gap: `${darkPart(p.share)} dark at ${shutterText(p.shutter)}`,
    why: `The signal takes ${milliseconds(p.delayUs)}, the ${p.tauUs === 0 ? 'shutter has closed by then' : 'second curtain moves'}: ${p.share === 0 ? 'all of the frame is dark' : `${percent(p.share)} is dark ${edgeText(p.darkEdge, 'the')}`}.`,
    evidence: [
      ['delay', milliseconds(p.delayUs)],
      ['margin', milliseconds(Number(p.openUs) - Number(p.tauUs))],
    ],
  }),
  'power.by-hand': (_, me) => ({
    gap: 'power by hand',
    why: `The link of ${me} carries no power: walk to it to change it.`,
  }),
  'power.overwritten': (p, me, names) => ({
    gap: `sender says ${settingValue(p.setting, p.found, names, p.light)}`,
    why: `${me} tells group ${text(p.group)} ${said(p.setting, p.found, names, p.light)}; ${names.unit(p.light)} should have ${settingValue(p.setting, p.expected, names, p.light)}. The sender wins at every frame.`,
    evidence: [
      ['wanted', said(p.setting, p.expected, names, p.light)],
      [me, said(p.setting, p.found, names, p.light)],
    ],
  }),
  'power.shared-group': (p, me, names) => ({
    gap: `shares group ${text(p.group)}`,
    why: `Group ${text(p.group)} has one power, and another light in it needs what ${me} says. ${names.unit(p.light)} wants ${settingValue('power', p.expected, names, p.light)}.`,
    evidence: [
      ['wanted', settingValue('power', p.expected, names, p.light)],
      [`group ${text(p.group)}`, settingValue('power', p.found, names, p.light)],
    ],
  }),
  'crew.clash': (p, me, names) => ({
    gap: p.strange === true ? 'fires for a stranger' : 'fires for the wrong body',
    why: `${me} fires when ${names.unit(p.body)} shoots, which it should not: it ${p.link === 'eye' ? `sees ${names.unit(p.cause)}` : `hears ${names.unit(p.cause)}`}.`,
  }),
  'crew.channels-exhausted': (p, me, names) => ({
    gap: 'no channel left',
    why: `${names.unit(p.body)} shares the channel of ${me}, and ${p.family == null ? 'its family' : names.family(String(p.family))} has no other that is free and no ID. Agree turns with them, or fire it by eye or cable.`,
  }),
  'crew.emitter-near': (p, me) => ({
    gap: `${text(p.emitter)} on channel ${text(p.channel)}`,
    why: `${text(p.emitter)} sends at ${text(p.mhz)} MHz, where channel ${text(p.channel)} of ${me} lies: that takes about half of the reach. An estimate.`,
    evidence: [
      ['channel', text(p.channel)],
      [text(p.emitter), `${text(p.mhz)} MHz`],
    ],
  }),
  'frame.tail-gradient': (p, me, names) => ({
    gap: `light falls off across the frame`,
    why: `The pulse of ${names.unit(p.light)} lasts while the curtains of ${me} travel at ${shutterText(p.shutter)}: it falls by ${counted(p.gradient, 'stop')} from one edge to the other${Number(p.share) < 1 ? `, and ${percent(p.share)} stays dark` : ''}.`,
  }),
  'frame.duration': (p, me, names) => ({
    gap:
      p.pops === undefined
        ? `${shutterText(p.shutter)} cuts the pulse short`
        : `${text(p.inside)} of ${text(p.pops)} pops in the picture`,
    why:
      p.pops !== undefined
        ? `At ${shutterText(p.shutter)} the shutter of ${me} is open for ${text(p.inside)} of the ${text(p.pops)} pops of ${names.unit(p.light)}: ${counted(p.lost, 'stop')} ${p.lost === 1 ? 'is' : 'are'} lost.`
        : `At ${shutterText(p.shutter)} the shutter of ${me} closes while ${names.unit(p.light)} still burns: ${counted(p.lost, 'stop')} ${p.lost === 1 ? 'is' : 'are'} lost.`,
  }),
  'crew.no-id': (_, me) => ({
    gap: 'no network ID',
    why: `${me} and its lights have no network ID: a stranger on the same channel would fire them.`,
    evidence: [['ID', 'off']],
  }),
  'frame.rear-curtain': (p, me) => ({
    gap: 'too late for rear curtain',
    why: `${me} closes its contact just before the second curtain starts; the signal takes longer, and ${Math.round(100 * (1 - Number(p.share)))} % of the frame is dark.`,
  }),
  'frame.no-hss': (p, me, names) => ({
    gap: p.tail === true ? 'no tail sync here' : 'no high-speed sync here',
    why: `${me} should do ${p.tail === true ? 'tail' : 'high-speed'} sync at ${shutterText(p.shutter)}, ${p.by === p.light ? 'which it does not do this way' : `but it is lost on the way, at ${names.unit(p.by)}`}.`,
  }),
  'power.dialled': (p, me, names) => ({
    gap: `dialled to ${powerOf(p.light, p.dialled, names)}`,
    why: `${powerOf(p.light, p.dialled, names)} is dialled on ${me}; ${powerOf(p.light, p.wanted, names)} is wanted, and no sender sets it.`,
    evidence: [
      ['wanted', powerOf(p.light, p.wanted, names)],
      ['dialled', powerOf(p.light, p.dialled, names)],
    ],
  }),
  'power.local-trim': (p, me) => ({
    gap: `trim ${stopsLabel(p.trim)} is pushed away`,
    why: `${me} was trimmed ${p.trim > 0 ? 'up' : 'down'} by ${stopsCounted(p.trim)} on the unit itself; the sender’s next push takes that back.`,
  }),
  'power.comp-limit': (p, me) => ({
    gap: 'compensation at its limit',
    why: `${me} takes ${stopsCounted(p.limit)} of compensation; it is dialled ${stopsCounted(p.over)} beyond that.`,
  }),
  'power.rounded': (p, me, names) => ({
    gap: `rounds to ${powerOf(p.light, p.rounded, names)}`,
    why: `${me} cannot be set to ${Number(p.wanted).toFixed(2)} stops below full: its nearest step is ${powerOf(p.light, p.rounded, names)}.`,
  }),
} satisfies Partial<Reasons>;
