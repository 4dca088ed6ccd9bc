import type { TakenOperation } from '@ergon/core/operation/takenOperation';
import type { OperationsPage } from '@ergon/core/operation/operationExchange';
import { useInfiniteQuery } from '@tanstack/react-query';
import { call } from '../rig/api';
import { useRig } from '../rig/Rig';

export interface History {
  /** The newest first, without a gap from the latest that is known. */
  operations: readonly TakenOperation[];
  /** Null where there is nothing earlier, or it is being fetched. */
  more: (() => void) | null;
  /** Whether earlier operations cannot be fetched at present. */
  away: boolean;
}

/** The crew's operations: what was fetched, and what was learnt since. */
export function useHistory(): History {
  const { base, recent } = useRig();
  const query = useInfiniteQuery({
    queryKey: ['history'],
    queryFn: ({ pageParam }) => call<OperationsPage>('GET', `/operations?before=${pageParam}`),
    initialPageParam: (base?.number ?? 0) + 1,
    getNextPageParam: ({ operations }) => {
      const first = operations.at(-1)?.number ?? 1;
      return first > 1 ? first : undefined;
    },
    enabled: base !== null,
  });
  const fetched = query.data?.pages.flatMap((page) => page.operations) ?? [];
  const byNumber = new Map([...fetched, ...recent].map((operation) => [operation.number, operation]));
  const operations: TakenOperation[] = [];
  for (let number = base?.number ?? 0; byNumber.has(number); number--) operations.push(byNumber.get(number)!);
  const isMore = query.hasNextPage && !query.isFetching;
  return { operations, more: isMore ? () => void query.fetchNextPage() : null, away: query.isError };
}
