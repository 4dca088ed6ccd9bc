/** Everyone together: two servers on one database, several phones, networks and sessions that come and go. */
import type { BrowserContext } from '@playwright/test';
import type { CrewRig } from '@ergon/core/operation/crewRig';
import {
  CONTRAST,
  enterDemo,
  expect,
  expectAccessible,
  expectSaved,
  type Page,
  PASSPHRASE,
  secondMember,
  test,
  openStation,
} from './crewTest.ts';
import { PHONE } from './sizes.ts';
import { startWorld, type World } from './soak/world.ts';

let world: World;
test.beforeAll(async () => {
  world = await startWorld();
});
test.afterAll(() => world.close());

const at = (server: 0 | 1): string => world.servers[server]!.address;

/** A phone of its own, with what keeps the app working without a server. */
async function phone(page: Page): Promise<Page> {
  const context = await page.context().browser()!.newContext({ viewport: PHONE, serviceWorkers: 'allow' });
  return context.newPage();
}

const rigOf = async (page: Page, server: 0 | 1 = 0): Promise<CrewRig> =>
  (await (await page.request.get(`${at(server)}/api/rig`)).json()) as CrewRig;

const channelField = (page: Page, light: string) => page.getByRole('textbox', { name: `channel of ${light}` });

async function openHearer(page: Page, server: 0 | 1, light: string): Promise<void> {
  await page.goto(`${at(server)}/lines/first-dance`);
  await expect(page.getByRole('heading', { level: 1, name: 'First dance' })).toBeVisible();
  await openStation(page, light, 'receiver');
}

async function setChannel(page: Page, light: string, to: number): Promise<void> {
  await channelField(page, light).fill(String(to));
  await channelField(page, light).press('Enter');
}

/** Until everything of the app is on the device, so that it opens without a server. */
async function keptByDevice(page: Page): Promise<void> {
  await page.waitForFunction(async () => {
    const registration = await navigator.serviceWorker.getRegistration();
    return registration?.active?.state === 'activated' && navigator.serviceWorker.controller !== null;
  });
  // The cache of what was fetched is written every second.
  await page.waitForTimeout(1500);
}

test('a change is on the other phones while one looks on, with who did it, whichever server they are on', async ({
  page,
}) => {
  const who = await enterDemo(page, at(0));
  const [second, third] = [await phone(page), await phone(page)];
  const mate = await secondMember(page, second, at(0), at(1));
  const other = await secondMember(page, third, at(0), at(0));
  await openHearer(second, 1, 'Light 6');
  await openHearer(third, 0, 'Light 6');
  await page.goto(at(0));
  await expect(page.getByText(`with ${[mate, other].sort().join(' and ')}`)).toBeVisible();
  await openHearer(page, 0, 'Light 6');
  await page.waitForTimeout(500);
  await setChannel(page, 'Light 6', 9);
  await Promise.all(
    [second, third].map(async (far) => {
      await expect(channelField(far, 'Light 6')).toHaveValue('9', { timeout: 5000 });
      await expect(far.getByRole('status', { name: 'Meanwhile' })).toContainText(`${who}: channel of Light 6`);
    }),
  );
  await second.context().close();
  await third.context().close();
});

test('one field two people changed is shown to both, and the rest of the edit stands', async ({ page }) => {
  await enterDemo(page, at(0));
  const second = await phone(page);
  await secondMember(page, second, at(0), at(1));
  await openHearer(page, 0, 'Light 6');
  await openHearer(second, 1, 'Light 6');
  await keptByDevice(second);
  await second.context().setOffline(true);
  await setChannel(second, 'Light 6', 5);
  await second.getByRole('radio', { name: 'group of Light 6: A' }).click();
  await setChannel(page, 'Light 6', 9);
  await expectSaved(page);
  await second.context().setOffline(false);
  await expect(second.getByText('Yours: 5. Theirs: 9, which stands.')).toBeVisible({ timeout: 15_000 });
  await expect(page.getByRole('status', { name: 'Meanwhile' })).toContainText(
    'Not done: channel of Light 6 in First dance 5, since 9 stands.',
  );
  const { units } = (await rigOf(page)).looks.find(({ id }) => id === 'first-dance')!;
  expect(units['light-6']).toMatchObject({ channel: 9, group: 'A' });
  for (const theme of ['desk', 'sun', 'hush']) {
    await second.evaluate((name) => localStorage.setItem('ergon.theme', name), theme);
    await second.reload();
    await expect(second.getByText('Yours: 5. Theirs: 9, which stands.')).toBeVisible();
    await expectAccessible(second, `a clash, in ${theme}`, theme === 'desk' ? undefined : CONTRAST);
  }
  await second.getByRole('button', { name: 'Use mine' }).click();
  await expect(channelField(page, 'Light 6')).toHaveValue('5');
  await second.context().close();
});

