/**
 * What a member did is not lost and not doubled. Everything here goes through the screens alone, so that it can be
 * held against any server that is up: `ERGON_ADDRESS=http://... npx playwright test losses`.
 */
import { randomUUID } from 'node:crypto';
import type { BrowserContext, Route } from '@playwright/test';
import {
  address,
  demo,
  expect,
  expectSaved,
  type Page,
  PASSPHRASE,
  secondMember,
  test,
  openStation,
} from './crewTest.ts';
import { PHONE } from './sizes.ts';

const HTML = '<html><title>Welcome to our free network</title></html>';

// One phone for all of them, one after the other: what takes long is making it.
test.describe.configure({ mode: 'default' });

let context: BrowserContext;
const name = `Mate ${randomUUID()}`;

/** A crew of its own with what the demo has, on a phone that can do without a server. */
test.beforeAll(async ({ browser }) => {
  context = await browser.newContext({ viewport: PHONE, serviceWorkers: 'allow' });
  const page = await context.newPage();
  await page.request.post(`${address()}/api/crews`, { data: { crew: 'Losses', name, passphrase: PASSPHRASE } });
  await page.goto(`${address()}/kit/files`);
  await page.getByLabel('Document to import').setInputFiles({
    name: 'ropewalk.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(demo)),
  });
  await expect(page.getByText('Imported ropewalk.json.')).toBeVisible();
  await page.waitForTimeout(2500);
  await page.close();
});
test.afterAll(() => context.close());
test.afterEach(async () => {
  await context.setOffline(false);
  await context.unrouteAll({ behavior: 'wait' });
  await Promise.all(context.pages().map((page) => page.close()));
});

async function anotherMember(of: Page): Promise<Page> {
  const other = await (await context.browser()!.newContext({ viewport: PHONE })).newPage();
  await secondMember(of, other);
  return other;
}

async function openHearer(page: Page, light: string): Promise<void> {
  await page.goto(`${address()}/lines/first-dance`);
  await openStation(page, light, 'receiver');
}

async function setChannel(page: Page, light: string, to: number): Promise<void> {
  const field = page.getByRole('textbox', { name: `channel of ${light}` });
  await field.fill(String(to));
  await field.press('Enter');
}

/** What the server has, whatever shape an Ergon of its time answers in. */
async function stored(page: Page): Promise<{ channel: (light: string) => unknown; tests: number }> {
  const rig = await (await page.request.get(`${address()}/api/rig`)).json();
  const { units } = rig.looks.find((look: { id: string }) => look.id === 'first-dance');
  return {
    channel: (light) => (units[light].settings ?? units[light]).channel,
    tests: rig.tests.filter(({ look }: { look: string }) => look === 'speeches').length,
  };
}

test('three edits that wait when the session ends are sent after the next sign-in', async () => {
  const far = await context.newPage();
  await openHearer(far, 'Light 6');
  await context.setOffline(true);
  for (const to of [5, 7, 9]) await setChannel(far, 'Light 6', to);
  await expect(far.getByRole('status', { name: 'Save state' })).toHaveText('3 waiting');
  await context.clearCookies();
  await context.setOffline(false);
  await far.waitForTimeout(6000);
  await far.goto(`${address()}/sign-in`);
  await far.getByRole('textbox', { name: 'Your name' }).fill(name);
  await far.getByLabel('Passphrase', { exact: true }).fill(PASSPHRASE);
  await far.getByRole('button', { name: /^Sign in, with/ }).click();
  await expect(far.getByText(/failing/).first()).toBeVisible();
  await expect(async () => expect((await stored(far)).channel('light-6')).toBe(9)).toPass({ timeout: 10_000 });
});

test('what two tabs have waiting is all sent', async () => {
  const one = await context.newPage();
  const two = await context.newPage();
  await openHearer(one, 'Light 6');
  await openHearer(two, 'Light 1');
  await context.setOffline(true);
  await setChannel(one, 'Light 6', 5);
  await setChannel(two, 'Light 1', 7);
  await one.waitForTimeout(1000);
  await one.close();
  await two.close();
  await context.setOffline(false);
  const again = await context.newPage();
  await openHearer(again, 'Light 6');
  await again.waitForTimeout(3000);
  await expectSaved(again);
  const { channel } = await stored(again);
  expect([channel('light-6'), channel('light-1')]).toEqual([5, 7]);
});

