/** What only a wide screen has: keys. */
import { enterDemo, expect, goTo, type Page, test } from './crewTest.ts';

const block = (page: Page) => page.getByRole('region', { name: 'First fault' });
const mend = (page: Page) =>
  block(page)
    .getByRole('button', { name: /^(?!Next|Mend all)/ })
    .first();

async function openStation(page: Page, light: string, stage: string): Promise<void> {
  await page.getByRole('button', { name: new RegExp(`^${light}, ${stage}`) }).click();
}

test('on paper the undo key takes back what is tried and leaves what is real', async ({ page }) => {
  await enterDemo(page);
  await goTo(page, '/lines/vows', 'Vows');
  await mend(page).click();
  await expect(page.getByText('Every light fires as meant, once it is dialled.')).toBeVisible();
  await page.getByRole('button', { name: 'Try on paper' }).click();
  await openStation(page, 'Light 1', 'lamp');
  await page.getByRole('button', { name: 'power of Light 1: less' }).click();
  const sheet = page.getByRole('region', { name: 'On paper' });
  await expect(sheet.getByText(/^Set power/)).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(sheet.getByText(/^Set power/)).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await page.getByRole('button', { name: 'Drop it, what was tried' }).click();
  await expect(page.getByText('Every light fires as meant, once it is dialled.')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(block(page)).toContainText('Light 1 and Light 2 stay silent.');
});

test('keyboard: arrows, find, keys, undo', async ({ page }) => {
  await enterDemo(page);
  await goTo(page, '/lines/first-dance', 'First dance');
  const station = page.getByRole('complementary', { name: 'Station' });
  // The name of the look stands before its lines do, and with it the keys.
  const find = page.getByRole('textbox', { name: 'Find a light' });
  await expect(async () => {
    await page.keyboard.press('/');
    await expect(find).toBeVisible({ timeout: 1000 });
  }).toPass();
  await find.fill('door');
  await page.keyboard.press('Enter');
  await expect(station).toContainText('Light 6 · receiver');
  // The focus goes along, so that a reader says where one is.
  const focused = page.locator(':focus');
  await expect(focused).toHaveAccessibleName(/^Light 6, receiver, channel 3, .*: the line stops here/);
  await page.keyboard.press('ArrowLeft');
  await expect(station).toContainText('Light 6 · air');
  await expect(focused).toHaveAccessibleName(/^Light 6, air: works/);
  await page.keyboard.press('ArrowUp');
  await expect(station).toContainText('Light 5 · air');
  await page.keyboard.press('?');
  await expect(page.getByText('go along lines and stations')).toBeVisible();
  await page.keyboard.press('Escape');
  // What is wrong with the light that is open stands first: the keys went on to Light 5.
  await expect(block(page)).toContainText('Light 5 stays silent.');
  await mend(page).click();
  await expect(page.getByRole('button', { name: /^Undo: Set role remote on Light 5/ })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Undo: nothing to undo' })).toBeVisible();
});
