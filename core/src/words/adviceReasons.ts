/** What is said of what works and is still worth a word. */
import type { FieldPath } from '../rig/check.ts';
import { counted, list, type Reasons, text } from './saying.ts';
import { fieldOf, stopsText } from './settingWords.ts';

export const ADVICE = {
  'advice.unknown-field': (p, _, names) => {
    const fields = p.fields.map((ref) => {
      const dot = ref.indexOf('.');
      return fieldOf({ unit: ref.slice(0, dot), field: ref.slice(dot + 1) as FieldPath }, names);
    });
    return {
      gap: 'not recorded',
      why: `Not recorded: ${fields.join('; ')}.`,
      evidence: fields.map((field) => [field, 'not recorded'] as const),
    };
  },
  'advice.untested': (p) => ({
    gap: 'not test-fired',
    why:
      p.result === 'dark' || p.result === 'wrong'
        ? `The last test fire said ${text(p.result)}.`
        : 'No test fire since its settings last changed.',
  }),
  'advice.iso-auto': (_, me) => ({
    gap: 'ISO changes by itself',
    why: `ISO is automatic on ${me}: the flash will look different from frame to frame.`,
  }),
  'advice.wb-auto': (_, me) => ({
    gap: 'white balance changes by itself',
    why: `White balance is automatic on ${me}: colours will wander between frames.`,
  }),
  'advice.preview-on': (_, me) => ({
    gap: 'viewfinder shows the exposure',
    why: `${me} previews the exposure: under flash settings the viewfinder is dark.`,
  }),
  'advice.red-eye': (_, me) => ({
    gap: 'red-eye lamp is on',
    why: `The red-eye lamp of ${me} delays the shot and may set off an eye.`,
  }),
  'advice.sleep-short': (p, me) => ({
    gap: `sleeps after ${text(p.minutes)} min`,
    why: `${me} falls asleep after ${counted(p.minutes, 'minute')} and its sender cannot wake it.`,
  }),
  'advice.zoom-auto': (_, me) => ({
    gap: 'zooms by itself',
    why: `The head of ${me} follows a lens it is not on: set its zoom by hand.`,
  }),
  'advice.beep': (_, me) => ({ gap: 'it beeps', why: `${me} beeps when charged: in the vows too.` }),
  'advice.no-spare-master': (_, me) => ({
    gap: 'no spare sender',
    why: `If ${me} dies nothing else in this look speaks to its lights.`,
  }),
  'advice.no-fallback': (_, me) => ({
    gap: 'no other way in',
    why: `${me} has no eye: if the link is lost it stays silent.`,
  }),
  'advice.comp-twice': (p, me, names) => ({
    gap: 'compensation is set twice',
    why: `Compensation is set on ${me} and on ${names.unit(p.body)}: together ${stopsText(p.sum)}.`,
  }),
  'advice.ttl-drift': (_, me) => ({
    gap: 'metered with others',
    why: `${me} and others meter by themselves: a window or a dress will shift them. For groups, freeze what was metered.`,
  }),
  'advice.mixed-firmware': (p, me) => ({
    gap: 'mixed firmware',
    why: `Units like ${me} have firmware ${list(p.versions)}: they may behave differently.`,
  }),
  'advice.master-lights': (_, me) => ({
    gap: 'the sender lights too',
    why: `${me} speaks to the others and lights the scene itself, from the camera.`,
  }),
  'caution.strobe': () => ({
    gap: 'stroboscopic',
    why: 'Fast repeating flash can trigger seizures: keep the rate low, warn the host and the venue, stop if anyone is unwell.',
  }),
  'caution.voltage': (p, me) => ({
    gap: `${text(p.volts)} V on its contacts`,
    why: `${me} has ${text(p.volts)} V on its contacts. Connect it only to what is rated for that; never open it. Measure or ask service.`,
  }),
  'caution.heat': (p, me) => ({
    gap: 'gets hot at this power',
    why: `${me} must rest after ${counted(p.pops, 'full pop')} in a row${p.rest == null ? '' : `, for ${text(p.rest)} s`}. Keep it clear of fabric.`,
  }),
  'caution.trip': (_, me) => ({
    gap: 'a cable to trip over',
    why: `${me} is connected by a cable: ramp or tape it, keep it off exits and aisles, and put a weight over a leg of the stand. Local rules go first.`,
  }),
  'caution.radio-law': (p, me) => ({
    gap: 'mind where radio is allowed',
    why: `${me}: ${text(p.note)} Use only what is legal where you are.`,
  }),
} satisfies Partial<Reasons>;
