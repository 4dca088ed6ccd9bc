/** Findings: the faults of all lights and shots of a look, gathered one per code and subject. */
import type { Fault } from '../rig/check.ts';
import { type Code, type Severity, severityOf } from '../rig/codes.ts';
import { byShot, type ShotRef, shotKey } from '../shot/lightRun.ts';
import type { Verdict } from './verdict.ts';

export type Finding<C extends Code = Code> = {
  [K in C]: Fault<K> & {
    /** Code, subject and, where one sender speaks to several, the group: the same fault has the same id in every run. */
    id: string;
    severity: Severity;
    /** The lights that suffer, in id order. */
    units: readonly string[];
    /** The shots in which it shows, by body id, level before upright. */
    shots: readonly ShotRef[];
  };
}[C];

/** The bodies in whose shots a finding shows, each once, in id order. */
export const bodiesOf = (finding: Finding): string[] => [...new Set(finding.shots.map((shot) => shot.body))];

/** Where a fault was met: the light that suffers, and the shot, or null where it is of no shot in particular. */
export interface Met {
  light: string;
  shot: ShotRef | null;
  /** The light stayed dark for it. */
  silenced?: boolean;
  /** The picture is as meant in spite of it: worth a word. */
  forgiven?: boolean;
}

interface Gathering {
  fault: Fault;
  severity: Severity;
  units: Set<string>;
  shots: Map<string, ShotRef>;
}

export class GatheredFindings {
  private readonly byId = new Map<string, Gathering>();

  addFaults(verdict: Verdict): void {
    const { unit: light, shot: body, attitude } = verdict;
    const met = { light, shot: { body, attitude }, silenced: verdict.verdict === 'silent' };
    for (const fault of verdict.faults) this.add(fault, met);
  }

  add(fault: Fault, { light, shot, silenced = false, forgiven = false }: Met): void {
    const severity = forgiven ? 'A' : severityOf(fault.code, silenced);
    // What is forgiven in one picture and spoils another is two things to say.
    const id = forgiven ? `${findingId(fault)}:forgiven` : findingId(fault);
    let found = this.byId.get(id);
    if (!found) {
      found = { fault, severity, units: new Set(), shots: new Map() };
      this.byId.set(id, found);
    }
    // Where it silences one light and only spoils another, the worse is said.
    if (silenced) found.severity = severity;
    found.units.add(light);
    if (isDarker(fault, found.fault)) found.fault = fault;
    if (shot) found.shots.set(shotKey(shot), shot);
  }

  sorted(): Finding[] {
    const rank: Record<Severity, number> = { B: 0, D: 1, A: 2 };
    return [...this.byId]
      .map(([id, { fault, severity, units, shots }]): Finding => {
        const told = { ...fault, id, severity, units: [...units].sort(), shots: [...shots.values()].sort(byShot) };
        return told as Finding;
      })
      .sort((a, b) => rank[a.severity] - rank[b.severity] || b.units.length - a.units.length || (a.id < b.id ? -1 : 1));
  }
}

function findingId({ code, subject, params }: Fault): string {
  const { group, setting } = params as { group?: string | null; setting?: string };
  return [code, subject, group, setting].filter((part) => part != null).join(':');
}

/** Of several lights the darkest picture is the one to speak of. */
function isDarker(fault: Fault, than: Fault): boolean {
  const share = shareOf(fault);
  return share !== null && share < (shareOf(than) ?? NaN);
}

const shareOf = ({ params }: Fault): number | null => ('share' in params ? (params.share ?? null) : null);
