import { randomUUID } from 'node:crypto';
import type { Browser } from '@playwright/test';
import {
  address,
  enterDemo,
  expect,
  expectAccessible,
  expectSaved,
  goTo,
  newCrew,
  openStation,
  type Page,
  PASSPHRASE,
  secondMember,
  test,
} from './crewTest.ts';

test.setTimeout(90_000);

/** A phone of somebody else. */
async function another(browser: Browser, page: Page): Promise<Page> {
  return (await browser.newContext({ viewport: page.viewportSize() })).newPage();
}

/** Makes an invitation as an owner does. @returns the address it leads to. */
async function invitation(page: Page): Promise<string> {
  await goTo(page, '/members', 'Members');
  await page.getByRole('button', { name: 'Invite somebody' }).click();
  return (await page
    .getByRole('group', { name: 'Invitation' })
    .getByText(/\/join#/)
    .textContent())!;
}

test('an invitation lets one person in with a name and passphrase of their own, and nobody after them', async ({
  page,
  browser,
  trouble,
}) => {
  trouble.expected.push(/404/);
  await newCrew(page);
  const link = await invitation(page);
  const bo = await another(browser, page);
  await bo.goto(link);
  await expect(bo.getByText(/invites you to Crew of /)).toBeVisible();
  await expectAccessible(bo, 'join');
  await bo.getByRole('textbox', { name: 'Your name' }).fill('Bo');
  await bo.getByRole('textbox', { name: 'New passphrase' }).fill('1234567890');
  await bo.getByRole('button', { name: 'Join the crew' }).click();
  await expect(bo.getByText(/one many people use/)).toBeVisible();
  const passphrase = `${randomUUID()} of Bo`;
  await bo.getByRole('textbox', { name: 'New passphrase' }).fill(passphrase);
  await bo.getByRole('button', { name: 'Join the crew' }).click();
  await expect(bo.getByText('Your gear. The bodies, flashes and triggers you own.')).toBeVisible();
  // The link is no place to come back to.
  expect(new URL(bo.url()).hash).toBe('');

  await page.goto(link);
  await expect(page.getByText(/^This link was used, withdrawn, or has ended\./)).toBeVisible();
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('textbox', { name: 'Your name' }).fill('Bo');
  await page.getByRole('textbox', { name: 'Passphrase' }).fill(passphrase);
  await page.getByRole('button', { name: /^Sign in/ }).click();
  await expect(page.getByText('Your gear. The bodies, flashes and triggers you own.')).toBeVisible();
  await bo.context().close();
});

test('a removed member’s open page says so and keeps what waits, which is sent once they are let in again', async ({
  page,
  browser,
}) => {
  await enterDemo(page);
  const bo = await another(browser, page);
  const name = await secondMember(page, bo);
  await goTo(bo, '/lines/first-dance', 'First dance');
  await goTo(page, '/members', 'Members');
  const row = page.getByRole('listitem', { name: new RegExp(`^${name},`) });
  await row.getByRole('button', { name: /^Change, / }).click();
  await row.getByRole('button', { name: /^Remove, / }).click();
  await row.getByRole('button', { name: /^Remove, / }).click();
  await expect(row.getByText(/^removed by Mate /)).toBeVisible();

  await expect(bo.getByText('You were removed from this crew.', { exact: true })).toBeVisible({ timeout: 20_000 });
  await bo.getByRole('button', { name: 'Later' }).click();
  await openStation(bo, 'Light 1', 'receiver');
  const channel = bo.getByRole('textbox', { name: 'channel of Light 1' });
  await channel.fill('14');
  await channel.press('Enter');
  await expect(
    bo.getByText(/^A change waits on this device since .* once an owner lets you in again\.$/),
  ).toBeVisible();
  // Kept over a new start of the page too.
  await bo.reload();
  await expect(bo.getByText('You were removed from this crew.', { exact: true })).toBeVisible();

  await row.getByRole('button', { name: /^Let in again, / }).click();
  await expect(row.getByText(/^member · since /)).toBeVisible();
  await expect(bo.getByText('You were removed from this crew.', { exact: true })).toBeHidden({ timeout: 20_000 });
  await expectSaved(bo);
  await expect(page.getByText('What was done')).toBeVisible();
  await goTo(page, '/history', 'History');
  await expect(page.getByText(/channel of Light 1/).first()).toBeVisible();
  await bo.context().close();
});

test('signing out everywhere is seen by three browsers', async ({ page, browser }) => {
  const name = await newCrew(page);
  const others = [await another(browser, page), await another(browser, page)];
  for (const other of others) {
    await other.request.post(`${address()}/api/session`, { data: { name, passphrase: PASSPHRASE } });
    await goTo(other, '/kit', 'Kit');
  }
  await goTo(page, '/members', 'Members');
  await page.getByRole('button', { name: 'Sign out everywhere' }).click();
  await expect(page.getByRole('button', { name: 'Enter the demo' })).toBeVisible();
  for (const other of others) {
    await expect(other.getByText('Your session has ended.')).toBeVisible({ timeout: 20_000 });
    await other.context().close();
  }
});
