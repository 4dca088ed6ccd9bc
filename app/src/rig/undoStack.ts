/** What can be taken back and done again, latest first: operations of this tab, with what of them took effect. */
import type { Edit } from '@ergon/core/operation/edit';

interface Entry {
  id: string;
  label: string;
}

export class UndoStack {
  private done: Entry[] = [];
  private undone: Entry[] = [];
  private readonly effects = new Map<string, readonly Edit[]>();

  get undoLabel(): string | null {
    return this.done.at(-1)?.label ?? null;
  }

  get redoLabel(): string | null {
    return this.undone.at(-1)?.label ?? null;
  }

  did(id: string, label: string): void {
    this.done.push({ id, label });
    // What was undone before something new was done has nothing to go on top of.
    this.undone = [];
  }

  undid(id: string, label: string): void {
    this.undone.push({ id, label });
  }

  redid(id: string, label: string): void {
    this.done.push({ id, label });
  }

  /** What an operation of this tab came to, as it looks here. */
  tookEffect(id: string, edits: readonly Edit[]): void {
    this.effects.set(id, edits);
  }

  /** The same as the server took it. Operations of others are none of ours. */
  confirmed(id: string, edits: readonly Edit[]): void {
    if (this.effects.has(id)) this.effects.set(id, edits);
  }

  /** An operation that did not happen cannot be undone either. */
  forget(id: string): void {
    this.done = this.done.filter((entry) => entry.id !== id);
    this.undone = this.undone.filter((entry) => entry.id !== id);
  }

  takeUndo(): { label: string; edits: readonly Edit[] } | null {
    return this.take(this.done);
  }

  takeRedo(): { label: string; edits: readonly Edit[] } | null {
    return this.take(this.undone);
  }

  /** The latest that changed anything. */
  private take(entries: Entry[]): { label: string; edits: readonly Edit[] } | null {
    for (let last = entries.pop(); last; last = entries.pop()) {
      const edits = this.effects.get(last.id) ?? [];
      if (edits.length > 0) return { label: last.label, edits };
    }
    return null;
  }
}
