/**
 * A tired assistant with a phone: what each task takes in taps, and where they would have to look twice. The same by
 * keyboard alone, with where the focus is after each.
 */
import { readFileSync } from 'node:fs';
import type { KitDocument } from '@ergon/core/record/kitDocument';
import { enterDemo, expect, expectSaved, goTo, test } from './crewTest.ts';
import { describePlainRemote, Person } from './person.ts';

interface Task {
  what: string;
  /** Taps it may take, from Tonight. */
  taps: number;
  /** Times one may have to look twice. */
  doubts: number;
  /** What has the focus at the end, by its name or its words. */
  focus: RegExp;
  go: (person: Person) => Promise<void>;
}

const toFirstDance = (person: Person) => person.tap('link', /First dance/);

/** As a spreadsheet would hand it over. */
const LIST = {
  name: 'hired.csv',
  mimeType: 'text/csv',
  buffer: Buffer.from('label,model,maker\r\nHired 1,Field 200,Tholmar\r\nHired 2,Field 200,Tholmar\r\n'),
};

/** In the order they are done in, by one person in one crew; each begins at Tonight. */
const TASKS: readonly Task[] = [
  {
    what: 'why light 4 stays dark',
    taps: 1,
    doubts: 0,
    focus: /^First dance$/,
    go: async (person) => {
      await toFirstDance(person);
      await person.sees('sender has no group E', 'Light 4');
    },
  },
  {
    what: 'the channel of light 6',
    taps: 1,
    doubts: 0,
    focus: /^First dance$/,
    go: async (person) => {
      await toFirstDance(person);
      await person.sees('channel 3, sender on 11', 'Light 6');
    },
  },
  {
    what: 'the first mend',
    taps: 2,
    doubts: 0,
    focus: /^Set group B power 1\/16 on Sender 1/,
    go: async (person) => {
      await toFirstDance(person);
      await person.tap('button', /^Set shutter 1\/200 on Body 1/);
      await expect(person.page.getByRole('button', { name: /^Undo: .*shutter/ })).toBeVisible();
    },
  },
  {
    what: 'light 3 with body 2',
    taps: 3,
    doubts: 0,
    focus: /^Body 2$/,
    go: async (person) => {
      await toFirstDance(person);
      await person.tap('radio', 'Shot by: Body 2');
      await person.sees('group C is off', 'Light 3');
    },
  },
  {
    what: 'the group of light 5',
    taps: 3,
    doubts: 1,
    focus: /^C$/,
    go: async (person) => {
      await toFirstDance(person);
      await person.tap('button', 'Light 5');
      await person.tap('radio', 'group of Light 5: C');
      await expect(person.page.getByRole('button', { name: 'Undo: group of Light 5' })).toBeVisible();
    },
  },
  {
    what: 'a test is logged',
    taps: 4,
    doubts: 1,
    focus: /^Logged 1 light/,
    go: async (person) => {
      await person.tap('link', 'Fire');
      await person.tap('button', /^Press the shutter/);
      await person.tap('radio', 'What Light 6 did: dark');
      await person.tap('button', 'Log 1 light');
      await person.sees('Logged 1 light.');
    },
  },
  {
    what: 'and taken back',
    taps: 2,
    doubts: 1,
    focus: /^Logged test fires/,
    go: async (person) => {
      await person.tap('link', 'Fire');
      await person.tap('button', /^Take back, Light 6/);
      await expect(person.page.getByText('No test fire is logged.')).toBeVisible();
    },
  },
  {
    what: 'all mended and dialled',
    taps: 4,
    doubts: 0,
    focus: /^All of it is on the units/,
    go: async (person) => {
      await toFirstDance(person);
      await person.tap('button', 'Mend all');
      await expect(person.page.getByText(/^(No other settings take less|At least)/)).toBeVisible({ timeout: 90_000 });
      await person.tap('button', /^Make these \d+ changes/);
      await person.tap('button', /^All \d+ are dialled/);
      await person.sees('All of it is on the units.');
    },
  },
  { what: 'a flash of one’s own and two units of it', taps: 18, doubts: 2, focus: /^Kit$/, go: describeAndAdd },
  {
    what: 'units from a table',
    taps: 4,
    doubts: 0,
    focus: /^In and out$/,
    go: async (person) => {
      await person.tap('link', 'Kit');
      await person.tap('link', 'In and out');
      const file = person.page.waitForEvent('filechooser');
      await person.tap('button', 'Read a list');
      await (await file).setFiles(LIST);
      await person.tap('button', 'Add 2');
      await expect(person.page.getByRole('button', { name: 'Undo: reading hired.csv' })).toBeVisible();
    },
  },
  {
    what: 'the document out',
    taps: 2,
    doubts: 1,
    focus: /^Export the document$/,
    go: async (person) => {
      await person.tap('button', 'In and out, files');
      const file = person.page.waitForEvent('download');
      await person.tap('button', 'Export the document');
      const document = JSON.parse(readFileSync(await (await file).path(), 'utf8')) as KitDocument;
      expect(document.units.map(({ label }) => label)).toEqual(expect.arrayContaining(['Own 2', 'Hired 2', 'Light 6']));
      await person.sees(/^ergon-kit.json is with your browser/);
    },
  },
  {
    what: 'hush',
    taps: 2,
    doubts: 0,
    focus: /^Hush$/,
    go: async (person) => {
      await person.tap('switch', 'Hush');
      await expect(person.page.getByRole('switch', { name: 'Hush' })).toBeChecked();
    },
  },
];

async function describeAndAdd(person: Person): Promise<void> {
  await person.tap('link', 'Kit');
  await person.tap('button', 'Describe a model');
  await person.tap('button', /^Shoe flash with radio/);
  await person.type('Who makes it?', 'Varrow', { enter: true });
  await person.type('What is it called?', 'Lamp', { enter: true });
  await person.tap('radio', 'What foot has it?: varnholt');
  await person.tap('radio', 'Which family does it speak?: Turnstone');
  await describePlainRemote(person);
  await person.tap('button', 'Keep this model');
  await person.type('Label on its tape', 'Own');
  await person.tap('button', 'How many: more');
  await person.tap('button', 'Add 2 units');
  await expect(person.page.getByRole('button', { name: 'Undo: adding 2 units' })).toBeVisible();
}

for (const by of ['thumb', 'keyboard'] as const)
  test(`an assistant’s tasks, by ${by}`, async ({ page }) => {
    await enterDemo(page);
    for (const { what, taps, doubts, focus, go } of TASKS)
      await test.step(what, async () => {
        await goTo(page, '/', 'Ropewalk wedding');
        const person = new Person(page, by);
        await go(person);
        const { stops } = person;
        console.log(
          [what, by, `${person.taps} taps`, by === 'keyboard' && `${stops} tab stops`, ...person.doubts]
            .filter(Boolean)
            .join(' · '),
        );
        expect.soft(person.taps, what).toBeLessThanOrEqual(taps);
        expect.soft(person.doubts.length, what).toBeLessThanOrEqual(doubts);
        await expect.soft(page.locator(':focus'), what).toHaveText(focus);
        await expectSaved(page);
      });
  });
