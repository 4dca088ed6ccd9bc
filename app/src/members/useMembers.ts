import type { MadeLink, MemberChange, MembersAnswer, NewLink } from '@ergon/core/record/memberExchange';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call } from '../rig/api';

const KEY = ['members'];

/** Who is in the crew, as the server knows it: no device keeps it. */
export const useMembers = () =>
  useQuery({ queryKey: KEY, queryFn: () => call<MembersAnswer>('GET', '/members'), refetchOnMount: 'always' });

/** Something done about members, after which they are asked for anew, also where it failed: it may have been done. */
function useMemberAct<T, A = void>(act: (input: T) => Promise<A>) {
  const client = useQueryClient();
  return useMutation({ mutationFn: act, onSettled: () => client.invalidateQueries({ queryKey: KEY }) });
}

export const useChange = (id: string) =>
  useMemberAct((change: MemberChange) => call('PATCH', `/members/${encodeURIComponent(id)}`, change));
export const useNewLink = () => useMemberAct((link: NewLink) => call<MadeLink>('POST', '/links', link));
export const useWithdraw = () => useMemberAct((id: string) => call('DELETE', `/links/${encodeURIComponent(id)}`));
