import type { TakenOperation } from '@ergon/core/operation/takenOperation';
import { useInfiniteQuery } from '@tanstack/react-query';
import { fetchBefore } from '../rig/operationApi';
import { useRig } from '../rig/Rig';

export interface History {
  /** The newest that is known first, and none missing after it. */
  operations: readonly TakenOperation[];
  /** Whether newer ones, which the rig shows already, cannot be fetched at present. */
  newestMissing: boolean;
  /** Null where there is nothing earlier, or it is being fetched. */
  more: (() => void) | null;
  /** Whether earlier operations cannot be fetched at present. */
  away: boolean;
}

/** No operation has this number, and all come before it. */
const BEYOND_ALL = 4_000_000_000;

/** The crew's operations: what was fetched, and what was learnt since. */
export function useHistory(): History {
  const { base, recent } = useRig();
  const query = useInfiniteQuery({
    queryKey: ['history', base?.crew.id],
    queryFn: ({ pageParam }) => fetchBefore(pageParam, base!.member.id),
    initialPageParam: BEYOND_ALL,
    getNextPageParam: ({ operations }) => {
      const first = operations.at(-1)?.number ?? 1;
      return first > 1 ? first : undefined;
    },
    enabled: base !== null,
  });
  const fetched = query.data?.pages.flatMap((page) => page.operations) ?? [];
  const byNumber = new Map([...fetched, ...recent].map((operation) => [operation.number, operation]));
  const newest = Math.max(0, ...byNumber.keys());
  const operations: TakenOperation[] = [];
  for (let number = newest; byNumber.has(number); number--) operations.push(byNumber.get(number)!);
  const isMore = query.hasNextPage && !query.isFetching;
  const newestMissing = base !== null && newest < base.number && !query.isFetching;
  return { operations, newestMissing, more: isMore ? () => void query.fetchNextPage() : null, away: query.isError };
}
