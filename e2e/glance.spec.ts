/** What a phone shows in one glance, where its thumb is, and what stays when one comes back. */
import {
  address,
  enterDemo,
  expect,
  expectAccessible,
  expectSaved,
  goTo,
  openStation,
  type Page,
  PASSPHRASE,
  test,
} from './crewTest.ts';
import { PHONE } from './sizes.ts';

const top = async (page: Page, role: 'button' | 'region', name: string | RegExp): Promise<number> =>
  (await page.getByRole(role, { name }).first().boundingBox())!.y;

test('nine lights fit on one screen: what is wrong, on what, and its mend', async ({ page }) => {
  await enterDemo(page);
  await goTo(page, '/lines/first-dance', 'First dance');
  await page.getByRole('radio', { name: 'Shot by: Body 2' }).click();
  const rows = page.getByRole('group', { name: /^Light \d,/ });
  await expect(rows).toHaveCount(8);
  const fault = page.getByRole('region', { name: 'First fault' });
  await expect(fault.getByText('Light 1 and Light 2 leave a dark bar.')).toBeInViewport({ ratio: 1 });
  await expect(fault.getByRole('button', { name: /^Set shutter 1\/200 on Body 1/ })).toBeInViewport({ ratio: 1 });
  const boxes = await rows.evaluateAll((all) => all.map((row) => row.getBoundingClientRect().toJSON() as DOMRect));
  const tallest = Math.max(...boxes.map(({ height }) => height));
  // A row is as high as a touch, and no higher: one more of the tallest still ends above what is under the thumb.
  expect(tallest).toBeLessThanOrEqual(50);
  expect(boxes.at(-1)!.bottom + tallest).toBeLessThanOrEqual(await top(page, 'region', 'First fault'));
});

test('the main action of each place is in the lower third', async ({ page }) => {
  await enterDemo(page);
  const places: readonly [path: string, title: string, act: RegExp][] = [
    ['/', 'Ropewalk wedding', /^See why and mend/],
    ['/lines/first-dance', 'First dance', /^Set shutter 1\/200/],
    ['/lines/first-dance/air', 'Air', /^Set it so/],
    ['/lines/first-dance/groups', 'Groups', /^Set these letters/],
    ['/lines/first-dance/cards', 'First dance', /^(All \d+ are|It is) set/],
    ['/fire/first-dance', 'Fire', /^Press the shutter/],
    ['/kit', 'Kit', /^Add units/],
    ['/kit/fit', 'Fit', /^Choose the gear/],
  ];
  for (const [path, title, act] of places) {
    await goTo(page, path, title);
    await expect(page.getByRole('button', { name: act }).first()).toBeVisible();
    expect(await top(page, 'button', act), path).toBeGreaterThan((PHONE.height * 2) / 3);
  }
  await goTo(page, '/lines/first-dance', 'First dance');
  await page.getByRole('button', { name: 'Mend all' }).click();
  await expect(page.getByRole('button', { name: /^Make these/ })).toBeVisible({ timeout: 60_000 });
  expect(await top(page, 'button', /^Make these/)).toBeGreaterThan((PHONE.height * 2) / 3);
});

const scrolled = (page: Page) => page.getByRole('main').locator('> :first-child');
const topOf = (page: Page): Promise<number> => scrolled(page).evaluate(({ scrollTop }) => Math.round(scrollTop));

