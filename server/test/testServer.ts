/** The real application on a migrated database of its own, with the demo loaded. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type KitDocument, parseDocument } from '@ergon/core/record/kitDocument';
import type { Express } from 'express';
import request, { type Agent, type Response } from 'supertest';
import type { DataSource } from 'typeorm';
import { openSource } from '../src/database/cluster';
import { migrateDatabase } from '../src/database/migrate';
import { createLogins } from '../src/database/privateMariadb';
import { createSessionStore } from '../src/database/sessionStore';
import { type AppOptions, createApp } from '../src/http/createApp';
import { createCrewServices, type CrewServices } from '../src/store/crewServices';
import { ensureDemo } from '../src/store/demo';

export const PASSPHRASE = 'tarred hemp rope';
export const DEMO_FILE = join(__dirname, '../../demo/ropewalk.json');

export function readDemo(): KitDocument {
  const parsed = parseDocument(JSON.parse(readFileSync(DEMO_FILE, 'utf8')));
  if (!parsed.ok) throw new Error('the demo is not sound');
  return parsed.document;
}

/** supertest takes what it does not know for bytes. */
export function asText(response: Response, done: (error: null, text: string) => void): void {
  let text = '';
  response.on('data', (chunk: Buffer) => (text += chunk.toString()));
  response.on('end', () => done(null, text));
}

/** Of a name no other test file uses: files share a process, and with it the database of a name. */
export const freshLogins = (name: string) =>
  createLogins(process.env.ERGON_TEST_SOCKET!, Number(process.env.ERGON_TEST_PORT), `t_${name}_${process.pid}`);

export interface TestServer {
  app: Express;
  source: DataSource;
  crews: CrewServices;
  /** A browser that has entered the demo. */
  demo(): Promise<Agent>;
  /** A browser signed in to a crew of its own. */
  crew(name: string): Promise<Agent>;
  /** Another member of somebody's crew, signed in. */
  member(of: Agent, name: string): Promise<Agent>;
  close(): Promise<void>;
}

const FONT_FOLDER = join(__dirname, '../../node_modules/@expo-google-fonts/atkinson-hyperlegible-next');
export const FONTS = {
  regular: join(FONT_FOLDER, '400Regular/AtkinsonHyperlegibleNext_400Regular.ttf'),
  bold: join(FONT_FOLDER, '700Bold/AtkinsonHyperlegibleNext_700Bold.ttf'),
};

export async function startTestServer(
  name: string,
  triesPerMinute = 1000,
  more: Partial<AppOptions> = {},
): Promise<TestServer> {
  const { app: login, migrator } = await freshLogins(name);
  await migrateDatabase(migrator);
  const source = await openSource(login);
  const demo = readDemo();
  const crews = createCrewServices(source);
  await ensureDemo(source, crews, { document: demo, now: new Date() });
  const sessions = createSessionStore(login);
  const app = createApp({
    source,
    crews,
    sessionStore: sessions.store,
    sessionSecret: 'test',
    demo,
    triesPerMinute,
    fonts: FONTS,
    ...more,
  });
  const enter = async (path: string, body: object) => {
    const agent = request.agent(app);
    await agent.post(path).send(body).expect(204);
    return agent;
  };
  return {
    app,
    source,
    crews,
    demo: () => enter('/api/demo', {}),
    member: async (of, name) => {
      const { token } = (await of.post('/api/links').send({ role: 'member' }).expect(200)).body as { token: string };
      return enter('/api/links/use', { token, name, passphrase: PASSPHRASE });
    },
    crew: (crew) => enter('/api/crews', { crew, name: `${crew} lead`, passphrase: PASSPHRASE }),
    close: async () => {
      crews.feed.close();
      crews.presence.close();
      await sessions.close();
      await source.destroy();
    },
  };
}
