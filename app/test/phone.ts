/** A phone with its queue, and a server whose answers a test decides. */
import type { CrewRig } from '@ergon/core/operation/crewRig';
import type { Operation } from '@ergon/core/operation/edit';
import type { OperationsRequest } from '@ergon/core/operation/operationExchange';
import type { SettingPath, SettingValue } from '@ergon/core/record/settings';
import type { OperationQueue } from '../src/rig/operationQueue';
import type { Ports, Sent } from '../src/rig/ports';
import { Browser, Device, FakeServer, quietPorts, settled, startedQueue } from './fakeServer';
import { demoRig } from './rigFixture';

/** A phone, its server, and what was sent; `way` decides what becomes of a request. */
export class Phone {
  readonly sent: OperationsRequest[] = [];
  readonly retries: (() => void)[] = [];
  queue: OperationQueue;
  way: (request: OperationsRequest) => Promise<Sent> = async (request) => this.server.send(request);

  constructor(
    readonly server = new FakeServer(demoRig()),
    readonly device = new Device(),
    readonly browser = new Browser(),
    readonly member = 'guest',
  ) {
    this.queue = this.page();
  }

  /** Another page of the same browser. */
  page(rig: CrewRig = this.rig()): OperationQueue {
    const ports: Partial<Ports> = {
      store: this.device,
      tabs: this.browser.tab(),
      send: (request) => {
        this.sent.push(request);
        return this.way(request);
      },
      ask: async (after) => this.server.ask(after),
      later: (retry) => this.retries.push(retry),
    };
    return startedQueue(quietPorts(rig, ports), rig);
  }

  rig(): CrewRig {
    return { ...this.server.rig, member: { id: this.member, name: this.member } };
  }

  async reload(): Promise<void> {
    this.queue.close();
    this.queue = this.page();
    await settled();
  }

  async retry(): Promise<void> {
    this.retries.splice(0).forEach((retry) => retry());
    await settled();
  }

  get operationsSent(): Operation[] {
    return this.sent.flatMap(({ operations }) => operations);
  }
}

export const set = (queue: OperationQueue, unit: string, setting: SettingPath, to: SettingValue) =>
  queue.edit('first-dance', [{ unit, setting, from: null, to }], `${setting} of ${unit}`);
export const channel = (rig: CrewRig | null, unit = 'light-6') =>
  rig!.looks.find((look) => look.id === 'first-dance')!.units[unit]?.channel;
export const shown = (queue: OperationQueue) => queue.snapshot().rig;
export const away = async (): Promise<Sent> => ({ came: 'nothing' });
