/** Shows a part of the app with the demo's rig around it, and a server that answers as a test wants. */
import type { CrewRig } from '@ergon/core/record/crewRig';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render } from '@testing-library/react';
import type { ReactNode } from 'react';
import type { Ports } from '../src/rig/editQueue';
import { RigProvider, useRig } from '../src/rig/Rig';
import { ThemeProvider } from '../src/theme/Theme';
import { demoRig } from './rigFixture';

interface Answer {
  status: number;
  body?: unknown;
}

interface Around extends Partial<Ports> {
  rig?: CrewRig;
  /** To everything but asking for the rig; undefined says that it was stored. */
  answer?: (method: string, path: string, body: unknown) => Answer | undefined;
}

const STORED: Answer = { status: 200, body: { version: 2 } };

const OnceLoaded = ({ children }: { children: ReactNode }) => (useRig().rig ? children : null);

export function showInRig(children: ReactNode, { rig = demoRig(), answer, ...ports }: Around = {}) {
  globalThis.fetch = jest.fn(async (path: string, init?: RequestInit) => {
    const method = init?.method ?? 'GET';
    const isRig = method === 'GET' && path === '/api/rig';
    const body = init?.body === undefined ? undefined : (JSON.parse(String(init.body)) as unknown);
    const { status, body: told } = isRig ? { status: 200, body: rig } : (answer?.(method, path, body) ?? STORED);
    return { ok: status < 400, status, json: async () => told };
  }) as never;
  const silent: Ports = {
    send: async () => ({}),
    load: () => ({ pending: [], unreadable: [] }),
    store: () => undefined,
    later: () => undefined,
  };
  return render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <ThemeProvider>
        <RigProvider ports={{ ...silent, ...ports }}>
          <OnceLoaded>{children}</OnceLoaded>
        </RigProvider>
      </ThemeProvider>
    </QueryClientProvider>,
  );
}
