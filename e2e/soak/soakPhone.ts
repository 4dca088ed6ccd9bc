/** A phone: the app's own queue, on a device that outlives its pages, behind a network that loses things. */
import type { CrewRig } from '@ergon/core/operation/crewRig';
import { logging, making, placingRef, putting, removing } from '@ergon/core/operation/editsOf';
import type { TakenOperation } from '@ergon/core/operation/takenOperation';
import type { SettingPath, SettingValue } from '@ergon/core/record/settings';
import { setTimeout as sleep } from 'node:timers/promises';
import { OperationQueue } from '../../app/src/rig/operationQueue.ts';
import type { Kept } from '../../app/src/rig/kept.ts';
import type { Asked, KeptStore, Ports, Sent } from '../../app/src/rig/ports.ts';
import { readAsked, readSent } from '../../app/src/rig/operationApi.ts';
import type { Chance } from './chance.ts';

export const PASSPHRASE = 'tarred hemp rope';

const HTML = '<html><title>Welcome to our free network</title></html>';

/** What a device keeps: written out and read back, as a browser's database does. */
class SoakDevice implements KeptStore {
  readonly kept = new Map<string, string>();
  load = async () => {
    const all = [...this.kept].sort(([a], [b]) => (a < b ? -1 : 1));
    return { kept: all.map(([, text]) => JSON.parse(text) as Kept), unreadable: [] };
  };
  put = async (kept: readonly Kept[]) => {
    for (const one of kept) this.kept.set(one.operation.id, JSON.stringify(one));
  };
  remove = async (ids: readonly string[]) => {
    for (const id of ids) this.kept.delete(id);
  };
  earlier = () => ({ edits: [], unreadable: [] });
  earlierTaken = () => undefined;
}

const SETTINGS: readonly (readonly [SettingPath, readonly SettingValue[]])[] = [
  ['channel', [3, 5, 7, 11, null]],
  ['networkId', [0, 27, null]],
  ['group', ['A', 'B', 'C', null]],
  ['power', [-1, -3, null]],
  ['place', ['door', 'bar', null]],
];

export class SoakPhone {
  readonly device = new SoakDevice();
  /** Ids of everything done here, and of what the server said it had taken. */
  readonly issued = new Set<string>();
  readonly acknowledged = new Set<string>();
  /** What a server said that another had said otherwise before. */
  readonly contradictions: string[] = [];
  /** The highest number an operation of its was told to have. */
  private told = 0;
  private queue: OperationQueue | null = null;
  private cookie = '';
  private made = 0;
  calm = false;

  constructor(
    private readonly addresses: readonly string[],
    readonly name: string,
    private readonly chance: Chance,
  ) {}

  /** One request to whichever server, through whatever the network does to it. */
  private async request(
    path: string,
    init: RequestInit = {},
  ): Promise<{ status: number; text: string; date: string | null }> {
    const lossy = !this.calm;
    if (lossy && this.chance.oneIn(15)) throw new TypeError('the connection dropped');
    const response = await fetch(`${this.chance.pick(...this.addresses)}/api${path}`, {
      ...init,
      headers: { cookie: this.cookie, 'content-type': 'application/json' },
      signal: AbortSignal.timeout(4000),
    });
    const set = response.headers.getSetCookie().find((one) => one.startsWith('ergon.sid='));
    if (set) this.cookie = set.split(';')[0]!;
    const text = await response.text();
    if (lossy && this.chance.oneIn(12)) throw new TypeError('the answer got lost');
    if (lossy && this.chance.oneIn(25)) return { status: 200, text: HTML, date: null };
    if (lossy && this.chance.oneIn(40)) return { status: 502, text: HTML, date: null };
    return { status: response.status, text, date: response.headers.get('date') };
  }

  private async json(path: string, init: RequestInit = {}): Promise<{ status: number; body: any } | null> {
    try {
      const { status, text } = await this.request(path, init);
      return { status, body: text === '' ? null : JSON.parse(text) };
    } catch {
      return null;
    }
  }

  /** Until it works: signs in, and reads the rig. */
  async enter(): Promise<void> {
    for (;;) {
      const body = JSON.stringify({ name: this.name, passphrase: PASSPHRASE });
      const entered = await this.json('/session', { method: 'POST', body });
      const rig = entered?.status === 204 ? await this.json('/rig') : null;
      if (rig?.status === 401) this.contradictions.push('signed in here, and there not');
      if (rig?.status === 200 && rig.body?.crew) {
        this.open();
        this.queue!.setBase(rig.body as CrewRig);
        return;
      }
      await sleep(100);
    }
  }

  private open(): void {
    this.queue ??= new OperationQueue(this.ports());
    this.queue.start();
  }

