/**
 * What a member changes takes effect here at once, is kept on the device, and is sent in order in the
 * background. Nothing here knows React; the network comes in as `send`.
 */
import { type Change, inverse, withChangedUnits } from '@ergon/core/record/change';
import { type CrewRig, VERSIONED, type VersionedSettings } from '@ergon/core/record/crewRig';
import type { Saved, TestReport } from '@ergon/core/record/exchange';
import { readSetting, type SettingPath, type SettingValue } from '@ergon/core/record/settings';
import { ApiFailure, failureText, Unreachable } from './api';
import type { Kept, Pending } from './pending';

/** One setting that two people changed at once. */
export interface Clash {
  look: string;
  unit: string;
  setting: SettingPath;
  yours: SettingValue;
  theirs: SettingValue;
}

export type SaveState = 'saved' | 'saving' | 'waiting';

export interface EditState {
  /** The rig with everything pending applied; null until the first answer. */
  rig: CrewRig | null;
  saveState: SaveState;
  waiting: number;
  clashes: readonly Clash[];
  /** Something the server would not take, in words. */
  refused: string | null;
  undoLabel: string | null;
}

export interface Ports {
  send: (pending: Pending, versions: Readonly<Record<string, number>>) => Promise<Partial<Saved>>;
  load: () => Kept;
  store: (pending: readonly Pending[]) => void;
  /** Calls back after a while; in tests at once. */
  later: (retry: () => void, attempt: number) => void;
}

interface Undo {
  label: string;
  /** Rejected where it could not be undone. */
  run: () => Promise<unknown>;
  /** The edit it takes back, while that may still be refused. */
  of?: number;
}

export class EditQueue {
  private base: CrewRig | null = null;
  private pending: Pending[];
  private clashes: Clash[] = [];
  private refused: string | null = null;
  private undos: Undo[] = [];
  private sending = false;
  private attempt = 0;
  private nextId: number;
  private readonly listeners = new Set<() => void>();
  private state: EditState;

