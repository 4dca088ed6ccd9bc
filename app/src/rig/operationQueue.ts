/**
 * What a member does takes effect here at once, is kept on the device, and reaches the server when it can: in order, once, and
 * as the member who did it. Nothing kept is ever let go of but by the server's word or the member's. Nothing here knows React or
 * a browser; the world comes in through the ports.
 */
import { applyOperation } from '@ergon/core/operation/applyOperation';
import type { CrewRig } from '@ergon/core/operation/crewRig';
import { inverse, type Operation } from '@ergon/core/operation/edit';
import type { TakenOperation } from '@ergon/core/operation/takenOperation';
import { settingEdits } from '@ergon/core/operation/editsOf';
import { MOST_AT_ONCE, type OperationAnswer } from '@ergon/core/operation/operationExchange';
import type { Change } from '@ergon/core/record/change';
import { DOCUMENT_VERSION } from '@ergon/core/record/documentMigrations';
import { type Clash, clashesOf, mineAgain, withAnswer, withDecision, withoutClash } from './clash';
import { storedLabel } from './isolatedNames';
import { Keeping, unreadableText } from './keeping';
import { earlierKept } from './earlier';
import type { Kept } from './kept';
import { OperationIds } from './operationIds';
import type { Ports, Present, TabMessage } from './ports';
import { type Doing, type QueueState, saveStateOf } from './queueState';
import { refusalText } from './refusalText';
import { Replica, withApplied } from './replica';
import { UndoStack } from './undoStack';

export class OperationQueue {
  private readonly replica: Replica;
  private readonly ids: OperationIds;
  private readonly keeping: Keeping;
  private undos = new UndoStack();
  private shown: CrewRig | null;
  /** Whether `shown` must be made anew. */
  private stale = true;
  private closed = false;
  private leads = false;
  private sending = false;
  private asking = false;
  private attempt = 0;
  private atOnce = MOST_AT_ONCE;
  private trouble: string | null = null;
  private ails: string | null = null;
  private signedOut = false;
  private clockAheadS: number | null = null;
  private present: readonly Present[] = [];
  private readonly listeners = new Set<() => void>();
  private state: QueueState;

  /** @param known the rig, where it is known before anything is asked for. */
  constructor(
    private readonly ports: Ports,
    known: CrewRig | null = null,
  ) {
    this.replica = new Replica(known);
    this.shown = known;
    this.ids = new OperationIds(ports.now, ports.chance);
    const trouble = (words: string) => {
      this.trouble = words;
      this.changed();
    };
    this.keeping = new Keeping(ports.store, trouble, () => this.changed());
    this.state = this.build();
  }

  /** Begins to read what is kept; it is sent once the rig tells whose it is. */
  start(): void {
    this.closed = false;
    this.openTab();
    void this.load();
  }

