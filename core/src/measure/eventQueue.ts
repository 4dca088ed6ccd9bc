/**
 * A binary heap of events by time; equal times go by rank, the lowest first, then by insertion, so that a run repeats
 * exactly and no name has a say.
 */
export class EventQueue<E> {
  private readonly heap: { atUs: number; rank: number; order: number; event: E }[] = [];
  private inserted = 0;

  add(atUs: number, rank: number, event: E): void {
    const { heap } = this;
    heap.push({ atUs, rank, order: this.inserted++, event });
    for (let child = heap.length - 1; child > 0;) {
      const parent = (child - 1) >> 1;
      if (!this.isBefore(child, parent)) return;
      [heap[child], heap[parent]] = [heap[parent]!, heap[child]!];
      child = parent;
    }
  }

  take(): { atUs: number; event: E } | null {
    const { heap } = this;
    const first = heap[0];
    if (!first) return null;
    const last = heap.pop()!;
    if (heap.length > 0) {
      heap[0] = last;
      this.sink();
    }
    return first;
  }

  private sink(): void {
    const { heap } = this;
    for (let parent = 0; ;) {
      const left = 2 * parent + 1;
      let least = parent;
      if (left < heap.length && this.isBefore(left, least)) least = left;
      if (left + 1 < heap.length && this.isBefore(left + 1, least)) least = left + 1;
      if (least === parent) return;
      [heap[least], heap[parent]] = [heap[parent]!, heap[least]!];
      parent = least;
    }
  }

  private isBefore(i: number, j: number): boolean {
    const a = this.heap[i]!;
    const b = this.heap[j]!;
    if (a.atUs !== b.atUs) return a.atUs < b.atUs;
    if (a.rank !== b.rank) return a.rank < b.rank;
    return a.order < b.order;
  }
}