test('an edit that is answered with somebody’s page is sent again', async () => {
  const far = await context.newPage();
  await openHearer(far, 'Light 6');
  for (const [status, to] of [
    [200, 15],
    [404, 16],
  ] as const) {
    let answered = 0;
    const portal = (route: Route) => {
      if (route.request().method() !== 'POST') return route.continue();
      answered++;
      return route.fulfill({ status, contentType: 'text/html', body: HTML });
    };
    await context.route('**/api/**', portal);
    await setChannel(far, 'Light 6', to);
    await expect(async () => expect(answered).toBeGreaterThan(0)).toPass();
    await context.unroute('**/api/**', portal);
    await expect(async () => expect((await stored(far)).channel('light-6')).toBe(to)).toPass({ timeout: 15_000 });
  }
});

test('of an edit of two lights of which one clashes, the other goes through', async () => {
  const far = await context.newPage();
  const other = await anotherMember(far);
  await openHearer(other, 'Light 6');
  await openHearer(far, 'Light 6');
  await context.setOffline(true);
  await far.getByRole('button', { name: 'Try on paper' }).click();
  await setChannel(far, 'Light 6', 20);
  await openStation(far, 'Light 1', 'receiver');
  await setChannel(far, 'Light 1', 21);
  await far.getByRole('button', { name: 'Take it over, what was tried' }).click();
  await setChannel(other, 'Light 6', 9);
  await expectSaved(other);
  await context.setOffline(false);
  await expect(far.getByText('Yours: 20. Theirs: 9, which stands.')).toBeVisible({ timeout: 20_000 });
  await far.getByRole('button', { name: 'Use mine' }).click();
  await expectSaved(far);
  const { channel } = await stored(far);
  expect([channel('light-6'), channel('light-1')]).toEqual([20, 21]);
  await other.context().close();
});

test('a test fire whose answer got lost is stored once', async () => {
  const far = await context.newPage();
  await far.goto(`${address()}/fire/speeches`);
  let lost = 0;
  const lose = async (route: Route) => {
    if (route.request().method() !== 'POST') return route.continue();
    lost++;
    await route.fetch();
    return route.abort();
  };
  await context.route('**/api/**', lose);
  await far.getByRole('button', { name: /^Press the shutter/ }).click();
  await far.getByRole('radio', { name: 'What Light 1 did: fired' }).click();
  await far.getByRole('button', { name: 'Log 1 light' }).click();
  await expect(async () => expect(lost).toBeGreaterThan(0)).toPass();
  await context.unrouteAll({ behavior: 'wait' });
  await expectSaved(far);
  expect((await stored(far)).tests).toBe(1);
});

test('a reload, and a first visit to Kit, open without the server', async () => {
  const far = await context.newPage();
  await far.goto(address());
  await expect(far.getByText(/\d failing/).first()).toBeVisible();
  await context.setOffline(true);
  await far.getByRole('link', { name: 'Kit' }).click();
  await expect(far.getByRole('heading', { level: 1, name: 'Kit' })).toBeVisible();
  await expect(far.getByRole('button', { name: /^Light 9/ })).toBeVisible();
  await far.goto(address());
  await expect(far.getByText(/\d failing/).first()).toBeVisible();
  for (const [path, title] of [
    ['/kit/models', 'Models'],
    ['/kit/families/plover', 'Plover'],
    ['/lines/vows', 'Vows'],
    ['/fire/vows', 'Fire'],
    ['/history', 'History'],
    ['/glossary', 'What words mean'],
    ['/members', 'Members'],
    ['/machine', 'The machine'],
  ] as const) {
    await far.goto(address() + path);
    await expect(far.getByRole('heading', { level: 1, name: title })).toBeVisible();
  }
});
