/** What a queue holds in memory, and the same on the device: written in order, read without losing what is newer. */
import type { Kept } from './kept';
import type { KeptStore } from './ports';

export class Keeping {
  list: Kept[] = [];
  loaded = false;
  /** How many writes the device has not confirmed or failed yet. */
  private underWay = 0;
  /** What the store has not confirmed yet, and how often over: of this, memory knows better than a reading. */
  private readonly unstored = new Map<string, number>();
  /** The store does one thing at a time. */
  private storing: Promise<unknown> = Promise.resolve();

  constructor(
    private readonly device: KeptStore,
    /** Tells in words that the device could not keep or read something. */
    private readonly trouble: (words: string) => void,
    /** Tells that nothing is being written any more. */
    private readonly written: () => void,
  ) {}

  /** Whether something is being written: left now, a page may lose it. */
  get writing(): boolean {
    return this.underWay > 0;
  }

  /** Adds to what is held, and keeps it. */
  add(kept: readonly Kept[]): Promise<void> {
    this.list = [...this.list, ...kept];
    return this.write(kept, []);
  }

  /** Puts a new list in the place of what is held, and keeps the difference. */
  become(next: Kept[]): Promise<void> {
    const before = this.list;
    this.list = next;
    const left = new Set(next.map(({ operation }) => operation.id));
    return this.write(
      next.filter((one) => !before.includes(one)),
      before.flatMap(({ operation: { id } }) => (left.has(id) ? [] : [id])),
    );
  }

  /** Reads what the device holds, and what other tabs put there. */
  load(passed: (id: string) => void): Promise<void> {
    return this.inTurn(async () => {
      try {
        const { kept, unreadable } = await this.device.load();
        for (const { operation } of kept) passed(operation.id);
        const own = this.list.filter(({ operation }) => this.unstored.has(operation.id));
        const all = [...kept.filter(({ operation }) => !this.unstored.has(operation.id)), ...own];
        this.list = all.sort((a, b) => (a.operation.id < b.operation.id ? -1 : 1));
        if (unreadable.length > 0) this.trouble(unreadableText(unreadable.length));
      } catch {
        this.trouble('What waits on this device cannot be read just now. It is still there.');
      }
      this.loaded = true;
    });
  }

  private write(put: readonly Kept[], gone: readonly string[]): Promise<void> {
    const ids = [...put.map(({ operation }) => operation.id), ...gone];
    for (const id of ids) this.unstored.set(id, (this.unstored.get(id) ?? 0) + 1);
    this.underWay++;
    return this.inTurn(async () => {
      try {
        if (put.length > 0) await this.device.put(put);
        if (gone.length > 0) await this.device.remove(gone);
        for (const id of ids) {
          const left = this.unstored.get(id)! - 1;
          if (left === 0) this.unstored.delete(id);
          else this.unstored.set(id, left);
        }
      } catch {
        this.trouble('This device cannot keep your changes: they are lost if you close it before they are sent.');
      }
      if (--this.underWay === 0) this.written();
    });
  }

  private inTurn(work: () => Promise<void>): Promise<void> {
    const mine = this.storing.then(work);
    this.storing = mine;
    return mine;
  }
}

export const unreadableText = (count: number): string =>
  `${count === 1 ? 'A change' : `${count} changes`} waiting on this device cannot be read. Kept aside, not sent.`;