  /** Leaves sending to other tabs. What waits is kept. */
  close(): void {
    this.closed = true;
    this.leads = false;
    this.ports.tabs.close();
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly snapshot = (): QueueState => this.state;

  /** Takes the server's word for the whole rig. */
  setBase(rig: CrewRig): void {
    const before = this.replica.rig?.member.id;
    if (this.replica.set(rig) || this.signedOut) {
      this.isIn();
      this.nowStale();
    }
    if (before !== rig.member.id) {
      // Somebody else signed in on this page: what the one before did is not theirs to undo.
      this.undos = new UndoStack();
      this.present = [];
      this.openTab();
    }
    void this.takeEarlier();
    void this.flush();
  }

  /** Leads when it is this tab's turn among those of the same member. */
  private openTab(): void {
    const { rig } = this.replica;
    if (this.closed || !rig) return;
    this.ports.tabs.close();
    this.leads = false;
    this.ports.tabs.open(rig.member.id, {
      hear: (message) => this.hear(message),
      leads: (leads) => {
        this.leads = leads;
        this.changed();
        if (leads) void this.load();
      },
    });
  }

  /** Operations others and this member have made, as the feed tells them. */
  learn(operations: readonly TakenOperation[], from: 'feed' | 'tab' = 'feed'): void {
    if (operations.length === 0) return;
    let missing = false;
    for (const operation of operations) {
      this.undos.confirmed(operation.id, operation.edits);
      missing = this.replica.learn(operation);
    }
    if (from === 'feed') this.ports.tabs.post({ tell: 'operations', operations: [...operations] });
    this.nowStale();
    if (missing) void this.ask();
  }

  /** Who is there, as the feed tells it. */
  tellPresent(present: readonly Present[], from: 'feed' | 'tab' = 'feed'): void {
    this.present = present;
    if (from === 'feed') this.ports.tabs.post({ tell: 'present', present });
    this.changed();
  }

  /** Does something now, keeps it, and sends it soon. @returns the operation's id; null where there was nothing to do. */
  submit(label: string, doing: Doing): string | null {
    const id = this.enqueue(label, doing);
    if (id) this.undos.did(id, label);
    this.changed();
    return id;
  }

  edit(look: string, changes: readonly Change[], label: string): void {
    this.submit(label, (rig) => settingEdits(rig, look, changes));
  }

  undo(): void {
    const last = this.undos.takeUndo();
    const id = last && this.enqueue(`undo of ${last.label}`, () => inverse(last.edits));
    if (id) this.undos.undid(id, last.label);
    this.changed();
  }

  redo(): void {
    const last = this.undos.takeRedo();
    const id = last && this.enqueue(`redo of ${last.label}`, () => inverse(last.edits));
    if (id) this.undos.redid(id, last.label);
    this.changed();
  }

  /** Takes back an operation out of the history, whoever made it. */
  takeBack({ label, edits }: TakenOperation): void {
    this.submit(`undo of ${label}`, () => inverse(edits));
  }

  /** Settles a clash: theirs stands already; mine is done again on top of it. */
  settle(clash: Clash, keep: 'mine' | 'theirs'): void {
    if (keep === 'mine') this.submit('keep mine', (rig, born) => mineAgain(clash.conflict, rig, born));
    this.rewrite((kept) => withoutClash(kept, clash));
  }

  /** Sends a parked operation once more, or lets it go for good. */
  decide(id: string, choice: 'retry' | 'drop'): void {
    this.rewrite((kept) => withDecision(kept, id, choice));
    void this.flush();
  }

  dismissTrouble(): void {
    this.trouble = null;
    this.changed();
  }

  /** Sends what waits, oldest first. */
  async flush(): Promise<void> {
    if (this.closed || this.sending || !this.leads || !this.keeping.loaded || !this.replica.rig || this.signedOut)
      return;
    this.sending = true;
    try {
      while (this.ours.length > 0 && (await this.sendSome()));
    } finally {
      this.sending = false;
      this.changed();
    }
  }

  /** Asks for what came since, where no feed tells it. */
  async ask(): Promise<void> {
    if (this.closed || this.asking || !this.replica.rig) return;
    this.asking = true;
    try {
      for (;;) {
        const asked = await this.ports.ask(this.replica.rig.number, this.replica.rig.member.id);
        if (asked.came === 'signed-out') [this.signedOut, this.ails] = [true, asked.ails ?? null];
        if (asked.came !== 'page') break;
        this.isIn();
        this.learn(asked.page.operations);
        if (asked.page.operations.length === 0 || this.replica.rig.number >= asked.page.last) break;
      }
    } finally {
      this.asking = false;
      this.changed();
    }
    void this.flush();
  }

  /** What waits of whoever is signed in: never another crew's, never another member's. */
  private get ours(): Extract<Kept, { state: 'waiting' }>[] {
    return this.own.filter((one) => one.state === 'waiting');
  }

  private get own(): Kept[] {
    const { rig } = this.replica;
    return this.keeping.list.filter(
      ({ operation }) => operation.crew === rig?.crew.id && operation.member === rig.member.id,
    );
  }

  private enqueue(label: string, doing: Doing): string | null {
    const { shown } = this;
    if (!shown) return null;
    const id = this.ids.next();
    const edits = doing(shown, id);
    if (edits.length === 0) return null;
    const [crew, member, at] = [shown.crew.id, shown.member.id, new Date(this.ports.now()).toISOString()];
    const operation: Operation = { id, version: DOCUMENT_VERSION, crew, member, at, label: storedLabel(label), edits };
    const applied = applyOperation(shown, edits);
    this.undos.tookEffect(id, applied.taken);
    this.shown = withApplied(shown, applied);
    void this.keeping.add([{ operation, state: 'waiting' }]).then(() => {
      this.ports.tabs.post({ tell: 'kept' });
      void this.flush();
    });
    return id;
  }

  /** False when the rest has to wait too. */
  private async sendSome(): Promise<boolean> {
    const batch = this.ours.slice(0, this.atOnce).map(({ operation }) => operation);
    this.changed();
    const sentAt = new Date(this.ports.now()).toISOString();
    const sent = await this.ports.send({ sentAt, operations: batch });
    this.ails = ('ails' in sent && sent.ails) || null;
    if (sent.came === 'answers') {
      if (this.attempt > 0) {
        this.attempt = 0;
        this.tellReach();
      }
      this.clockAheadS = sent.clockAheadS;
      await this.hearAnswers(sent.answers);
      // Answered with nothing it would be sent again and again without a pause.
      return sent.answers.length > 0 || this.tryLater();
    }
    if (sent.came === 'signed-out') {
      this.signedOut = true;
      this.tellReach();
      return false;
    }
    if (sent.came === 'nothing') return this.tryLater();
    if (batch.length === 1) await this.keepAnswer(batch[0]!, { state: 'parked', why: sent.why });
    // One of them is not to its liking: alone, each finds its own answer.
    this.atOnce = batch.length === 1 ? MOST_AT_ONCE : 1;
    return true;
  }

  private isIn(): void {
    if (this.signedOut) [this.signedOut, this.ails] = [false, null];
  }

  private tryLater(): false {
    this.ports.later(() => void this.flush(), ++this.attempt);
    this.tellReach();
    return false;
  }

  /** The other tabs send nothing themselves, and cannot know. */
  private tellReach(): void {
    this.ports.tabs.post({ tell: 'reach', gets: this.attempt === 0, signedOut: this.signedOut });
  }

  private async hearAnswers(answers: readonly OperationAnswer[]): Promise<void> {
    for (const answer of answers) {
      const one = this.keeping.list.find(({ operation }) => operation.id === answer.id);
      if (!one) continue;
      if (answer.result === 'refused')
        await this.keepAnswer(one.operation, { state: 'parked', why: refusalText(answer) });
      else await this.accept(one.operation, answer.operation);
    }
    this.ports.tabs.post({ tell: 'answers', answers: [...answers] });
    this.nowStale();
  }

  private async accept(operation: Operation, taken: TakenOperation): Promise<void> {
    this.undos.confirmed(operation.id, taken.edits);
    if (this.replica.learn(taken)) void this.ask();
    await this.keeping.become(withAnswer(this.keeping.list, operation, taken.conflicts));
  }

  private async keepAnswer(operation: Operation, as: { state: 'parked'; why: string }): Promise<void> {
    this.undos.forget(operation.id);
    const parked: Kept = { operation, ...as };
    await this.keeping.become(this.keeping.list.map((one) => (one.operation.id === operation.id ? parked : one)));
    this.nowStale();
  }

  /** Reads what this and other tabs have kept, and sends it. */
  private async load(): Promise<void> {
    await this.keeping.load((id) => this.ids.passed(id));
    this.nowStale();
    void this.flush();
  }

  private rewrite(change: (kept: Kept[]) => Kept[]): void {
    void this.keeping.become(change(this.keeping.list)).then(() => this.ports.tabs.post({ tell: 'kept' }));
    this.nowStale();
  }

  /** Edits an Ergon from before operations left here become operations of whoever is signed in to their crew. */
  private async takeEarlier(): Promise<void> {
    const { rig } = this.replica;
    if (!rig) return;
    const now = new Date(this.ports.now()).toISOString();
    const { kept, left, unreadable } = earlierKept(this.ports.store.earlier(), rig, now);
    const known = new Set(this.keeping.list.map(({ operation }) => operation.id));
    const fresh = kept.filter(({ operation }) => !known.has(operation.id));
    if (fresh.length + unreadable === 0) return;
    if (unreadable > 0) this.trouble = unreadableText(unreadable);
    await this.keeping.add(fresh);
    this.ports.store.earlierTaken(left);
    this.nowStale();
    void this.flush();
  }

  private hear(message: TabMessage): void {
    if (message.tell === 'operations') return this.learn(message.operations, 'tab');
    if (message.tell === 'present') return this.tellPresent(message.present, 'tab');
    if (message.tell === 'reach') {
      this.attempt = message.gets ? 0 : Math.max(this.attempt, 1);
      this.signedOut = message.signedOut;
      return this.changed();
    }
    if (message.tell === 'answers') {
      for (const answer of message.answers) {
        if (answer.result === 'refused') this.undos.forget(answer.id);
        else this.learn([answer.operation], 'tab');
      }
    }
    void this.load();
  }

  /** What is shown has to be made anew of what is known and what waits. */
  private nowStale(): void {
    this.stale = true;
    this.changed();
  }

  private changed(): void {
    if (this.stale) {
      const known = this.replica.known();
      const applied = (rig: CrewRig, { operation }: Kept) => withApplied(rig, applyOperation(rig, operation.edits));
      this.shown = known && this.ours.reduce(applied, known);
      this.stale = false;
    }
    this.state = this.build();
    for (const listener of this.listeners) listener();
  }

  private build(): QueueState {
    const { ours, own } = this;
    return {
      rig: this.shown,
      base: this.replica.rig,
      saveState: saveStateOf(this.keeping, ours.length, this.attempt > 0 || this.signedOut),
      waits: ours.map(({ operation }) => operation),
      clashes: clashesOf(own),
      parked: own.filter((one) => one.state === 'parked'),
      trouble: this.trouble,
      leads: this.leads,
      serverAils: this.ails,
      signedOut: this.signedOut,
      clockAheadS: this.clockAheadS,
      present: this.present,
      recent: this.replica.recent,
      undoLabel: this.undos.undoLabel,
      redoLabel: this.undos.redoLabel,
    };
  }
}
