/**
 * What a screen reader is given of five places, as text: `trees/*.txt`. Read the difference when one changes: it should
 * read as sentences, and in the order in which somebody works.
 */
import { enterDemo, expect, expectSaved, goTo, type Page, test } from './crewTest.ts';

async function expectTree(page: Page, name: string): Promise<void> {
  await expectSaved(page);
  expect(await page.locator('#page').ariaSnapshot()).toMatchSnapshot(`${name}.txt`);
}

test('Lines, a station, Mend all, Fire and Describe are read as they are meant', async ({ page }) => {
  await enterDemo(page);
  await goTo(page, '/lines/first-dance', 'First dance');
  await expect(page.getByRole('button', { name: 'Next, 1 of 10' })).toBeVisible();
  await expect(page.getByText('Light 1 and Light 2 leave a dark bar.')).toBeVisible();
  await expectTree(page, 'lines');
  await page.getByRole('button', { name: 'Light 6', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Light 6 · receiver' })).toBeVisible();
  await expectTree(page, 'station');
  await page.getByRole('button', { name: 'Light 6', exact: true }).click();
  await page.getByRole('button', { name: 'Mend all' }).click();
  await expect(page.getByText('No other settings take less.')).toBeVisible({ timeout: 90_000 });
  await expectTree(page, 'mend-all');

  await goTo(page, '/fire/first-dance', 'Fire');
  await expectTree(page, 'fire');
  await page.getByRole('button', { name: /^Press the shutter/ }).click();
  await page.getByRole('checkbox', { name: 'Light 9' }).click();
  await page.getByRole('button', { name: 'Mark 1 as simulated' }).click();
  await expectTree(page, 'fire-pressed');

  await goTo(page, '/kit/models/new', 'Describe a model');
  await expectTree(page, 'describe');
  await page.getByRole('button', { name: /^Shoe flash with radio/ }).click();
  await page.getByRole('textbox', { name: 'Who makes it?' }).fill('Varrow');
  await page.keyboard.press('Enter');
  await page.getByRole('textbox', { name: 'What is it called?' }).fill('Lamp');
  await page.keyboard.press('Enter');
  await page.getByRole('radio', { name: 'What foot has it?: varnholt', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Which family does it speak?' })).toBeVisible();
  await expectTree(page, 'describe-family');
});
