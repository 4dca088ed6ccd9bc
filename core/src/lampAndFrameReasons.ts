/** Why a lamp gives nothing or the wrong thing, and why the picture is dark in part. */
import type { Code } from './codes.ts';
import { text, milliseconds, percent, seconds, abilityWord, positionWord, type Sayer } from './saying.ts';
import { said, settingValue } from './settingWords.ts';
import { stopsLabel } from './stops.ts';

export const LAMP_AND_FRAME = {
  'lamp.disabled': (_, me) => ({
    gap: 'flash tube is off',
    why: `The flash tube of ${me} is switched off on the unit.`,
  }),
  'lamp.mode': (p, me) => ({
    gap: `no ${abilityWord(p.ability)} here`,
    why: `${me} has no ${abilityWord(p.ability)} ${positionWord(p.position)}.`,
  }),
  'lamp.multi-limit': (p, me) => ({
    gap: 'beyond its multi limits',
    why: `${me} refuses ${text(p.pops)} pops at ${text(p.hz)} a second and ${stopsLabel(Number(p.power))} stops: at most ${text(p.mostPops)} at ${text(p.mostHz)} a second and ${stopsLabel(Number(p.mostPower))} stops.`,
    evidence: [
      ['wanted', `${text(p.pops)} at ${text(p.hz)} Hz, ${stopsLabel(Number(p.power))}`],
      ['at most', `${text(p.mostPops)} at ${text(p.mostHz)} Hz, ${stopsLabel(Number(p.mostPower))}`],
    ],
  }),
  'lamp.heat': (p, me) => ({
    gap: 'shut down from heat',
    why: `${me} was noted too hot to fire${p.restSeconds == null ? '' : `: it must rest for ${text(p.restSeconds)} s`}. Obey the pause.`,
  }),
  'lamp.recycling': (p, me) => ({
    gap: 'not charged in time',
    why: `${me} needs ${seconds(p.seconds)} to charge${p.cells === 'low' ? ' on low cells' : ''}; the next frame comes after ${seconds(p.between)}.`,
    evidence: [
      ['charging', seconds(p.seconds)],
      ['between frames', seconds(p.between)],
    ],
  }),
  'lamp.power-floor': (p, me) => ({
    gap: `cannot go below ${stopsLabel(Number(p.limit))}`,
    why: `${me} goes down to ${stopsLabel(Number(p.limit))} stops; ${stopsLabel(Number(p.wanted))} is wanted.`,
    evidence: [
      ['wanted', stopsLabel(Number(p.wanted))],
      ['lowest', stopsLabel(Number(p.limit))],
    ],
  }),
  'lamp.power-ceiling': (p, me) => ({
    gap: `cannot go above ${stopsLabel(Number(p.limit))}`,
    why: `${me} goes up to ${stopsLabel(Number(p.limit))} stops; ${stopsLabel(Number(p.wanted))} is wanted.`,
    evidence: [
      ['wanted', stopsLabel(Number(p.wanted))],
      ['highest', stopsLabel(Number(p.limit))],
    ],
  }),
  'frame.over-sync': (p, me) => ({
    gap: `${percent(p.share)} dark at ${text(p.shutter)}`,
    why: `At ${text(p.shutter)} the frame of ${me} is never open all at once, so a dark bar covers ${percent(p.share)} of the picture.`,
    evidence: [
      ['curtain travel', milliseconds(p.tauUs)],
      ['each row open', milliseconds(p.openUs)],
    ],
  }),
  'frame.latency': (p, me) => ({
    gap: `${percent(p.share)} dark at ${text(p.shutter)}`,
    why: `The signal takes ${milliseconds(p.delayUs)} and the second curtain of ${me} is already moving: ${percent(p.share)} of the picture is dark, at its ${text(p.darkEdge, 'far')} edge.`,
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
    gap: `sender says ${settingValue(String(p.setting), p.found, names)}`,
    why: `${me} tells group ${text(p.group)} ${said(String(p.setting), p.found, names)}; ${names.unit(String(p.light))} should have ${settingValue(String(p.setting), p.expected, names)}. The sender wins at every frame.`,
    evidence: [
      ['wanted', said(String(p.setting), p.expected, names)],
      [me, said(String(p.setting), p.found, names)],
    ],
  }),
  'power.shared-group': (p, me, names) => ({
    gap: `shares group ${text(p.group)}`,
    why: `Group ${text(p.group)} has one power, and another light in it needs what ${me} says. ${names.unit(String(p.light))} wants ${settingValue('power', p.expected, names)}.`,
    evidence: [
      ['wanted', settingValue('power', p.expected, names)],
      [`group ${text(p.group)}`, settingValue('power', p.found, names)],
    ],
  }),
  'crew.clash': (p, me, names) => ({
    gap: 'fires for the wrong body',
    why: `${me} fires when ${names.unit(String(p.body))} shoots, which it should not: it ${p.link === 'eye' ? `sees ${names.unit(String(p.cause))}` : `hears ${names.unit(String(p.cause))}`}.`,
  }),
  'crew.no-id': (_, me) => ({
    gap: 'no network ID',
    why: `${me} and its lights have no network ID: a stranger on the same channel would fire them.`,
    evidence: [['ID', 'off']],
  }),
  'frame.rear-curtain': (p, me) => ({
    gap: 'too late for rear curtain',
    why: `${me} closes its contact just before the second curtain starts; the signal takes longer, and ${Math.round(100 * (1 - Number(p.share)))} % of the picture is dark.`,
  }),
  'frame.no-hss': (p, me, names) => ({
    gap: 'no high-speed sync here',
    why: `${me} should do high-speed sync at ${text(p.shutter)}, but it is lost on the way, at ${names.unit(String(p.by))}.`,
  }),
  'power.local-trim': (p, me) => ({
    gap: `trim ${stopsLabel(Number(p.trim))} is pushed away`,
    why: `${stopsLabel(Number(p.trim))} stops were dialled on ${me} itself; the sender’s next push takes them back.`,
  }),
  'power.comp-limit': (p, me) => ({
    gap: 'compensation at its limit',
    why: `${me} takes ${text(p.limit)} stops of compensation; ${stopsLabel(Math.abs(Number(p.over)))} more are dialled in.`,
  }),
  'power.rounded': (p, me) => ({
    gap: `rounds to ${stopsLabel(Number(p.rounded))}`,
    why: `${me} cannot be set to ${Number(p.wanted).toFixed(2)} stops: its nearest step is ${stopsLabel(Number(p.rounded))}.`,
  }),
} satisfies Partial<Record<Code, Sayer>>;