test('a page is where it was left, with what was begun and can be undone, after back, forward and a reload', async ({
  page,
}) => {
  await enterDemo(page);
  await page.getByRole('link', { name: 'Kit' }).click();
  await page.getByRole('button', { name: /^Light 8/ }).click();
  await page.getByRole('textbox', { name: 'Notes' }).fill('creaks');
  await page.getByRole('button', { name: 'Save, Light 8' }).click();
  const undo = page.getByRole('button', { name: 'Undo: edit of Light 8' });
  await expect(undo).toBeEnabled();
  const unit = page.getByRole('button', { name: /^Light 9/ });
  await unit.click();
  await page.getByRole('textbox', { name: 'Lent to' }).fill('the other crew');
  await expect(page.getByText(/^Not saved yet/)).toBeVisible();
  const left = await topOf(page);
  expect(left).toBeGreaterThan(200);
  await page.getByRole('link', { name: /^Lines/ }).click();
  await expect(page.getByRole('navigation', { name: 'Views' })).toBeVisible();
  await expect(undo).toBeEnabled();
  expect(await topOf(page)).toBe(0);
  await page.goBack();
  await expect.poll(() => topOf(page)).toBeGreaterThan(0);
  await page.goForward();
  await expect(page.getByRole('navigation', { name: 'Views' })).toBeVisible();
  // Going forward starts nothing anew: what was done there can still be undone.
  await expect(undo).toBeEnabled();
  expect(await topOf(page)).toBe(0);
  await page.goBack();
  await unit.click();
  await expect(page.getByRole('textbox', { name: 'Lent to' })).toHaveValue('the other crew');
  await scrolled(page).evaluate((all) => (all.scrollTop = 310));
  await expect.poll(() => topOf(page)).toBe(310);
  await page.reload();
  await expect.poll(() => topOf(page)).toBe(310);
  await unit.click();
  await expect(page.getByRole('textbox', { name: 'Lent to' })).toHaveValue('the other crew');
  await page.getByRole('button', { name: 'Drop the changes, Light 9' }).click();
  await expect(page.getByRole('textbox', { name: 'Lent to' })).toHaveValue('');
  await expect(page.getByText(/^Not saved yet/)).toBeHidden();
});

