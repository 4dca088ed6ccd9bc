import { address, enterDemo, expect, expectSaved, goTo, type Page, test, openStation } from './crewTest.ts';

/** The first fault's fix; what stands on the block at the top. */
const block = (page: Page) => page.getByRole('region', { name: 'First fault' });
const mend = (page: Page) =>
  block(page)
    .getByRole('button', { name: /^(?!Next|Mend all)/ })
    .first();

async function chooseBody(page: Page, body: string): Promise<void> {
  await page.getByRole('radio', { name: `Shot by: ${body}` }).click();
}

/** Presses the offered fix of whatever fault stands first, until none is left; answers how many it took. */
async function mendAll(page: Page): Promise<number> {
  for (let count = 0; count < 20; count++) {
    if (await page.getByText('Every light fires as meant, once it is dialled.').isVisible()) return count;
    const what = await block(page).innerText();
    await mend(page).click();
    await expect(async () => {
      const done = await page.getByText('Every light fires as meant, once it is dialled.').isVisible();
      expect(done || (await block(page).innerText()) !== what).toBe(true);
    }).toPass();
  }
  throw new Error('still failing after 20 fixes');
}

async function fireAndLog(page: Page, body: string, count: number): Promise<void> {
  await chooseBody(page, body);
  await page.getByRole('button', { name: /^Press the shutter/ }).click();
  await expect(page.getByText(`${count} of ${count} in the frame.`)).toBeVisible();
  await page.getByRole('checkbox', { name: 'every light' }).click();
  await page.getByRole('button', { name: `Mark ${count} as simulated` }).click();
  await page.getByRole('button', { name: `Log ${count} lights` }).click();
  await expect(page.getByText(`Logged ${count} lights.`)).toBeVisible();
  await expectSaved(page);
}

test('enter, see what fails, mend each, fire, log, reload: proven; a change makes it stale; undo restores', async ({
  page,
}) => {
  await enterDemo(page);
  await expect(page.getByText('Vows: 2 of 2 lights would not do as planned.')).toBeVisible();

  await goTo(page, '/lines/first-dance', 'First dance');
  for (const [light, gap] of [
    ['Light 3', 'ID 52, sender 27'],
    ['Light 4', 'sender has no group E'],
    ['Light 5', 'set local, not remote'],
    ['Light 6', 'channel 3, sender on 11'],
    ['Light 9', 'flip switch 1'],
  ] as const) {
    await expect(page.getByRole('group', { name: new RegExp(`^${light},.*${gap}`) })).toBeVisible();
  }
  const fixes = await mendAll(page);
  expect(fixes).toBeGreaterThanOrEqual(10);
  await expectSaved(page);
  for (const light of [1, 2, 3, 4, 5, 6, 9]) {
    await expect(page.getByRole('group', { name: new RegExp(`^Light ${light},.*In the frame\\.$`) })).toBeVisible();
  }

  await goTo(page, '/fire/first-dance', 'Fire');
  await fireAndLog(page, 'Body 1', 7);
  await fireAndLog(page, 'Body 2', 8);
  await goTo(page, '/', 'Ropewalk wedding');
  await page.reload();
  await expect(page.getByText('Long shed · 9 proven')).toBeVisible();

  await goTo(page, '/lines/first-dance', 'First dance');
  await openStation(page, 'Light 6', 'lamp');
  await page.getByRole('button', { name: 'power of Light 6: less' }).click();
  await expect(page.getByRole('group', { name: /^Light 6,.*stops? off/ })).toBeVisible();
  await expectSaved(page);
  await page.getByRole('link', { name: 'Tonight' }).click();
  await expect(page.getByText('Long shed · 1 failing · 8 proven')).toBeVisible();
  await undo(page);
  await expect(page.getByText('Long shed · 9 proven')).toBeVisible();
  await expectSaved(page);
  await page.reload();
  await expect(page.getByText('Long shed · 9 proven')).toBeVisible();

  // A sender's change is every light's it drives.
  await goTo(page, '/lines/first-dance', 'First dance');
  await chooseBody(page, 'Body 1');
  await openStation(page, 'Light 1', 'frame');
  await page.getByRole('button', { name: 'shutter of Body 1: less' }).click();
  await expectSaved(page);
  await page.getByRole('link', { name: 'Tonight' }).click();
  await expect(page.getByText('Long shed · 7 computed · 2 proven')).toBeVisible();
});

async function undo(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^Undo: / }).click();
}

