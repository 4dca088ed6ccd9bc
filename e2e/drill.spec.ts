/** A drill from an empty crew, on a phone without a network and on a wide screen: played on its panels to the replay. */
import type { Browser } from '@playwright/test';
import { address, expect, expectAccessible, expectSaved, newCrew, type Page, test } from './crewTest.ts';
import { PHONE, WIDE } from './sizes.ts';

/** A page whose files are kept, so that it goes on without a network. */
async function openPage(browser: Browser, viewport: typeof PHONE | typeof WIDE): Promise<Page> {
  const context = await browser.newContext({ viewport, serviceWorkers: 'allow' });
  const page = await context.newPage();
  await newCrew(page, address());
  await page.goto(`${address()}/fix`);
  await page.getByRole('button', { name: /^Drills/ }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Drills' })).toBeVisible();
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  return page;
}

async function begin(page: Page, word: string): Promise<void> {
  await page.getByRole('textbox', { name: /^Word/ }).fill(word);
  await page.getByRole('button', { name: 'Make the drill' }).click();
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Drill', exact: true })).toBeVisible();
}

const LEVEL_1 = 'tar';

for (const [name, size] of [
  ['on a phone', PHONE],
  ['on a wide screen', WIDE],
] as const)
  test(`a drill is played to its replay without a network, ${name}`, async ({ browser, trouble }) => {
    trouble.expected.push(/ERR_INTERNET_DISCONNECTED|Failed to (load|fetch)/);
    const page = await openPage(browser, size);
    await page.context().setOffline(true);
    await begin(page, LEVEL_1);
    await expect(page.getByText('Body 1 was fired. Stays dark: Light 1.')).toBeVisible();
    await expectAccessible(page, `a drill ${name}`);

    // The light itself is fine.
    await page.getByRole('button', { name: /^Light 1, / }).click();
    await page.getByRole('button', { name: 'Test button, Light 1' }).click();
    await expect(page.getByText('Pressed the test button on Light 1. Flashes: Light 1.')).toBeVisible();
    await expect(page.getByText('You are at Light 1.')).toBeVisible();
    await page.getByRole('button', { name: /^Sender 1, / }).click();
    const panel = page.getByRole('region', { name: 'Panel of Sender 1' });
    await panel.getByRole('button', { name: /^Look, .*Switched on$/ }).click();
    await expect(panel.getByText('Sender 1 is switched off.')).toBeVisible();
    await expectAccessible(page, `a panel ${name}`);

    // Left and come back to, it goes on where it was.
    await page.reload();
    await expect(page.getByText('2 steps', { exact: true })).toBeVisible();
    await page.getByRole('button', { name: /^Sender 1, / }).click();
    await panel.getByRole('button', { name: /^Set, .*Switched on$/ }).click();
    await page.getByRole('button', { name: 'Fire', exact: true }).click();
    await expect(page.getByText('Fired Body 1. All fire.')).toBeVisible();
    await page.getByRole('button', { name: 'All do as planned' }).click();

    await expect(page.getByRole('heading', { level: 1, name: 'Replay' })).toBeVisible();
    const steps = page.getByRole('list', { name: 'Steps' });
    await expect(steps.getByRole('listitem')).toHaveCount(5);
    await expect(steps.getByRole('listitem').nth(1)).toContainText(
      'It left one cause. It is: Sender 1 is switched off.',
    );
    await expect(page.getByText(/ in 5 steps; the best order takes /)).toBeVisible();
    await expectAccessible(page, `a replay ${name}`);
    await page.context().setOffline(false);
    await expectSaved(page);
    await page.getByRole('button', { name: 'Another drill' }).click();
    await expect(page.getByText(/times the best over one drill\.$/)).toBeVisible();
    await expectAccessible(page, `drills ${name}`);
    await page.context().close();
  });
