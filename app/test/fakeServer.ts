/** A server in memory that takes operations by the same rules, and a device around a queue. */
import type { Change } from '@ergon/core/record/change';
import { settingEdits } from '@ergon/core/operation/editsOf';
import { applyOperation } from '@ergon/core/operation/applyOperation';
import type { CrewRig } from '@ergon/core/operation/crewRig';
import type { Operation } from '@ergon/core/operation/edit';
import type { TakenOperation } from '@ergon/core/operation/takenOperation';
import type { OperationAnswer, OperationsRequest } from '@ergon/core/operation/operationExchange';
import type { EarlierEdit } from '../src/rig/earlier';
import type { Kept } from '../src/rig/kept';
import { OperationQueue } from '../src/rig/operationQueue';
import type { Asked, KeptStore, Ports, Sent, TabMessage, Tabs } from '../src/rig/ports';

export class FakeServer {
  readonly operations: TakenOperation[] = [];
  private readonly answers = new Map<string, OperationAnswer>();

  constructor(public rig: CrewRig) {}

  /** As whoever made it, once. */
  take(operation: Operation): OperationAnswer {
    const known = this.answers.get(operation.id);
    if (known) return known;
    const { state, taken, conflicts } = applyOperation(this.rig, operation.edits);
    const number = this.rig.number + 1;
    this.rig = { ...this.rig, ...state, number };
    const { crew: _crew, version: _version, ...rest } = operation;
    const memberName = `Member ${operation.member}`;
    const told = { ...rest, number, memberName, takenAt: operation.at, clockAheadS: null, edits: taken, conflicts };
    this.operations.push(told);
    const answer: OperationAnswer = { id: operation.id, result: 'taken', operation: told };
    this.answers.set(operation.id, answer);
    return answer;
  }

  /** Another member changes a setting, of which no phone here knows yet. */
  byAnother(look: string, change: Omit<Change, 'from'>): void {
    const id = `f${String(this.operations.length).padStart(31, '0')}`;
    const made = { id, version: 2, crew: this.rig.crew.id, member: 'second', at: '2027-06-12T18:00:00.000Z' };
    const edits = settingEdits(this.rig, look, [{ ...change, from: null }]);
    this.take({ ...made, label: `${change.setting} of ${change.unit}`, edits });
  }

  send({ operations }: OperationsRequest): Sent {
    return { came: 'answers', answers: operations.map((one) => this.take(one)), clockAheadS: null };
  }

  ask(after: number): Asked {
    const operations = this.operations.filter(({ number }) => number > after);
    return { came: 'page', page: { operations, last: this.rig.number } };
  }
}

/** What a device keeps while pages come and go. */
export class Device implements KeptStore {
  readonly kept = new Map<string, Kept>();
  unreadable: unknown[] = [];
  earlierEdits: EarlierEdit[] = [];
  broken = false;

  load = async () => {
    const all = [...this.kept.values()].sort((a, b) => (a.operation.id < b.operation.id ? -1 : 1));
    const { unreadable } = this;
    this.unreadable = [];
    return { kept: all, unreadable };
  };
  put = async (kept: readonly Kept[]) => {
    if (this.broken) throw new Error('no room');
    for (const one of kept) this.kept.set(one.operation.id, copyOf(one));
  };
  remove = async (ids: readonly string[]) => {
    for (const id of ids) this.kept.delete(id);
  };
  earlier = () => ({ edits: this.earlierEdits, unreadable: [] });
  earlierTaken = (left: readonly EarlierEdit[]) => {
    this.earlierEdits = [...left];
  };
}

/** Tabs that share a device: the first that opens leads until it closes. */
export class Browser {
  private readonly tabs: { hear: (message: TabMessage) => void; leads: (leads: boolean) => void }[] = [];

  tab(): Tabs {
    let own: (typeof this.tabs)[number] | null = null;
    return {
      post: (message) => {
        for (const other of this.tabs) if (other !== own) other.hear(copyOf(message));
      },
      open: (_, tab) => {
        own = tab;
        this.tabs.push(tab);
        if (this.tabs.length === 1) tab.leads(true);
      },
      close: () => {
        const led = this.tabs[0] === own;
        if (own) this.tabs.splice(this.tabs.indexOf(own), 1);
        if (led) this.tabs[0]?.leads(true);
      },
    };
  }
}

let chance = 0;

/** Ports of a quiet world: a device that keeps, a server that takes, and retries only when a test asks for them. */
export function quietPorts(rig: CrewRig, more: Partial<Ports> = {}): Ports {
  const server = new FakeServer(rig);
  return {
    store: new Device(),
    tabs: new Browser().tab(),
    send: async (request) => server.send(request),
    ask: async (after) => server.ask(after),
    later: () => undefined,
    now: () => Date.now(),
    chance: (digits) => (++chance).toString(16).padStart(digits, '0'),
    ...more,
  };
}

/** Lets everything that is under way come to its end. */
export async function settled(): Promise<void> {
  for (let turn = 0; turn < 40; turn++) await Promise.resolve();
}

export function startedQueue(ports: Ports, rig: CrewRig): OperationQueue {
  const queue = new OperationQueue(ports);
  queue.start();
  queue.setBase(rig);
  return queue;
}

/** What has crossed a wire or been written down is another value. */
const copyOf = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