test('the demo is entered with one tap, and starts again as it came', async ({ page }) => {
  await page.goto(address());
  await page.getByRole('button', { name: 'Enter the demo' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Ropewalk wedding' })).toBeVisible();
  await goTo(page, '/lines/vows', 'Vows');
  await mend(page).click();
  await expect(page.getByText('Every light fires as meant, once it is dialled.')).toBeVisible();
  await expectSaved(page);
  await goTo(page, '/', 'Ropewalk wedding');
  await page.getByRole('button', { name: 'Start the demo again' }).click();
  // It asks, since all that anybody did there goes.
  await page.getByRole('button', { name: 'Start it again' }).click();
  await expect(page.getByRole('button', { name: 'Undo: starting the demo again' })).toBeVisible();
  await expectSaved(page);
  await page.getByRole('link', { name: /Vows/ }).first().click();
  await expect(block(page)).toContainText('Light 1 and Light 2 stay silent.');
  await undo(page);
  await expect(page.getByText('Every light fires as meant, once it is dialled.')).toBeVisible();
});

test('an address nobody knows is answered in our words; a place without a look goes to the next one', async ({
  page,
  trouble,
}) => {
  trouble.expected.push(/404/);
  await enterDemo(page);
  await goTo(page, '/no/such/place', 'Nothing here');
  await page.getByRole('button', { name: 'Go to Tonight' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Ropewalk wedding' })).toBeVisible();
  // The vows come first, and fail.
  await goTo(page, '/lines', 'Vows');
  await goTo(page, '/fire', 'Fire');
  await expect(page.getByText(/^Vows · Body 1/)).toBeVisible();
  await goTo(page, '/lines/brunch', 'Lines');
  await expect(page.getByText(/^There is no such look/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Go to Tonight' })).toBeVisible();
});

test('a fault shared by all is one gap, mended once', async ({ page }) => {
  await enterDemo(page);
  await goTo(page, '/lines/vows', 'Vows');
  await expect(block(page)).toContainText('Light 1 and Light 2 stay silent.');
  await block(page)
    .getByRole('button', { name: /^Set shutter type mechanical on Body 1/ })
    .click();
  await expect(page.getByText('Every light fires as meant, once it is dialled.')).toBeVisible();
});

test('what is not recorded is said, and recording it settles it', async ({ page }) => {
  await enterDemo(page);
  await goTo(page, '/lines/family-groups', 'Family groups');
  await expect(page.getByRole('group', { name: /^Light 2,.*Unknown/ })).toBeVisible();
  await openStation(page, 'Light 2', 'receiver');
  const id = page.getByRole('textbox', { name: 'ID of Light 2' });
  await id.fill('27');
  await id.press('Enter');
  await expect(page.getByRole('group', { name: /^Light 2,.*In the frame/ })).toBeVisible();
});

test('a unit put into a look is unknown until recorded, and undo takes it out again', async ({ page }) => {
  await enterDemo(page);
  await goTo(page, '/lines/vows', 'Vows');
  await mend(page).click();
  await expect(page.getByText('Every light fires as meant, once it is dialled.')).toBeVisible();
  await page.getByRole('button', { name: 'Put a unit in this look' }).click();
  await page.getByRole('radio', { name: 'Put in: Light 8' }).click();
  await page.getByRole('button', { name: 'Put Light 8 in with nothing set' }).click();
  await expect(page.getByRole('group', { name: /^Light 8.*Unknown/ })).toBeVisible();
  await openStation(page, 'Light 8', 'foot');
  await page.getByRole('radio', { name: 'link of Light 8: eye' }).click();
  await openStation(page, 'Light 8', 'receiver');
  await expect(page.getByRole('radio', { name: 'eye of Light 8: S1' })).toBeVisible();
  await expectSaved(page);
  await page.getByRole('button', { name: /^Undo: link of Light 8/ }).click();
  await page.getByRole('button', { name: 'Undo: putting Light 8 in' }).click();
  await expect(page.getByRole('group', { name: /^Light 8/ })).toHaveCount(0);
});

test('a real test fire that says otherwise than the simulation makes the light fail', async ({ page }) => {
  await enterDemo(page);
  await goTo(page, '/fire/speeches', 'Fire');
  await page.getByRole('button', { name: /^Press the shutter/ }).click();
  await page.getByRole('radio', { name: 'What Light 2 did: dark' }).click();
  await page.getByRole('button', { name: 'Log 1 light' }).click();
  await expect(page.getByText('in the frame · test fire said dark')).toBeVisible();
  await page.getByRole('link', { name: 'Tonight' }).click();
  await expect(page.getByText('Long shed · Speeches: 1 failing · 3 computed')).toHaveCount(2);
});

test('kit: add, rename, remove and undo', async ({ page }) => {
  await enterDemo(page);
  await goTo(page, '/kit', 'Kit');
  await page.getByRole('button', { name: 'Add units' }).click();
  await page.getByRole('button', { name: 'Add, this unit' }).click();
  await expect(page.getByText('Choose a model.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Find a model' }).fill('field');
  await page.getByRole('radio', { name: 'Model: Tholmar Field 200' }).click();
  await page.getByRole('textbox', { name: 'Label on its tape' }).fill('Light 10');
  await page.getByRole('button', { name: 'Add, this unit' }).click();
  await page.getByRole('button', { name: /^Light 10/ }).click();
  await page.getByRole('textbox', { name: 'Label on its tape' }).fill('Light ten');
  await page.getByRole('button', { name: 'Save, Light 10' }).click();
  await page.getByRole('button', { name: /^Light ten/ }).click();
  await page.getByRole('button', { name: 'Remove, Light ten' }).click();
  await expect(page.getByRole('button', { name: /^Light ten/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo: removal of Light ten' }).click();
  await expect(page.getByRole('button', { name: /^Light ten/ })).toBeVisible();
  await page.getByRole('button', { name: /^Undo: edit of/ }).click();
  await expect(page.getByRole('button', { name: /^Light 10/ })).toBeVisible();
  await page.getByRole('button', { name: 'Undo: adding Light 10' }).click();
  await expect(page.getByRole('button', { name: /^Light 10/ })).toHaveCount(0);
});

test('removing a unit takes it out of its looks; undo puts it back', async ({ page }) => {
  await enterDemo(page);
  await goTo(page, '/kit', 'Kit');
  await page.getByRole('button', { name: /^Light 6/ }).click();
  await page.getByRole('button', { name: 'Remove, Light 6' }).click();
  await expect(page.getByRole('button', { name: /^Light 6/ })).toHaveCount(0);
  await page.getByRole('link', { name: 'Tonight' }).click();
  await expect(page.getByText('7 failing · 1 computed')).toBeVisible();
  await page.getByRole('button', { name: 'Undo: removal of Light 6' }).click();
  await expect(page.getByText('8 failing · 1 computed')).toBeVisible();
});

test('a document with faults is refused with their paths; a sound one comes in', async ({ page, trouble }) => {
  trouble.expected.push(/400/);
  await page.goto(address());
  await page.getByRole('radio', { name: 'Way in: Start a crew' }).click();
  await page.getByRole('textbox', { name: 'Crew' }).fill('Lock keepers');
  await page.getByRole('textbox', { name: 'Your name' }).fill(`Keeper ${Date.now()}`);
  await page.getByRole('textbox', { name: 'Passphrase' }).fill('short');
  await page.getByRole('button', { name: /^Start the crew/ }).click();
  await expect(page.getByText('Shorter than 10 characters.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Passphrase' }).fill('tarred hemp rope');
  await page.getByRole('button', { name: /^Start the crew/ }).click();
  await expect(page.getByText('Your gear. The bodies, flashes and triggers you own.')).toBeVisible();

  await page.getByRole('link', { name: 'Kit' }).click();
  await page.getByRole('link', { name: 'In and out' }).click();
  const input = page.getByLabel('Document to import');
  await input.setInputFiles({ name: 'broken.json', mimeType: 'application/json', buffer: Buffer.from('{"format":') });
  await expect(page.getByText(/broken\.json: is not valid JSON/)).toBeVisible();
  await input.setInputFiles({
    name: 'odd.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"format":"ergon-kit","version":1,"lokos":[]}'),
  });
  await expect(page.getByText('lokos: is not a known field. Did you mean "looks"?')).toBeVisible();
  await input.setInputFiles('../demo/ropewalk.json');
  await expect(page.getByText('Imported ropewalk.json.')).toBeVisible();
  await page.goto(`${address()}/events/ropewalk`);
  await expect(page.getByText('8 failing · 1 computed').first()).toBeVisible();
});

test('edits made while the server cannot be reached wait, show, and are saved when it is back', async ({
  page,
  context,
  trouble,
}) => {
  trouble.expected.push(/ERR_INTERNET_DISCONNECTED/, /failed: /);
  await enterDemo(page);
  await goTo(page, '/lines/vows', 'Vows');
  await context.setOffline(true);
  await mend(page).click();
  await expect(page.getByText('Every light fires as meant, once it is dialled.')).toBeVisible();
  await expect(page.getByRole('status', { name: 'Save state' })).toHaveText('1 waiting');
  await context.setOffline(false);
  await expectSaved(page);
  await page.reload();
  await expect(page.getByText('Every light fires as meant, once it is dialled.')).toBeVisible();
});

test('a light opens where it is, and what opens is in sight', async ({ page }) => {
  await enterDemo(page);
  await goTo(page, '/lines/first-dance', 'First dance');
  const row = page.getByRole('group', { name: /^Light 3/ });
  const head = row.getByRole('button', { name: 'Light 3', exact: true });
  const before = (await head.boundingBox())!.y;
  await head.click();
  await expect(row.getByRole('button', { name: /, receiver, .*: the line stops here$/ })).toBeInViewport({ ratio: 1 });
  expect((await head.boundingBox())!.y).toBeCloseTo(before, 0);
  await expect(page.getByRole('button', { name: /^Set ID 27 on Light 3/ })).toBeInViewport({ ratio: 1 });
  // Another one below it: the first closes, and the touched one stays under the thumb.
  const other = page.getByRole('button', { name: 'Light 4', exact: true });
  await other.scrollIntoViewIfNeeded();
  const at = (await other.boundingBox())!.y;
  await other.click();
  await expect(row.getByRole('button', { name: /, receiver, / })).toHaveCount(0);
  expect((await other.boundingBox())!.y).toBeCloseTo(at, 0);
});
