/** Gear to get where no setting helps. */
import type { Rig } from '../rig/rig.ts';
import { NO_PART } from '../rig/stack.ts';
import type { Finding } from '../verdict/finding.ts';

/** What to get when no setting helps, by kind; wording.ts says it. */
export interface Need {
  kind:
    | 'receiver'
    | 'sender'
    | 'cable'
    | 'socket'
    | 'firmware'
    | 'generation'
    | 'coded-light'
    | 'isolator'
    | 'top-shoe'
    | 'turns'
    | 'first-light'
    | 'less-light'
    | 'more-light'
    | 'shield';
  /** What it must match: a family, the sockets at both ends, or a version. */
  match: readonly string[];
  /** Stops of light there are too many or too few. */
  stops?: number;
}

/** The gear that would help, for findings that settings alone cannot mend. */
export function needFor(rig: Rig, { code, params }: Finding): Need | null {
  const ofFamily = (id: string | null): Need => ({
    kind: 'receiver',
    match: id === null ? [] : [rig.families.get(id)?.name ?? id],
  });
  const firmware = (needed: string | null): Need => ({ kind: 'firmware', match: matching(needed) });
  switch (code) {
    case 'foot.no-receiver':
      return ofFamily(params.family);
    case 'hearer.family':
      return ofFamily(params.expected);
    case 'hearer.firmware':
    case 'shoe.firmware':
      return firmware(params.needed);
    case 'hearer.maker-mode':
      return { ...ofFamily(params.expected), kind: 'coded-light' };
    case 'hearer.generation':
      return { kind: 'generation', match: matching(params.expected) };
    case 'shoe.no-top-shoe':
      return { kind: 'top-shoe', match: [] };
    case 'foot.voltage':
      return { kind: 'isolator', match: params.volts === null ? [] : [`${params.volts} V`] };
    case 'sender.no-link':
      return params.needed != null ? firmware(params.needed) : { kind: 'sender', match: [] };
    case 'shoe.no-centre':
      return { kind: 'sender', match: matching(params.shoe) };
    case 'crew.channels-exhausted':
      return { kind: 'turns', match: [] };
    case 'eye.nothing-in-view':
      return { kind: 'first-light', match: [] };
    case 'lamp.power-floor':
      return { kind: 'less-light', match: [], stops: params.limit - params.wanted };
    case 'lamp.power-ceiling':
      return { kind: 'more-light', match: [], stops: params.wanted - params.limit };
    case 'crew.clash':
      return params.link === 'eye' ? { kind: 'shield', match: [] } : null;
    case 'foot.socket':
      return [params.near, params.far].includes(NO_PART)
        ? { kind: 'socket', match: [] }
        : { kind: 'cable', match: matching(params.near, params.far) };
    case 'body.no-sync-port':
      return { kind: 'cable', match: [] };
    default:
      return null;
  }
}

/** What is recorded of several things to match. */
const matching = (...values: readonly (string | number | null | undefined)[]): string[] =>
  values.filter((value) => value != null).map(String);
