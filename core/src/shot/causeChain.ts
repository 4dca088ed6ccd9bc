/** What set a light off, link by link back to the shutter, read off the timeline of a shot. */
import type { Shot } from './lightRun.ts';
import type { PulseKind, TimelineEvent } from './timeline.ts';

export interface CauseLink {
  unit: string;
  /** Microseconds from the moment the first curtain starts. */
  atUs: number;
  did: 'contact' | 'sent' | PulseKind;
  /** It depends on a field nobody recorded. */
  possible: boolean;
}

/** From the body to the light's own main pulse; empty for a light that does not fire. */
export function causeChain(shot: Shot, light: string): CauseLink[] {
  const chain: CauseLink[] = [];
  let event = pulseOf(shot, light, 'main');
  let at = shot.runs.get(light);
  while (event && !chain.some((link) => link.unit === event!.unit && link.did === event!.pulse)) {
    chain.unshift(linkOf(event, event.pulse!));
    const { cause } = event;
    if (cause === undefined) return chain;
    // An eye answered a pulse; anything else was told by a sender or by the contact itself.
    const answered = event.pulse === 'main' ? at?.answered : null;
    if (answered == null) return [...toldBy(shot, cause, event.atUs), ...chain];
    event = pulseOf(shot, cause, answered);
    at = shot.runs.get(cause);
  }
  return chain;
}

const pulseOf = (shot: Shot, unit: string, pulse: PulseKind): TimelineEvent | undefined =>
  shot.timeline.find((event) => event.kind === 'pulse' && event.unit === unit && event.pulse === pulse);

/** @param byUs what comes later than the light did not set it off: high-speed sync starts before the contact closes. */
function toldBy(shot: Shot, cause: string, byUs: number): CauseLink[] {
  const contact = shot.timeline.find((event) => event.kind === 'contact' && event.atUs <= byUs);
  const sent = shot.timeline.find((event) => event.kind === 'frame-sent' && event.unit === cause && event.atUs <= byUs);
  return [
    ...(contact ? [linkOf(contact, 'contact')] : []),
    ...(sent && cause !== shot.body.id ? [linkOf(sent, 'sent')] : []),
  ];
}

const linkOf = ({ unit, atUs, possible }: TimelineEvent, did: CauseLink['did']): CauseLink => ({
  unit,
  atUs,
  did,
  possible: possible === true,
});
