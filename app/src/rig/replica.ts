/** The crew's state as this device knows it to be on the server: brought forward by operations, in their order. */
import { type Applied, replay } from '@ergon/core/operation/applyOperation';
import type { CrewRig } from '@ergon/core/operation/crewRig';
import type { TakenOperation } from '@ergon/core/operation/takenOperation';

/** A rig with an operation done to it; the same where it did nothing. */
export const withApplied = (rig: CrewRig, { state, taken }: Applied): CrewRig =>
  taken.length === 0 ? rig : { ...rig, ...state };

/** Operations remembered for the history while the server is away. */
const MOST_RECENT = 400;

export class Replica {
  /** What was learnt before what comes before it, by number. */
  private readonly ahead = new Map<number, TakenOperation>();
  /** The last operations learnt, the newest last. */
  recent: readonly TakenOperation[] = [];

  constructor(public rig: CrewRig | null) {}

  /** Takes the server's word, unless operations have told as much already. @returns whether it was news. */
  set(rig: CrewRig): boolean {
    const isSame = this.rig?.crew.id === rig.crew.id && this.rig.member.id === rig.member.id;
    if (isSame && this.rig!.number >= rig.number) return false;
    if (!isSame) {
      this.ahead.clear();
      this.recent = [];
    }
    this.rig = rig;
    this.catchUp();
    return true;
  }

  /** @returns whether anything before it is missing. */
  learn(operation: TakenOperation): boolean {
    if (!this.rig || operation.number <= this.rig.number) return false;
    this.ahead.set(operation.number, operation);
    this.catchUp();
    return this.ahead.size > 0;
  }

  /** The state with what is known although something before it is not yet. */
  known(): CrewRig | null {
    if (!this.rig || this.ahead.size === 0) return this.rig;
    const inOrder = [...this.ahead.values()].sort((a, b) => a.number - b.number);
    return inOrder.reduce((rig, { edits }) => ({ ...rig, ...replay(rig, edits) }), this.rig);
  }

  private catchUp(): void {
    for (const number of this.ahead.keys()) if (number <= this.rig!.number) this.ahead.delete(number);
    const learnt: TakenOperation[] = [];
    for (let next = this.ahead.get(this.rig!.number + 1); next; next = this.ahead.get(this.rig!.number + 1)) {
      this.ahead.delete(next.number);
      this.rig = { ...this.rig!, ...replay(this.rig!, next.edits), number: next.number };
      learnt.push(next);
    }
    if (learnt.length > 0) this.recent = [...this.recent, ...learnt].slice(-MOST_RECENT);
  }
}
