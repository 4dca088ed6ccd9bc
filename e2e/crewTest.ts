/** A page that fails its test on any console error, uncaught exception or failed request. */
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { CrewRig } from '@ergon/core/operation/crewRig';
import { importing } from '@ergon/core/operation/editsOf';
import type { MadeLink } from '@ergon/core/record/memberExchange';
import type { KitDocument } from '@ergon/core/record/kitDocument';
import AxeBuilder from '@axe-core/playwright';
import { expect, type Locator, type Page, test as base } from '@playwright/test';
import { isWide } from './sizes.ts';

export { expect };
export type { Page };

export const address = (): string => process.env.ERGON_ADDRESS!;

export interface Trouble {
  /** Failures a test brings about on purpose. */
  expected: RegExp[];
}

export const test = base.extend<{ trouble: Trouble }>({
  trouble: [
    async ({ page }, use) => {
      const trouble: Trouble = { expected: [] };
      const seen: string[] = [];
      page.on('console', (message) => {
        if (message.text().startsWith('Service Worker registration blocked')) return;
        if (message.type() === 'error' || message.type() === 'warning') seen.push(`console: ${message.text()}`);
      });
      page.on('pageerror', (error) => seen.push(`exception: ${error.message}`));
      page.on('requestfailed', (request) => {
        // A page that is left takes its open requests with it.
        if (request.failure()?.errorText !== 'net::ERR_ABORTED') seen.push(`failed: ${request.url()}`);
      });
      page.on('response', (response) => {
        if (response.status() >= 400) seen.push(`${response.status()}: ${response.url()}`);
      });
      await use(trouble);
      expect(seen.filter((line) => !trouble.expected.some((known) => known.test(line)))).toEqual([]);
    },
    { auto: true },
  ],
});

export const demo = onThisDay(
  JSON.parse(
    readFileSync(join(dirname(fileURLToPath(import.meta.url)), '../demo/ropewalk.json'), 'utf8'),
  ) as KitDocument,
);

/** The demo with its wedding today, the other events before and after it, and what was metered the day before. */
function onThisDay(document: KitDocument): KitDocument {
  const days: Readonly<Record<string, number>> = { ropewalk: 0, harvest: -35, regatta: 28 };
  const date = (id: string) => new Date(Date.now() + days[id]! * 86_400_000).toISOString().slice(0, 10);
  const yesterday = (at: string) => `${new Date(Date.now() - 86_400_000).toISOString().slice(0, 10)}${at.slice(10)}`;
  return {
    ...document,
    events: document.events.map((event) => ({ ...event, date: date(event.id) })),
    readings: document.readings.map((reading) => ({ ...reading, at: yesterday(reading.at) })),
  };
}

export const PASSPHRASE = 'tarred hemp rope';

/** Sends what the app would send, as whoever is signed in on that page. @returns what the server answers. */
async function send(page: Page, path: string, data: unknown, at = address()): Promise<string> {
  const answer = await page.request.post(`${at}/api${path}`, { data });
  const text = await answer.text();
  expect(answer.status(), `${path}: ${text}`).toBeLessThan(300);
  return text;
}

/** Imports a document as one operation, as the app would; left out, the demo. */
export async function importDocument(page: Page, at = address(), document = demo): Promise<void> {
  const rig = (await (await page.request.get(`${at}/api/rig`)).json()) as CrewRig;
  const id = randomUUID().replaceAll('-', '');
  const now = new Date().toISOString();
  const made = { id, version: document.version, crew: rig.crew.id, member: rig.member.id, at: now, label: 'import' };
  await send(page, '/operations', { sentAt: now, operations: [{ ...made, edits: importing(rig, document, id) }] }, at);
}

/** Signed in to a crew that has nothing yet. */
export async function newCrew(page: Page, at = address()): Promise<string> {
  const name = `Mate ${randomUUID()}`;
  await send(page, '/crews', { crew: `Crew of ${name}`, name, passphrase: PASSPHRASE }, at);
  return name;
}

/** Into a crew of the test's own that has what the demo has, so that tests may run side by side. */
export async function enterDemo(page: Page, at = address()): Promise<string> {
  const name = await newCrew(page, at);
  await importDocument(page, at);
  await page.goto(at);
  await expect(page.getByRole('heading', { level: 1, name: 'Ropewalk wedding' })).toBeVisible();
  await expect(page.getByText('8 failing · 1 computed')).toBeVisible();
  return name;
}

/** Another member of the crew of a page, signed in on a page of their own. */
export async function secondMember(page: Page, other: Page, at = address(), otherAt = at): Promise<string> {
  const name = `Mate ${randomUUID()}`;
  const { token } = JSON.parse(await send(page, '/links', { role: 'member' }, at)) as MadeLink;
  await send(other, '/links/use', { token, name, passphrase: PASSPHRASE }, otherAt);
  return name;
}

export async function goTo(page: Page, path: string, title: string): Promise<void> {
  await page.goto(address() + path);
  await expect(page.getByRole('heading', { level: 1, name: title })).toBeVisible();
}

/** A station of one light: on a phone its row is opened first. */
export async function openStation(page: Page, light: string, stage: string): Promise<void> {
  const row = page.getByRole('group', { name: new RegExp(`^${light}[,.]`) });
  await openRow(page, row);
  await row.getByRole('button', { name: new RegExp(`, ${stage}[,:]`) }).click();
}

/** The same of whichever line comes first. */
export async function openFirst(page: Page, stage: string): Promise<void> {
  await openRow(page, page.getByRole('group', { name: /\.( proven| proof is stale)?$/ }).first());
  await page
    .getByRole('button', { name: new RegExp(`, ${stage}[,:]`) })
    .first()
    .click();
}

async function openRow(page: Page, row: Locator): Promise<void> {
  if (isWide(page)) return;
  const head = row.getByRole('button', { expanded: false }).first();
  const opened = row.getByRole('button', { expanded: true }).first();
  await expect(head.or(opened).first()).toBeVisible();
  if ((await opened.count()) === 0) await head.click();
}

export async function expectSaved(page: Page): Promise<void> {
  await expect(page.getByRole('status', { name: 'Save state' })).toHaveText('saved');
}

/** The other themes differ from the first in nothing but colours. */
export const CONTRAST = ['color-contrast'];

/** @param rules only these; left out, all. */
export async function expectAccessible(page: Page, where: string, rules?: string[]): Promise<void> {
  // A page that is still on its way has nothing to be judged by.
  await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
  // There are no frames in it, so that axe needs no second page to put together what it found.
  const builder = new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).setLegacyMode(true);
  const { violations } = await (rules ? builder.withRules(rules) : builder).analyze();
  const told = violations.map(
    ({ id, nodes }) =>
      `${where}: ${id} at ${nodes
        .map((node) => node.target.join(' '))
        .slice(0, 3)
        .join(', ')}`,
  );
  expect(told).toEqual([]);
}