test('the body, the open station and a trial on paper are there after back and a reload', async ({ page }) => {
  await enterDemo(page);
  await goTo(page, '/lines/first-dance', 'First dance');
  await page.getByRole('radio', { name: 'Shot by: Body 2' }).click();
  await openStation(page, 'Light 3', 'receiver');
  await page.getByRole('button', { name: 'Try on paper' }).click();
  await page.getByRole('textbox', { name: 'channel of Light 3' }).fill('7');
  await page.getByRole('textbox', { name: 'channel of Light 3' }).press('Enter');
  const paper = page.getByRole('region', { name: 'On paper' });
  await expect(paper).toContainText('Set channel 7 on Light 3');
  const field = page.getByRole('textbox', { name: 'ID of Light 3' });
  const isThere = async () => {
    await expect(page.getByRole('radio', { name: 'Shot by: Body 2' })).toBeChecked();
    await expect(paper).toContainText('Set channel 7 on Light 3');
    await expect(field).toBeVisible();
  };
  await page.getByRole('link', { name: 'Kit' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Kit' })).toBeVisible();
  await page.goBack();
  await isThere();
  await page.reload();
  await isThere();
});

test('an address that needs a sign-in is reached after it, and one that leads elsewhere is not', async ({
  page,
  trouble,
}) => {
  // What the page asks for while it is signed out.
  trouble.expected.push(/401/);
  const name = await enterDemo(page);
  for (const [asked, reached] of [
    ['/lines/first-dance/air', '/lines/first-dance/air'],
    ['/sign-in?to=//example.invalid/', '/'],
  ] as const) {
    await page.context().clearCookies();
    await page.evaluate(async () => {
      localStorage.clear();
      for (const { name } of await indexedDB.databases()) indexedDB.deleteDatabase(name!);
    });
    await page.goto(address() + asked);
    await page.getByRole('textbox', { name: 'Your name' }).fill(name);
    await page.getByRole('textbox', { name: 'Passphrase' }).fill(PASSPHRASE);
    await page.getByRole('button', { name: /^Sign in/ }).click();
    await expect(page).toHaveURL(address() + reached);
  }
});

test('Fire says why a light stays dark, and keeps what was marked', async ({ page }) => {
  await enterDemo(page);
  await goTo(page, '/fire/first-dance', 'Fire');
  await page.getByRole('button', { name: /^Press the shutter/ }).click();
  const line = page.getByRole('img', { name: /^Shot by Body 1/ });
  await expect(line.getByText('channel 3, sender on 11')).toBeVisible();
  await page.getByRole('radio', { name: 'What Light 6 did: dark' }).click();
  await page.getByRole('link', { name: 'Lines' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'First dance' })).toBeVisible();
  await page.getByRole('link', { name: 'Fire' }).click();
  await expect(page.getByRole('radio', { name: 'What Light 6 did: dark' })).toBeChecked();
  // Mended meanwhile: what was seen was seen with the settings of before, and says nothing of those of now.
  await page.getByRole('link', { name: 'Lines' }).click();
  await page.getByRole('button', { name: 'Light 6', exact: true }).click();
  await page.getByRole('button', { name: /^Set channel 11 on Light 6/ }).click();
  await expect(page.getByRole('group', { name: /^Light 6,.*86 % of the frame/ })).toBeVisible();
  await page.getByRole('link', { name: 'Fire' }).click();
  await page.getByRole('button', { name: 'Log 1 light' }).click();
  await expect(page.getByText('Logged 1 light.')).toBeVisible();
  await expectSaved(page);
  await page.getByRole('link', { name: 'Lines' }).click();
  const six = page.getByRole('group', { name: /^Light 6,/ });
  await expect(six).toHaveAccessibleName(/86 % of the frame/);
  await expect(six).not.toHaveAccessibleName(/test fire said/);
});

test('one mend of many is on the list to dial too, and the list is there to be opened', async ({ page }) => {
  await enterDemo(page);
  await goTo(page, '/lines/first-dance', 'First dance');
  await page.getByRole('button', { name: /^Set shutter 1\/200 on Body 1/ }).click();
  await page.getByRole('button', { name: 'To dial: 1' }).click();
  const list = page.getByRole('region', { name: 'To dial' });
  await expect(list.getByText('was 1/250')).toBeVisible();
  await page.getByRole('button', { name: 'It is dialled' }).click();
  await expect(page.getByText('All of it is on the units.')).toBeVisible();
  await page.getByRole('button', { name: 'Put the list away' }).click();
  await expect(page.getByRole('region', { name: 'First fault' })).toBeVisible();
  await expect(page.getByRole('button', { name: /^To dial/ })).toHaveCount(0);
});

test('a server that fails on load: what the device knows is there, is said to be that, and can be worked on', async ({
  page,
  trouble,
}) => {
  trouble.expected.push(/500/);
  await enterDemo(page);
  await goTo(page, '/lines/first-dance', 'First dance');
  // What was fetched is written a moment later.
  await page.waitForTimeout(2500);
  await page.route('**/api/**', (route) => route.fulfill({ status: 500, body: 'no' }));
  await page.reload();
  const meanwhile = page.getByRole('status', { name: 'Meanwhile' });
  await expect(meanwhile).toContainText('The server has trouble. Shown is what this device knows');
  await page.getByRole('button', { name: /^Set shutter 1\/200 on Body 1/ }).click();
  await expect(page.getByRole('status', { name: 'Save state' })).toHaveText('1 waiting');
  await page.unroute('**/api/**');
  await expectSaved(page);
  await expect(meanwhile).toHaveCount(0);
});

test('on paper Lines is its rows, black on white, with nothing to touch', async ({ page }) => {
  await enterDemo(page);
  await goTo(page, '/lines/first-dance', 'First dance');
  const mend = page.getByRole('button', { name: 'Mend all', includeHidden: true });
  await expect(mend).toBeVisible();
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByText('ID 52, sender 27')).toBeVisible();
  await expect(mend).toBeHidden();
  await expect(page.getByRole('navigation', { name: 'Places', includeHidden: true })).toBeHidden();
  const said = page.getByText('Light 1 and Light 2 leave a dark bar.');
  await expect(said).toHaveCSS('color', 'rgb(0, 0, 0)');
  await expect(page.getByRole('region', { name: 'First fault' })).toHaveCSS('background-color', 'rgba(0, 0, 0, 0)');
});

test('radios and checkboxes go by the platform’s keys: one stop of Tab, arrows, Space', async ({ page }) => {
  await enterDemo(page);
  await goTo(page, '/lines/first-dance', 'First dance');
  const [one, two] = ['Shot by: Body 1', 'Shot by: Body 2'].map((name) => page.getByRole('radio', { name }));
  await one!.focus();
  await page.keyboard.press('ArrowRight');
  await expect(two!).toBeChecked();
  await expect(two!).toBeFocused();
  await page.keyboard.press('ArrowRight');
  await expect(one!).toBeChecked();
  await page.keyboard.press('Tab');
  await expect(two!).not.toBeFocused();
  await page.getByRole('button', { name: 'Mend all' }).click();
  const camera = page.getByRole('checkbox', { name: 'stay at the camera' });
  await camera.focus();
  await page.keyboard.press('Space');
  await expect(camera).toBeChecked();
  await expectAccessible(page, 'mend all, by keys');
});
