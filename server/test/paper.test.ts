/** What is printed, read again: every setting of every card, and what plans say. */
import { cardsOf } from '@ergon/core/cards/cards';
import { indexKit, buildRig } from '@ergon/core/rig/rig';
import { lineName, lineValue } from '@ergon/core/words/cardWording';
import { namesOf } from '@ergon/core/words/wording';
import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import type { Agent } from 'supertest';
import { printable } from '../src/paper/sheet';
import { readDemo, startTestServer, type TestServer } from './testServer';

let server: TestServer;
let agent: Agent;
beforeAll(async () => {
  server = await startTestServer('paper');
  agent = await server.demo();
});
afterAll(() => server.close());

interface Read {
  pages: string[];
  width: number;
  title: string;
  tagged: boolean;
  fonts: boolean;
}

/** What a reader of the file finds in it, page by page. */
async function read(path: string): Promise<Read> {
  const { body } = await agent
    .get(`/api/paper/${path}`)
    .responseType('blob')
    .expect(200)
    .expect('content-type', 'application/pdf');
  const told = execFileSync(process.execPath, [join(__dirname, 'readPdf.mjs')], { input: body as Buffer });
  return JSON.parse(told.toString('utf8')) as Read;
}

test.each(readDemo().looks.map(({ id }) => id))(
  'every setting of every card of %s is on its paper, two cards a page where they fit',
  async (id) => {
    const { pages, title, tagged, fonts } = await read(`cards/${id}`);
    const document = readDemo();
    const kit = indexKit(document);
    const names = namesOf(kit, document.onAir);
    const cards = cardsOf(
      buildRig(
        kit,
        document.looks.find((look) => look.id === id)!,
        document.onAir,
      ),
    );
    const all = pages.join(' ');
    let lines = 0;
    for (const card of cards) {
      expect(all).toContain(card.placed.unit.label);
      for (const { setting, planned } of card.lines) {
        expect(all).toContain(printable(`${lineName(setting)}: ${lineValue(card.placed, setting, planned, names)}`));
        lines++;
      }
    }
    expect(lines).toBeGreaterThan(5);
    expect(pages.length).toBeGreaterThanOrEqual(Math.ceil(cards.length / 2));
    expect(pages.length).toBeLessThanOrEqual(Math.ceil(cards.length / 2) + 1);
    pages.forEach((text, index) => expect(text).toContain(`page ${index + 1} of ${pages.length}`));
    expect(pages[0]).toMatch(/state \d+, format 3 · printed \d{4}-\d\d-\d\d \d\d:\d\d UTC/);
    expect({ title, tagged, fonts }).toEqual({ title: expect.stringMatching(/^Cards: /), tagged: true, fonts: true });
  },
);

test('the air sheet says ours, theirs, what was agreed, and why', async () => {
  const text = (await read('air/ropewalk')).pages.join(' ');
  expect(text).toContain('Plover: channel 11, ID 27, going to channel 17, ID 27');
  expect(text).toContain('Film crew: triggers not told');
  expect(text).toContain('only 2.5 MHz from Guests’ network');
  expect(text).toContain('legal where you are');
});

test('the letters are a table of light by look', async () => {
  const text = (await read('groups/ropewalk')).pages.join(' ');
  for (const row of ['A Light 1 sender sender sender sender sender', 'D Light 5 – – – sender –'])
    expect(text).toContain(row);
});

test('lines are drawn for every shot, with what each says', async () => {
  const text = (await read('lines/first-dance')).pages.join(' ');
  expect(text).toContain('Body 1 shoots');
  expect(text).toContain('Body 2 shoots');
  expect(text).toMatch(/Light 6, Rim, door\. Silent, lost where it is received: channel 3, sender on 11\./);
  expect(text).toContain('Light 1, Key, west pole. In the frame.');
});

test('the evening is one page of moments with their looks', async () => {
  const { pages } = await read('evening/ropewalk');
  expect(pages).toHaveLength(1);
  for (const words of ['14:00', 'Vows', 'look: Speeches', '9 lights: ', '8 failing']) expect(pages[0]).toContain(words);
});

test('paper comes in two sizes, of one’s own crew, for whoever is signed in', async () => {
  expect((await read('cards/vows?size=A4')).width).toBeCloseTo(595.28, 0);
  expect((await read('cards/vows?size=LETTER')).width).toBe(612);
  const wrong = await agent.get('/api/paper/cards/vows?size=A0').expect(400);
  expect(wrong.body.error.faults[0].path).toBe('size');
  await agent.get('/api/paper/cards/nothing').expect(404);
  await agent.get('/api/paper/air/nothing').expect(404);
  const stranger = await server.crew('Strangers');
  await stranger.get('/api/paper/cards/vows').expect(404);
});