test('an evening without a network: thirty things done, closed, reopened, signed in again, there once each', async ({
  page,
}) => {
  test.slow();
  const crewPage = page;
  await enterDemo(crewPage, at(0));
  const far = await phone(page);
  const name = await secondMember(crewPage, far, at(0), at(0));
  await openHearer(far, 0, 'Light 6');
  await keptByDevice(far);
  // Opened once more while there is a network: from then on the browser starts it from what it keeps.
  await far.reload();
  await keptByDevice(far);
  const { number } = await rigOf(crewPage);
  await far.context().setOffline(true);
  await far.reload();
  await openStation(far, 'Light 6', 'receiver');
  for (let n = 1; n <= 14; n++) await setChannel(far, 'Light 6', n);
  await expect(far.getByRole('status', { name: 'Save state' })).toHaveText('14 waiting');
  // A place never opened while there was a network, and a test fire logged there.
  await far.getByRole('link', { name: 'Kit' }).click();
  await far.getByRole('button', { name: /^Light 9/ }).click();
  for (let n = 1; n <= 15; n++) {
    await far.getByRole('textbox', { name: 'Owner' }).fill(`Owner ${n}`);
    await far.getByRole('button', { name: 'Save, Light 9' }).click();
    await far.getByRole('button', { name: /^Light 9/ }).click();
  }
  await far.getByRole('link', { name: 'Fire' }).click();
  await far.getByRole('button', { name: /^Press the shutter/ }).click();
  await far.getByRole('radio', { name: 'What Light 1 did: fired' }).click();
  await far.getByRole('button', { name: 'Log 1 light' }).click();
  await expect(far.getByRole('status', { name: 'Save state' })).toHaveText('30 waiting');
  await far.goto(`${at(0)}/history`);
  await expect(far.getByText('30 wait to be sent')).toBeVisible();
  await expectAccessible(far, 'history without a network');
  const context: BrowserContext = far.context();
  await far.close();
  const again = await context.newPage();
  await again.goto(`${at(0)}/lines/first-dance`);
  await expect(again.getByRole('status', { name: 'Save state' })).toHaveText('30 waiting');
  // The session ends meanwhile, so that coming back takes a sign-in.
  await context.clearCookies();
  await context.setOffline(false);
  await expect(again.getByText('Your session has ended.')).toBeVisible({ timeout: 20_000 });
  await expect(again.getByText(/^30 changes stay on this device and are sent once/)).toBeVisible();
  await expectAccessible(again, 'a session that has ended, and what waits');
  await again.getByRole('button', { name: 'Sign in' }).click();
  await again.getByRole('textbox', { name: 'Your name' }).fill(name);
  await again.getByLabel('Passphrase', { exact: true }).fill(PASSPHRASE);
  await again.getByRole('button', { name: /^Sign in, with/ }).click();
  await expectSaved(again);
  const rig = await rigOf(crewPage);
  expect(rig.number).toBe(number + 30);
  expect(rig.tests.filter(({ look }) => look === 'first-dance')).toHaveLength(1);
  expect(rig.units.find(({ id }) => id === 'light-9')!.owner).toBe('Owner 15');
  expect(rig.looks.find(({ id }) => id === 'first-dance')!.units['light-6']!.channel).toBe(14);
  await context.close();
});
