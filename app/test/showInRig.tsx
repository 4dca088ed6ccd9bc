/** Shows a part of the app with the demo's rig around it, and a server that answers as a test wants. */
import type { CrewRig } from '@ergon/core/operation/crewRig';
import type { Operation } from '@ergon/core/operation/edit';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render, type RenderResult } from '@testing-library/react';
import type { ReactNode } from 'react';
import type { Ports } from '../src/rig/ports';
import { RigProvider, useRig } from '../src/rig/Rig';
import { ThemeProvider } from '../src/theme/Theme';
import { FakeServer, quietPorts } from './fakeServer';
import { demoRig } from './rigFixture';

interface Answer {
  status: number;
  body?: unknown;
}

interface Around extends Partial<Ports> {
  rig?: CrewRig;
  /** To everything but asking for the rig and operations; undefined says that it was stored. */
  answer?: (method: string, path: string, body: unknown) => Answer | undefined;
}

const STORED: Answer = { status: 200, body: {} };

const OnceLoaded = ({ children }: { children: ReactNode }) => (useRig().rig ? children : null);

interface ShownInRig extends RenderResult {
  /** What was sent, and the server it was sent to. */
  sent: Operation[];
  server: FakeServer;
}

export function showInRig(children: ReactNode, { rig = demoRig(), answer, ...ports }: Around = {}): ShownInRig {
  globalThis.fetch = jest.fn(async (path: string, init?: RequestInit) => {
    const method = init?.method ?? 'GET';
    const isRig = method === 'GET' && path === '/api/rig';
    const body = init?.body === undefined ? undefined : (JSON.parse(String(init.body)) as unknown);
    const { status, body: told } = isRig ? { status: 200, body: rig } : (answer?.(method, path, body) ?? STORED);
    const headers = { get: () => null };
    return { ok: status < 400, status, headers, json: async () => told, text: async () => JSON.stringify(told) };
  }) as never;
  const server = new FakeServer(rig);
  const sent: Operation[] = [];
  const send: Ports['send'] = async (request) => {
    sent.push(...request.operations);
    return server.send(request);
  };
  const rendered = render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <ThemeProvider>
        <RigProvider ports={quietPorts(rig, { send, ask: async (after) => server.ask(after), ...ports })}>
          <OnceLoaded>{children}</OnceLoaded>
        </RigProvider>
      </ThemeProvider>
    </QueryClientProvider>,
  );
  return { ...rendered, server, sent };
}
