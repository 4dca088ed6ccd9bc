/** Reason codes: stable names, the same in core, API, command line and interface. */

export const STAGES = ['body', 'shoe', 'sender', 'air', 'hearer', 'foot', 'lamp', 'frame'] as const;
export type Stage = (typeof STAGES)[number];

/** B blocks the light, D degrades the picture, A advises. */
export type Severity = 'B' | 'D' | 'A';

/** Each code with its severity and the station of the line at which it is drawn; BD is decided by what it did. */
export const CODES = {
  'body.silent-shutter': { severity: 'B', stage: 'body' },
  'body.scene-mode': { severity: 'B', stage: 'body' },
  'body.flash-disabled': { severity: 'B', stage: 'body' },
  'body.popup-down': { severity: 'B', stage: 'body' },
  'body.not-seated': { severity: 'B', stage: 'body' },
  'body.no-sync-port': { severity: 'B', stage: 'body' },
  'shoe.foreign': { severity: 'D', stage: 'shoe' },
  'shoe.no-centre': { severity: 'B', stage: 'shoe' },
  'shoe.no-top-shoe': { severity: 'B', stage: 'shoe' },
  'shoe.passthrough-off': { severity: 'D', stage: 'shoe' },
  'shoe.passthrough-foreign': { severity: 'D', stage: 'shoe' },
  'shoe.start-order': { severity: 'D', stage: 'shoe' },
  'shoe.firmware': { severity: 'BD', stage: 'shoe' },
  'sender.no-link': { severity: 'B', stage: 'sender' },
  'sender.off': { severity: 'B', stage: 'sender' },
  'sender.asleep': { severity: 'B', stage: 'sender' },
  'sender.battery': { severity: 'B', stage: 'sender' },
  'sender.role': { severity: 'B', stage: 'sender' },
  'sender.channel-range': { severity: 'B', stage: 'sender' },
  'sender.group-range': { severity: 'B', stage: 'sender' },
  'sender.group-off': { severity: 'B', stage: 'sender' },
  'sender.rivals': { severity: 'D', stage: 'sender' },
  'air.no-sight': { severity: 'B', stage: 'air' },
  'air.covered': { severity: 'B', stage: 'air' },
  'air.angle': { severity: 'BD', stage: 'air' },
  'air.sun': { severity: 'BD', stage: 'air' },
  'air.range': { severity: 'BD', stage: 'air' },
  'air.interference': { severity: 'D', stage: 'air' },
  'air.cable-length': { severity: 'B', stage: 'air' },
  'hearer.off': { severity: 'B', stage: 'hearer' },
  'hearer.asleep': { severity: 'B', stage: 'hearer' },
  'hearer.battery': { severity: 'B', stage: 'hearer' },
  'hearer.role': { severity: 'B', stage: 'hearer' },
  'hearer.family': { severity: 'B', stage: 'hearer' },
  'hearer.maker-mode': { severity: 'B', stage: 'hearer' },
  'hearer.generation': { severity: 'BD', stage: 'hearer' },
  'hearer.channel': { severity: 'B', stage: 'hearer' },
  'hearer.dip': { severity: 'B', stage: 'hearer' },
  'hearer.id': { severity: 'B', stage: 'hearer' },
  'hearer.pin': { severity: 'B', stage: 'hearer' },
  'hearer.group': { severity: 'B', stage: 'hearer' },
  'hearer.selector': { severity: 'D', stage: 'hearer' },
  'hearer.firmware': { severity: 'BD', stage: 'hearer' },
  'foot.no-receiver': { severity: 'B', stage: 'foot' },
  'foot.socket': { severity: 'B', stage: 'foot' },
  'foot.ttl-on-plain-link': { severity: 'D', stage: 'foot' },
  'foot.voltage': { severity: 'B', stage: 'foot' },
  'eye.preflash': { severity: 'D', stage: 'hearer' },
  'eye.burst': { severity: 'D', stage: 'hearer' },
  'eye.waits-for-second': { severity: 'B', stage: 'hearer' },
  'eye.nothing-in-view': { severity: 'B', stage: 'air' },
  'eye.hss': { severity: 'D', stage: 'hearer' },
  'eye.anyone': { severity: 'A', stage: 'hearer' },
  'lamp.disabled': { severity: 'B', stage: 'lamp' },
  'lamp.mode': { severity: 'BD', stage: 'lamp' },
  'lamp.multi-limit': { severity: 'B', stage: 'lamp' },
  'lamp.heat': { severity: 'B', stage: 'lamp' },
  'lamp.recycling': { severity: 'D', stage: 'lamp' },
  'lamp.power-floor': { severity: 'D', stage: 'lamp' },
  'lamp.power-ceiling': { severity: 'D', stage: 'lamp' },
  'frame.over-sync': { severity: 'D', stage: 'frame' },
  'frame.latency': { severity: 'D', stage: 'frame' },
  'frame.rear-curtain': { severity: 'D', stage: 'frame' },
  'frame.no-hss': { severity: 'D', stage: 'frame' },
  'frame.tail-gradient': { severity: 'D', stage: 'frame' },
  'frame.duration': { severity: 'D', stage: 'frame' },
  'power.local-trim': { severity: 'D', stage: 'lamp' },
  'power.comp-limit': { severity: 'D', stage: 'lamp' },
  'power.rounded': { severity: 'A', stage: 'lamp' },
  'power.by-hand': { severity: 'A', stage: 'lamp' },
  'power.overwritten': { severity: 'D', stage: 'lamp' },
  'power.shared-group': { severity: 'D', stage: 'lamp' },
  'crew.clash': { severity: 'D', stage: 'air' },
  'crew.no-id': { severity: 'A', stage: 'sender' },
  'crew.channels-exhausted': { severity: 'D', stage: 'air' },
  'crew.emitter-near': { severity: 'BD', stage: 'air' },
  'advice.iso-auto': { severity: 'A', stage: 'body' },
  'advice.wb-auto': { severity: 'A', stage: 'body' },
  'advice.preview-on': { severity: 'A', stage: 'body' },
  'advice.red-eye': { severity: 'A', stage: 'body' },
  'advice.sleep-short': { severity: 'A', stage: 'hearer' },
  'advice.zoom-auto': { severity: 'A', stage: 'lamp' },
  'advice.beep': { severity: 'A', stage: 'lamp' },
  'advice.no-spare-master': { severity: 'A', stage: 'sender' },
  'advice.no-fallback': { severity: 'A', stage: 'hearer' },
  'advice.comp-twice': { severity: 'A', stage: 'lamp' },
  'advice.ttl-drift': { severity: 'A', stage: 'lamp' },
  'advice.mixed-firmware': { severity: 'A', stage: 'hearer' },
  'advice.master-lights': { severity: 'A', stage: 'sender' },
  'caution.strobe': { severity: 'A', stage: 'lamp' },
  'caution.voltage': { severity: 'A', stage: 'foot' },
  'caution.heat': { severity: 'A', stage: 'lamp' },
  'caution.trip': { severity: 'A', stage: 'foot' },
  'caution.radio-law': { severity: 'A', stage: 'air' },
  'advice.unknown-field': { severity: 'A', stage: 'hearer' },
  'advice.untested': { severity: 'A', stage: 'frame' },
} as const satisfies Record<string, { severity: Severity | 'BD'; stage: Stage }>;

export type Code = keyof typeof CODES;
export const stageOf = (code: Code): Stage => CODES[code].stage;

/** @param silenced whether the light stayed dark for it: what may block or degrade is one or the other by that. */
export function severityOf(code: Code, silenced = false): Severity {
  const { severity } = CODES[code];
  if (severity === 'BD') return silenced ? 'B' : 'D';
  return severity;
}

/** What a code says, as values: wording.ts turns them into sentences. */
export type Params = Record<string, string | number | boolean | null | readonly string[]>;