  private ports(): Ports {
    return {
      store: this.device,
      tabs: { post: () => undefined, open: (_, { leads }) => leads(true), close: () => undefined },
      send: async (request): Promise<Sent> => {
        for (const { id } of request.operations) this.issued.add(id);
        const answer = await this.request('/operations', { method: 'POST', body: JSON.stringify(request) }).catch(
          () => null,
        );
        const sent = readSent(answer, request);
        if (sent.came === 'answers')
          for (const one of sent.answers) if (one.result === 'taken') this.acknowledge(one.operation);
        return sent;
      },
      ask: async (after, member): Promise<Asked> => {
        const { told } = this;
        const asked = readAsked(await this.request(`/operations?after=${after}&member=${member}`).catch(() => null));
        if (asked.came === 'page' && asked.page.last < told)
          this.contradictions.push(`${told} was taken, and the last is ${asked.page.last}`);
        return asked;
      },
      later: (retry) => setTimeout(retry, 50 + this.chance.below(200)),
      now: () => Date.now(),
      chance: (digits) => this.chance.hex(digits),
    };
  }

  private acknowledge({ id, number }: TakenOperation): void {
    this.acknowledged.add(id);
    this.told = Math.max(this.told, number);
  }

  /** The page goes, and another comes: what it had in memory is gone. */
  async closeAndReopen(): Promise<void> {
    this.queue?.close();
    this.queue = null;
    await this.enter();
  }

  /** Somebody ends the session; what is done meanwhile waits. */
  async endSession(): Promise<void> {
    await this.json('/session', { method: 'DELETE' });
  }

  /** Looks for what others did, and signs in again where it must. */
  async tick(): Promise<void> {
    await this.queue?.ask();
    if (this.queue?.snapshot().signedOut) await this.enter();
  }

  act(): boolean {
    const { queue, chance } = this;
    const rig = queue?.snapshot().rig;
    if (!queue || !rig) return false;
    const look = rig.looks[chance.below(rig.looks.length)];
    const units = Object.keys(look?.units ?? {});
    const kind = chance.below(20);
    if (kind < 13 && look && units.length > 0) {
      const changes = Array.from({ length: 1 + chance.below(2) }, () => {
        const [setting, values] = chance.pick(...SETTINGS);
        return { unit: chance.pick(...units), setting, from: null, to: chance.pick(...values) };
      });
      queue.edit(look.id, changes, 'settings');
    } else if (kind < 15 && look && units.length > 0) {
      const seen = { look: look.id, light: chance.pick(...units), body: 'body-1', result: 'fired' as const };
      const test = { ...seen, fingerprint: chance.hex(16), at: new Date().toISOString() };
      queue.submit('a test fire', (_, born) => logging([test], born));
    } else if (kind === 15) this.add(queue);
    else if (kind === 16 && rig.units.length > 10)
      queue.submit('removal', (now) =>
        removing(now, { kind: 'unit', id: now.units[chance.below(now.units.length)]!.id }),
      );
    else if (kind === 17) queue.undo();
    else if (kind === 18) queue.redo();
    else this.settleOrRename(queue, rig);
    return true;
  }

  private add(queue: OperationQueue): void {
    const id = `unit-${this.name.replace(/\W/g, '').toLowerCase()}-${++this.made}`;
    queue.submit('adding', (now, born) => {
      const profile = now.profiles[0]!.id;
      const look = now.looks[0];
      const unit = making({ kind: 'unit', id }, { id, profile, label: id }, born);
      return look ? [unit, making(placingRef(look.id, id), { on: true }, born)] : [unit];
    });
  }

  private settleOrRename(queue: OperationQueue, rig: CrewRig): void {
    const [clash] = queue.snapshot().clashes;
    if (clash) return queue.settle(clash, this.chance.pick('mine', 'theirs'));
    const unit = rig.units[this.chance.below(rig.units.length)];
    if (!unit) return;
    const doc = { ...unit, notes: this.chance.hex(4) };
    queue.submit('notes', (now, born) => putting(now, { on: { kind: 'unit', id: unit.id }, doc, born }));
  }

  /** Whether nothing waits to be sent. */
  get isQuiet(): boolean {
    const state = this.queue?.snapshot();
    return state !== undefined && state.waits.length === 0 && !state.signedOut;
  }

  get base(): CrewRig | null {
    return this.queue?.snapshot().base ?? null;
  }

  get shown(): CrewRig | null {
    return this.queue?.snapshot().rig ?? null;
  }

  get parked(): number {
    return this.queue?.snapshot().parked.length ?? 0;
  }

  /** Operations the device still holds that were never taken: none may be missing from both. */
  get waitingIds(): string[] {
    return [...this.device.kept.keys()];
  }

  close(): void {
    this.queue?.close();
  }
}
