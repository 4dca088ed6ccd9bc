import { address, CONTRAST, enterDemo, expect, expectAccessible, goTo, type Page, test } from './crewTest.ts';

async function inTheme(page: Page, theme: string): Promise<void> {
  await page.evaluate((name) => localStorage.setItem('ergon.theme', name), theme);
  await page.reload();
}

test('no violation on the screens of the evening', async ({ page }) => {
  await page.goto(address());
  await expect(page.getByRole('button', { name: 'Enter the demo' })).toBeVisible();
  await expectAccessible(page, 'sign in');
  await page.getByRole('radio', { name: 'Way in: Start a crew' }).click();
  await page.getByRole('button', { name: /^Start the crew/ }).click();
  await expect(page.getByText('Empty: give it a name.').first()).toBeVisible();
  await expectAccessible(page, 'start a crew, with faults');
  await enterDemo(page);
  await expectAccessible(page, 'tonight');
  for (const look of ['first-dance', 'family-groups', 'slipway']) {
    await page.goto(`${address()}/lines/${look}`);
    await expect(page.getByRole('region', { name: 'First fault' })).toBeVisible();
    await expectAccessible(page, `lines of ${look}`);
  }
  await goTo(page, '/lines/first-dance', 'First dance');
  for (const stage of ['sender', 'hearer', 'lamp', 'frame']) {
    await page
      .getByRole('button', { name: new RegExp(`(^|: )${stage},`) })
      .first()
      .click();
    await expectAccessible(page, `station ${stage}`);
  }
  await goTo(page, '/fire/first-dance', 'Fire');
  await expectAccessible(page, 'fire, before');
  await page.getByRole('button', { name: /^Press the shutter/ }).click();
  await page.getByRole('button', { name: 'All as simulated' }).click();
  await expectAccessible(page, 'fire, pressed');
  await goTo(page, '/history', 'History');
  await page.getByRole('list', { name: 'Operations' }).getByRole('button').first().click();
  await expectAccessible(page, 'history, an entry open');
  await goTo(page, '/history?of=look:first-dance', 'History of First dance');
  await expectAccessible(page, 'history of a look');
  await page.goto(`${address()}/lines/nowhere`);
  await expect(page.getByText(/^There is no such look/)).toBeVisible();
  await expectAccessible(page, 'a look that is not there');
  await goTo(page, '/no/such/place', 'Nothing here');
  await expectAccessible(page, 'an address nobody knows');
});

test('no violation in any view of the kit', async ({ page }) => {
  await enterDemo(page);
  await goTo(page, '/kit', 'Kit');
  await expectAccessible(page, 'kit');
  await page.getByRole('button', { name: /^Light 5/ }).click();
  await page.getByRole('button', { name: 'Add units' }).click();
  await page.getByRole('button', { name: 'By what it can do' }).click();
  await expect(page.getByRole('textbox', { name: 'Find a model' })).toBeVisible();
  await expectAccessible(page, 'kit, unit open, filters, and one being added');
  await goTo(page, '/kit/models', 'Models');
  await expectAccessible(page, 'models');
  await goTo(page, '/kit/models/new', 'Describe a model');
  await expectAccessible(page, 'sorts of models');
  await page.getByRole('button', { name: /^Shoe flash with radio/ }).click();
  await expectAccessible(page, 'a model, first question');
  await page.getByRole('textbox', { name: 'Who makes it?' }).fill('Tholmar');
  await page.getByRole('textbox', { name: 'Who makes it?' }).press('Enter');
  await page.getByRole('button', { name: 'Next' }).click();
  await page.getByRole('textbox', { name: 'What is it called?' }).fill('Shoe 61');
  await page.getByRole('textbox', { name: 'What is it called?' }).press('Enter');
  await page.getByRole('button', { name: 'Next' }).click();
  await expectAccessible(page, 'a model, third question');
  await goTo(page, '/kit/models/tholmar-60k', 'Tholmar Shoe 60');
  await expectAccessible(page, 'a model, all of it');
  await goTo(page, '/kit/families', 'Families');
  await page.getByRole('button', { name: 'Add a family' }).click();
  await expectAccessible(page, 'families');
  await goTo(page, '/kit/families/plover', 'Plover');
  await expectAccessible(page, 'a family');
  await goTo(page, '/kit/fit', 'Fit');
  await page.getByRole('button', { name: /^Light 3 with Body 2/ }).click();
  await page.getByRole('button', { name: 'Choose the gear' }).click();
  await expect(page.getByText(/^TTL, high-speed sync, rear curtain: no/).first()).toBeVisible();
  await expectAccessible(page, 'fit, a pair open');
  await goTo(page, '/kit/files', 'In and out');
  await page.getByLabel('Unit list to read').setInputFiles({
    name: 'units.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('label,model\nCrate 1,Shoe 60\n,Shoe 60\n'),
  });
  await expect(page.getByText('units.csv: 1 to add, 0 to change, 0 as they are, 1 refused.')).toBeVisible();
  await expectAccessible(page, 'a unit list, previewed');
});

for (const theme of ['sun', 'hush']) {
  test(`enough contrast everywhere in ${theme}`, async ({ page }) => {
    await page.goto(address());
    await inTheme(page, theme);
    await expect(page.getByRole('button', { name: 'Enter the demo' })).toBeVisible();
    await expectAccessible(page, 'sign in', CONTRAST);
    await enterDemo(page);
    await expectAccessible(page, 'tonight', CONTRAST);
    await goTo(page, '/lines/first-dance', 'First dance');
    await page
      .getByRole('button', { name: /(^|: )hearer,/ })
      .first()
      .click();
    await page.getByRole('button', { name: /words? of advice$/ }).click();
    await page.getByRole('button', { name: 'Try on paper' }).click();
    await expectAccessible(page, 'lines, a station and the advice open, on paper', CONTRAST);
    await goTo(page, '/fire/first-dance', 'Fire');
    await page.getByRole('button', { name: /^Press the shutter/ }).click();
    await page.getByRole('button', { name: 'All as simulated' }).click();
    await expectAccessible(page, 'fire, pressed', CONTRAST);
    await goTo(page, '/kit', 'Kit');
    await page.getByRole('button', { name: /^Light 5/ }).click();
    await page.getByRole('button', { name: 'Add units' }).click();
    await page.getByRole('button', { name: 'Add, this unit' }).click();
    await expect(page.getByText('Choose a model.')).toBeVisible();
    await expectAccessible(page, 'kit, a unit open and one being added, with faults', CONTRAST);
    await goTo(page, '/kit/models/tholmar-60k', 'Tholmar Shoe 60');
    await expectAccessible(page, 'a model', CONTRAST);
    await goTo(page, '/kit/families/plover', 'Plover');
    await expectAccessible(page, 'a family', CONTRAST);
    await goTo(page, '/kit/fit', 'Fit');
    await page.getByRole('button', { name: /^Light 3 with Body 2/ }).click();
    await expectAccessible(page, 'fit, a pair open', CONTRAST);
  });
}
