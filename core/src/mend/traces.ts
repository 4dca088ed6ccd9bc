/**
 * What is asked of a rig again and again while its settings change: an answer holds wherever all that was looked at on the
 * way to it is set the same, so it is worked out once. docs/model.md, Least work.
 */

/** What a setting is set to: the same for all that mean the same. */
export type State = number | string;

export interface Traced<Answer> {
  answer: Answer;
  /** What was looked at, by number, in the order of the first look. */
  fields: readonly number[];
}

interface Leaf<Answer> extends Traced<Answer> {
  states: readonly State[];
}
interface Fork<Answer> {
  field: number;
  by: Map<State, Node<Answer>>;
}
type Node<Answer> = Leaf<Answer> | Fork<Answer>;

const isFork = <Answer>(node: Node<Answer>): node is Fork<Answer> => 'by' in node;

/** The answers to one question: what is looked at next depends on nothing but what was found before. */
export class Traces<Answer> {
  private root: Node<Answer> | undefined;

  find(stateOf: (field: number) => State): Traced<Answer> | null {
    let node = this.root;
    let depth = 0;
    for (; node && isFork(node); depth++) node = node.by.get(stateOf(node.field));
    if (!node) return null;
    for (; depth < node.fields.length; depth++) if (stateOf(node.fields[depth]!) !== node.states[depth]) return null;
    return node;
  }

  keep(fields: readonly number[], stateOf: (field: number) => State, answer: Answer): Traced<Answer> {
    const leaf: Leaf<Answer> = { answer, fields, states: fields.map(stateOf) };
    this.root = this.root ? joined(this.root, leaf, 0) : leaf;
    return leaf;
  }
}

/** A node with one more answer below it. */
function joined<Answer>(node: Node<Answer>, leaf: Leaf<Answer>, depth: number): Node<Answer> {
  const fork = isFork(node) ? node : forked(node, depth);
  const state = leaf.states[depth];
  // Something else was looked at where all was the same: no answer of the two is to be reused for the other.
  if (fork?.field !== leaf.fields[depth] || !fork || state === undefined) return node;
  const below = fork.by.get(state);
  fork.by.set(state, below ? joined(below, leaf, depth + 1) : leaf);
  return fork;
}

function forked<Answer>(leaf: Leaf<Answer>, depth: number): Fork<Answer> | null {
  const field = leaf.fields[depth];
  return field === undefined ? null : { field, by: new Map([[leaf.states[depth]!, leaf as Node<Answer>]]) };
}