  constructor(private readonly ports: Ports) {
    const kept = ports.load();
    this.pending = kept.pending;
    this.refused = unreadableText(kept.unreadable.length);
    this.nextId = Math.max(0, ...this.pending.map((one) => one.id)) + 1;
    this.state = this.build();
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly snapshot = (): EditState => this.state;

  /** Takes the server's word, save where an answer to a later edit has overtaken it. */
  setBase(rig: CrewRig): void {
    this.base = this.base && this.base.crew.id === rig.crew.id ? newest(this.base, rig) : rig;
    this.changed();
    void this.flush();
  }

  /** Applies changes now and sends them soon. */
  edit(look: string, changes: readonly Change[], label: string): void {
    const stamp = this.stamp(look);
    const back = async () =>
      this.enqueue({ ...this.stamp(look), kind: 'changes', label: `undo ${label}`, changes: inverse(changes) });
    this.undos.push({ label, run: back, of: stamp.id });
    this.enqueue({ ...stamp, kind: 'changes', label, changes });
  }

  logTests(look: string, tests: readonly TestReport[], at: string): void {
    this.enqueue({ ...this.stamp(look), kind: 'tests', tests, at });
  }

  /** Puts an undo of some other kind on the same stack, so that one key undoes whatever came last. */
  pushUndo(label: string, run: () => Promise<unknown>): void {
    this.undos.push({ label, run });
    this.changed();
  }

  /** Takes back what came last. What cannot be taken back is said, and stays to be tried again. */
  async undo(): Promise<void> {
    const last = this.undos.pop();
    if (!last) return;
    this.changed();
    try {
      await last.run();
    } catch (error) {
      this.undos.push(last);
      this.refused = `Not undone, ${last.label}: ${failureText(error)}`;
      this.changed();
    }
  }

  /** Resolves once nothing of this crew waits to be sent, for what must come after it. */
  whenSaved(): Promise<void> {
    if (this.ours.length === 0) return Promise.resolve();
    return new Promise((resolve) => {
      const stop = this.subscribe(() => {
        if (this.ours.length > 0) return;
        stop();
        resolve();
      });
    });
  }

  /** Settles one clash: theirs stands already; mine is sent again on top of it. */
  settle(clash: Clash, keep: 'mine' | 'theirs'): void {
    this.clashes = this.clashes.filter((other) => other !== clash);
    if (keep === 'mine') {
      this.edit(
        clash.look,
        [{ unit: clash.unit, setting: clash.setting, from: clash.theirs, to: clash.yours }],
        'keep mine',
      );
    }
    this.changed();
  }

  dismissRefusal(): void {
    this.refused = null;
    this.changed();
  }

  /** Sends what waits, oldest first, one at a time. */
  async flush(): Promise<void> {
    if (this.sending || !this.base) return;
    this.sending = true;
    this.changed();
    for (let first = this.ours[0]; first; first = this.ours[0]) {
      if (!(await this.sendOne(first))) break;
    }
    this.sending = false;
    this.changed();
  }

  private stamp(look: string): { id: number; crew: string; look: string } {
    return { id: this.nextId++, crew: this.base?.crew.id ?? '', look };
  }

  private get ours(): Pending[] {
    return this.pending.filter((one) => one.crew === this.base?.crew.id);
  }

  private enqueue(pending: Pending): void {
    this.pending.push(pending);
    this.ports.store(this.pending);
    this.changed();
    void this.flush();
  }

  /** False when the network is away and the rest has to wait too. */
  private async sendOne(first: Pending): Promise<boolean> {
    try {
      const { saved } = await this.ports.send(first, this.versionsFor(first));
      this.accept(first, saved ?? []);
    } catch (error) {
      if (error instanceof Unreachable) {
        this.ports.later(() => void this.flush(), ++this.attempt);
        return false;
      }
      this.reject(first, error);
    }
    this.attempt = 0;
    this.pending = this.pending.filter((one) => one !== first);
    this.ports.store(this.pending);
    this.changed();
    return true;
  }

  private versionsFor(pending: Pending): Record<string, number> {
    if (pending.kind === 'tests') return {};
    const units = this.base?.looks.find((look) => look.id === pending.look)?.units ?? {};
    return Object.fromEntries(pending.changes.map(({ unit }) => [unit, units[unit]?.version ?? 1]));
  }

  private accept(pending: Pending, saved: NonNullable<Saved['saved']>): void {
    if (pending.kind === 'tests') {
      this.base = withTests(this.base!, pending);
      return;
    }
    this.base = saved.reduce(
      (rig, { unit, version, settings }) => withUnit(rig, pending.look, unit, { settings, version }),
      this.base!,
    );
  }

  /** An edit that did not happen cannot be undone either. */
  private reject(pending: Pending, error: unknown): void {
    this.undos = this.undos.filter((undo) => undo.of !== pending.id);
    if (!(error instanceof ApiFailure) || pending.kind === 'tests' || error.conflicts.length === 0) {
      const fault = error instanceof ApiFailure ? error.faults[0] : undefined;
      this.refused = fault ? `${fault.path} ${fault.message}` : (error as Error).message;
      return;
    }
    for (const { unit, theirs, version, yours } of error.conflicts) {
      this.base = withUnit(this.base!, pending.look, unit, { settings: theirs, version });
      for (const [setting, value] of Object.entries(yours) as [SettingPath, SettingValue][]) {
        const last = this.dropLater(pending, { unit, setting, value });
        this.clashes.push({ look: pending.look, unit, setting, yours: last, theirs: readSetting(theirs, setting) });
      }
    }
    // The rest of an edit that stands as a whole would be half an edit: it is sent again only if chosen.
  }

  /**
   * Takes back later edits of a setting that clashed, or they would pass over the other person's value unseen.
   * @returns the value wanted last.
   */
  private dropLater(
    clashed: Pending,
    { unit, setting, value }: { unit: string; setting: SettingPath; value: SettingValue },
  ): SettingValue {
    let last = value;
    for (const later of this.ours) {
      if (later === clashed || later.kind !== 'changes' || later.look !== clashed.look) continue;
      const same = later.changes.find((change) => change.unit === unit && change.setting === setting);
      if (!same) continue;
      last = same.to;
      this.pending = this.pending.filter((one) => one !== later);
      this.undos = this.undos.filter((undo) => undo.of !== later.id);
    }
    return last;
  }

  private changed(): void {
    this.state = this.build();
    for (const listener of this.listeners) listener();
  }

  private build(): EditState {
    const { ours } = this;
    return {
      rig: this.base && ours.reduce(withPending, this.base),
      saveState: ours.length === 0 ? 'saved' : this.attempt > 0 ? 'waiting' : 'saving',
      waiting: ours.length,
      clashes: this.clashes,
      refused: this.refused,
      undoLabel: this.undos.at(-1)?.label ?? null,
    };
  }
}

type RigLook = CrewRig['looks'][number];
type PlacedUnits = RigLook['units'];

/** The rig with the units of one look replaced. */
const withUnits = (rig: CrewRig, lookId: string, units: (of: PlacedUnits) => PlacedUnits): CrewRig => ({
  ...rig,
  looks: rig.looks.map((look) => (look.id === lookId ? { ...look, units: units(look.units) } : look)),
});

const withPending = (rig: CrewRig, pending: Pending): CrewRig =>
  pending.kind === 'tests'
    ? withTests(rig, pending)
    : withUnits(rig, pending.look, (units) => withChangedUnits(units, pending.changes, VERSIONED));

const withUnit = (rig: CrewRig, look: string, unit: string, placed: VersionedSettings): CrewRig =>
  withUnits(rig, look, (units) => ({ ...units, [unit]: placed }));

const withTests = (rig: CrewRig, pending: Extract<Pending, { kind: 'tests' }>): CrewRig => ({
  ...rig,
  tests: [...rig.tests, ...pending.tests.map((test) => ({ ...test, look: pending.look, at: pending.at }))],
});

/** The later of two states, unit by unit: a slow answer must not undo what a quicker one has told. */
function newest(known: CrewRig, next: CrewRig): CrewRig {
  return {
    ...next,
    looks: next.looks.map((look) => {
      const before = known.looks.find((other) => other.id === look.id)?.units ?? {};
      const units = Object.entries(look.units).map(([id, placed]) => {
        const old = before[id];
        return [id, old && old.version > placed.version ? old : placed] as const;
      });
      return { ...look, units: Object.fromEntries(units) };
    }),
  };
}

const unreadableText = (count: number): string | null =>
  count === 0
    ? null
    : `${count === 1 ? 'An edit' : `${count} edits`} waiting on this device cannot be read. Kept aside, not sent.`;
