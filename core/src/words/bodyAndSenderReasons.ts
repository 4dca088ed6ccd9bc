/** Why a signal fails at the body, on its shoe or at the sender. */
import { list, type Reasons, ranged, text, versions } from './saying.ts';
import { listed, said, settingValue } from './settingWords.ts';

export const BODY_AND_SENDER = {
  'body.silent-shutter': (p, me) => ({
    gap: 'this shutter permits no flash',
    why: `${me} is on its ${text(p.shutterType)} shutter, which never closes the flash contact.`,
    evidence: [['shutter type', text(p.shutterType)]],
  }),
  'body.flash-disabled': (_, me) => ({
    gap: 'flash firing is off',
    why: `Flash firing is switched off in the menu of ${me}.`,
    evidence: [['flash firing', 'off']],
  }),
  'body.scene-mode': (p, me) => ({
    gap: `no flash in ${text(p.exposureMode)}`,
    why: `${me} is in ${text(p.exposureMode)} mode, in which it leaves the flash alone.`,
    evidence: [
      ['exposure mode', text(p.exposureMode)],
      ['wanted', 'manual'],
    ],
  }),
  'body.popup-down': (_, me) => ({
    gap: 'pop-up is down',
    why: `The pop-up of ${me} commands the others by light, and it is folded away.`,
    evidence: [['pop-up', 'down']],
  }),
  'body.not-seated': (p, me, names) => ({
    gap: 'foot is not home',
    why: `${me} was noted as not fully seated on ${names.unit(p.carrier)}: its contacts do not meet.`,
    evidence: [['foot', 'not home']],
  }),
  'body.no-sync-port': (_, me) => ({ gap: 'no sync port', why: `${me} has no socket for a sync cable.` }),
  'shoe.foreign': (p, me) => ({
    gap: 'foreign shoe, no metering',
    why: `${me} has a foot for another shoe system: it fires through the centre contact, but TTL does not pass.`,
    evidence: [
      ['shoe', text(p.shoe)],
      ['foot', text(p.foot)],
    ],
  }),
  'shoe.no-centre': (p, me, names) => ({
    gap: 'no centre contact',
    why: `The shoe of ${me} has no centre contact and ${names.unit(p.item)} does not speak its system, so nothing reaches it.`,
    evidence: [
      ['shoe', text(p.shoe)],
      ['foot', text(p.foot)],
    ],
  }),
  'shoe.no-top-shoe': (p, me, names) => ({
    gap: 'no shoe on top',
    why: `${me} has no shoe on top for ${names.unit(p.item)}.`,
  }),
  'shoe.passthrough-off': (_, me) => ({
    gap: 'pass-through is off',
    why: `${me} hands on the fire signal alone: passing the body's own signals to its top shoe is switched off.`,
    evidence: [['pass-through', 'off']],
  }),
  'shoe.passthrough-foreign': (p, me, names) => ({
    gap: 'foreign foot on the stack',
    why: `${names.unit(p.trigger)} passes on the ${text(p.top)} system; ${me} has another foot, so it fires but does not meter.`,
    evidence: [
      ['top shoe', text(p.top)],
      ['foot', text(p.foot)],
    ],
  }),
  'shoe.start-order': (p, me) => ({
    gap: 'switched on out of order',
    why: `The stack with ${me} recognises itself only when switched on in order: ${list(p.order)}.`,
    evidence: [['order', list(p.order)]],
  }),
  'shoe.firmware': (p, me) => ({
    gap: `firmware ${text(p.found)}, needs ${text(p.needed)}`,
    why: `${me} speaks its shoe system only from firmware ${text(p.needed)} on; it has ${text(p.found)}.`,
    ...versions(p, me),
  }),
  'sender.no-link': (p, me, names) => ({
    gap: p.needed == null ? 'no sender here' : `needs firmware ${text(p.needed)}`,
    why:
      p.needed != null
        ? `${me} can be master only from firmware ${text(p.needed)} on; it has ${text(p.found)}.`
        : p.body != null
          ? `No sender on ${names.unit(p.body)} speaks the family that is listened to.`
          : `${me} has no radio that can be master.`,
  }),
  'sender.off': (_, me) => ({
    gap: 'sender is off',
    why: `${me} is switched off.`,
    evidence: [['power switch', 'off']],
  }),
  'sender.role': (p, me) => ({
    gap: `sender set ${text(p.role)}`,
    why: `${me} is set ${text(p.role)}; only a master sends.`,
    evidence: [
      ['role', text(p.role)],
      ['wanted', 'master'],
    ],
  }),
  'sender.channel-range': (p, me) => ({
    gap: `no channel ${text(p.channel)} here`,
    why: `${me} has ${ranged('channel', p.from, p.to)}, so it cannot be on ${text(p.channel)}.`,
    evidence: [
      ['channel', text(p.channel)],
      ['range', `${text(p.from)} to ${text(p.to)}`],
    ],
  }),
  'sender.id-range': (p, me) => ({
    gap: `sender has no ID ${text(p.networkId)}`,
    why: `${me} has ${ranged('ID', p.from, p.to)}, so it cannot be on ${text(p.networkId)}.`,
    evidence: [
      ['ID', text(p.networkId)],
      ['range', `${text(p.from)} to ${text(p.to)}`],
    ],
  }),
  'sender.odd': (p, me, names) => ({
    gap: `${said(p.setting, p.found, names)}, its lights ${settingValue(p.setting, p.expected, names)}`,
    why: `${listed(p.hearers, names)} agree on ${said(p.setting, p.expected, names)}. ${me} is on ${settingValue(p.setting, p.found, names)}, so they hear nothing: the sender is the odd one out.`,
    evidence: [
      [me, said(p.setting, p.found, names)],
      [listed(p.hearers, names), said(p.setting, p.expected, names)],
    ],
  }),
  'sender.group-range': (p, me, names) => ({
    gap: `sender has no group ${text(p.group)}`,
    why: `${names.unit(p.hearer)} listens for group ${text(p.group)}; ${me} can only speak to ${list(p.letters)}.`,
    evidence: [
      [names.unit(p.hearer), `group ${text(p.group)}`],
      [me, list(p.letters)],
    ],
  }),
  'sender.group-off': (p, me) => ({
    gap: `group ${text(p.group)} is off`,
    why: `Group ${text(p.group)} is switched off on ${me}.`,
    evidence: [[`group ${text(p.group)}`, 'off']],
  }),
  'sender.broken': (_, me) => ({
    gap: 'sender is broken',
    why: `${me} or its cable was noted broken: put another one in its place.`,
  }),
  'sender.asleep': (p, me) => ({
    gap: 'sender is asleep',
    why:
      p.minutes == null || p.quiet == null || p.quiet <= p.minutes
        ? `${me} was noted asleep: wake it by a button.`
        : `${me} falls asleep after ${p.minutes} min, and nothing is fired for ${p.quiet} min before this look: wake it by a button.`,
  }),
  'sender.battery': (_, me) => ({
    gap: 'sender’s cells are flat',
    why: `The cells of ${me} were noted flat.`,
    evidence: [['cells', 'flat']],
  }),
  'sender.rivals': (p, me, names) => ({
    gap: 'two senders disagree',
    why: `${me} and ${names.unit(p.rival)} share a channel and ID and tell group ${text(p.group)} different things: ${settingValue(p.setting, p.found, names, p.light)} and ${settingValue(p.setting, p.expected, names, p.light)}. The last to speak wins, and that may be ${me}.`,
    evidence: [
      [me, said(p.setting, p.found, names, p.light)],
      [names.unit(p.rival), said(p.setting, p.expected, names, p.light)],
    ],
  }),
} satisfies Partial<Reasons>;
