/**
 * Counts wrong passphrases and links. Whoever guesses has to wait; the right person is not kept out by it behind an address
 * they share, since a browser they were signed in on before is counted apart.
 */
import { createHash } from 'node:crypto';
import type { DataSource } from 'typeorm';
import { SharedRateLimit } from '../database/sharedRateLimit.ts';
import type { Mark } from '../http/knownDevice.ts';

/** Wrong tries within the hour. Of one account at most 100 may be possible, its known browsers apart. */
export const MOST_WRONG = { knownDevice: 20, accountAtAddress: 60, account: 90, address: 300 } as const;
const WINDOW_MS = 3_600_000;

export interface Counted {
  key: string;
  most: number;
}

const short = (text: string): string => createHash('sha256').update(text).digest('hex').slice(0, 40);

/** What a try counts against on a browser that knows the member. */
export const ofDevice = ({ nonce }: Mark): Counted[] => [{ key: `device ${nonce}`, most: MOST_WRONG.knownDevice }];

/** What a try at the accounts of these members counts against on any other browser. */
export function ofAccounts(memberIds: readonly string[], name: string, address: string): Counted[] {
  // A name nobody has is counted as one that somebody has, so that the answers are alike.
  const accounts = memberIds.length > 0 ? memberIds : [short(name.normalize('NFKC').toLowerCase())];
  return [
    { key: `address ${short(address)}`, most: MOST_WRONG.address },
    ...accounts.flatMap((account) => [
      { key: `at ${short(`${account} ${address}`)}`, most: MOST_WRONG.accountAtAddress },
      { key: `account ${account}`, most: MOST_WRONG.account },
    ]),
  ];
}

export class WrongTries {
  private readonly counts: SharedRateLimit;

  constructor(source: DataSource) {
    this.counts = new SharedRateLimit(source);
    this.counts.init({ windowMs: WINDOW_MS });
  }

  /**
   * Counts a try as wrong before it is looked at, so that many at once are no way round.
   * @returns what takes it back where it was right; null where it is one too many.
   */
  async count(counted: readonly Counted[]): Promise<(() => Promise<void>) | null> {
    const over: boolean[] = [];
    for (const { key, most } of counted) over.push((await this.counts.increment(key)).totalHits > most);
    if (over.includes(true)) return null;
    return async () => {
      for (const { key } of counted) await this.counts.decrement(key);
    };
  }
}
