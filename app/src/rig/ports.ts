/** What the queue needs of the world around it: a place to keep things, a server, other tabs, time. */
import type { OperationAnswer, OperationsPage, OperationsRequest } from '@ergon/core/operation/operationExchange';
import type { EarlierEdit, ReadEarlier } from './earlier';
import type { Kept, ReadKept } from './kept';

export interface KeptStore {
  /** In the order they were made. */
  load: () => Promise<ReadKept>;
  put: (kept: readonly Kept[]) => Promise<void>;
  remove: (ids: readonly string[]) => Promise<void>;
  /** What an Ergon from before operations left; once it is kept, only what is left of it stays there. */
  earlier: () => ReadEarlier;
  earlierTaken: (left: readonly EarlierEdit[]) => void;
}

/** What came of sending. Only `answered` lets go of anything. */
export type Sent =
  | { came: 'answers'; answers: OperationAnswer[]; clockAheadS: number | null }
  | SignedOut
  /** The server read the request and will never take it as it is. */
  | { came: 'refused'; why: string }
  /** No server, one that tells by a code what ails it, or an answer nobody can make sense of: worth another try, however often. */
  | { came: 'nothing'; ails?: string };

export type Asked = { came: 'page'; page: OperationsPage } | SignedOut | { came: 'nothing' };

/** Nobody is signed in any more, or somebody else is; a code tells which. */
interface SignedOut {
  came: 'signed-out';
  ails?: string;
}

/** A member whose phone listens now. */
export interface Present {
  id: string;
  name: string;
}

/** What tabs of one browser tell each other. */
export type TabMessage =
  /** What is kept has changed. */
  | { tell: 'kept' }
  | { tell: 'answers'; answers: OperationAnswer[] }
  /** Whether the tab that sends gets through, and as somebody who is signed in. */
  | { tell: 'reach'; gets: boolean; signedOut: boolean }
  | { tell: 'operations'; operations: OperationsPage['operations'] }
  | { tell: 'present'; present: readonly Present[] };

interface Tab {
  hear: (message: TabMessage) => void;
  /** True once this tab is the one that sends and listens for all, false when it no longer is. */
  leads: (leads: boolean) => void;
}

/** The tabs of one member: another who signs in on the same browser has a queue and a sender of their own. */
export interface Tabs {
  post: (message: TabMessage) => void;
  open: (member: string, tab: Tab) => void;
  close: () => void;
}

export interface Ports {
  store: KeptStore;
  tabs: Tabs;
  send: (request: OperationsRequest) => Promise<Sent>;
  ask: (after: number, member: string) => Promise<Asked>;
  /** Calls back after a while, longer with every attempt. */
  later: (retry: () => void, attempt: number) => void;
  now: () => number;
  /** Hexadecimal digits by chance. */
  chance: (digits: number) => string;
}
