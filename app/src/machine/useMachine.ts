import type { HealthAnswer, MachineAnswer, OpenedAt } from '@ergon/core/record/machineExchange';
import { useQuery } from '@tanstack/react-query';
import { WITHIN_MS } from '../rig/askedAhead';
import { call } from '../rig/api';

/** It is looked at while something is mended. */
const AGAIN_MS = 5000;
/** Of this moment alone: no device keeps it. */
const NOW = { gcTime: 0, staleTime: 0, refetchInterval: AGAIN_MS, retry: false } as const;

/** How phones reach the machine, and what backups it has. */
export const useMachine = (enabled = true) =>
  useQuery({ queryKey: ['machine'], queryFn: () => call<MachineAnswer>('GET', '/machine'), enabled, ...NOW });

/** How the machine is, in the words it has for other machines; null where nothing of ours answers. */
export const useHealth = () => useQuery({ queryKey: ['health'], queryFn: askHealth, ...NOW });

/** Not well is an answer too. */
async function askHealth(): Promise<HealthAnswer | null> {
  try {
    const response = await fetch('/health', { signal: AbortSignal.timeout(WITHIN_MS) });
    const answer = (await response.json()) as HealthAnswer | null;
    return answer?.database ? answer : null;
  } catch {
    return null;
  }
}

/** An address no other device can reach. */
export const isOfThisMachine = (host: string): boolean =>
  host === 'localhost' || host === '[::1]' || host.startsWith('127.');

/** Addresses another device can open, best first; empty where there is none, or where nobody here may know. */
export const forOthers = (machine: MachineAnswer | undefined): OpenedAt[] =>
  (machine?.here?.addresses ?? []).filter(({ url }) => !isOfThisMachine(new URL(url).hostname));
