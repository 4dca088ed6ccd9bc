/** A member who sends operations the way a device does. */
import { randomBytes } from 'node:crypto';
import type { CrewRig } from '@ergon/core/operation/crewRig';
import type { Edit, Operation } from '@ergon/core/operation/edit';
import { importing, settingEdits } from '@ergon/core/operation/editsOf';
import type { OperationAnswer } from '@ergon/core/operation/operationExchange';
import { DOCUMENT_VERSION } from '@ergon/core/record/documentMigrations';
import type { KitDocument } from '@ergon/core/record/kitDocument';
import type { SettingPath, SettingValue } from '@ergon/core/record/settings';
import type { Agent } from 'supertest';

export type Taken = Extract<OperationAnswer, { result: 'taken' }>;
export type Refused = Extract<OperationAnswer, { result: 'refused' }>;

export class Mate {
  constructor(readonly agent: Agent) {}

  async rig(): Promise<CrewRig> {
    return (await this.agent.get('/api/rig').expect(200)).body as CrewRig;
  }

  async placed(unit: string, look = 'first-dance') {
    return (await this.rig()).looks.find((one) => one.id === look)!.units[unit];
  }

  /** An operation as this member would make it on what they see now. */
  async operation(edits: (rig: CrewRig, born: string) => readonly Edit[], more: object = {}): Promise<Operation> {
    const rig = await this.rig();
    const id = randomBytes(16).toString('hex');
    const [crew, member] = [rig.crew.id, rig.member.id];
    const at = new Date().toISOString();
    return { id, version: DOCUMENT_VERSION, crew, member, at, label: 'a change', edits: edits(rig, id), ...more };
  }

  send(...operations: readonly unknown[]) {
    return this.agent.post('/api/operations').send({ sentAt: new Date().toISOString(), operations });
  }

  async answer<T extends OperationAnswer = Taken>(operation: unknown): Promise<T> {
    const { body } = await this.send(operation).expect(200);
    return (body as { answers: T[] }).answers[0]!;
  }

  /** Makes and sends one operation. */
  async does<T extends OperationAnswer = Taken>(edits: (rig: CrewRig, born: string) => readonly Edit[]): Promise<T> {
    return this.answer<T>(await this.operation(edits));
  }

  sets(unit: string, setting: SettingPath, to: SettingValue, look = 'first-dance'): Promise<Taken> {
    return this.does((rig) => settingEdits(rig, look, [{ unit, setting, from: null, to }]));
  }

  imports(document: KitDocument): Promise<Taken> {
    return this.does((rig, born) => importing(rig, document, born));
  }
}
