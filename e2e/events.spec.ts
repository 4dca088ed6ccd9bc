/** Events, moments and looks through the screens: made, changed, copied, moved, removed, undone, by one and by two. */
import {
  address,
  enterDemo,
  expect,
  expectAccessible,
  expectSaved,
  goTo,
  type Page,
  secondMember,
  test,
  openFirst,
} from './crewTest.ts';

const moments = (page: Page) => page.getByRole('list', { name: 'Moments' }).getByRole('listitem');
const looks = (page: Page) => page.getByRole('list', { name: 'Looks' }).getByRole('listitem');
const document = async (page: Page) => (await page.request.get(`${address()}/api/document`)).text();
const undo = (page: Page) => page.getByRole('button', { name: /^Undo: / }).click();

async function openEvent(page: Page, event: string, name: string): Promise<void> {
  await goTo(page, `/events/${event}`, name);
  await expect(page.getByRole('heading', { level: 2, name: 'Looks' })).toBeVisible();
}

/** The same through the places, so that what was done here can still be undone here. */
async function walkTo(page: Page, name: string): Promise<void> {
  await page.getByRole('link', { name: 'Tonight' }).click();
  await page.getByRole('button', { name: 'Other events' }).click();
  await page.getByRole('link', { name: new RegExp(`^${name}`) }).click();
  await expect(page.getByRole('heading', { level: 1, name })).toBeVisible();
  await expect(page.getByRole('heading', { level: 2, name: 'Looks' })).toBeVisible();
}

test('moments are added, moved in time and by hand, copied, changed and removed; each is undone byte for byte', async ({
  page,
}) => {
  await enterDemo(page);
  await openEvent(page, 'ropewalk', 'Ropewalk wedding');
  await expect(moments(page)).toHaveCount(7);
  const before = await document(page);
  const steps: string[] = [];
  const done = async () => {
    await expectSaved(page);
    const now = await document(page);
    expect(now).not.toBe(steps.at(-1) ?? before);
    steps.push(now);
  };

  await page.getByRole('button', { name: 'Add a moment' }).click();
  await page.getByLabel('What happens').fill('Sparklers');
  await page.getByLabel('Time', { exact: true }).fill('21:00');
  await page.getByRole('radio', { name: 'Look: First dance' }).click();
  await page.getByRole('button', { name: 'Add it' }).click();
  await expect(moments(page).nth(6)).toContainText('Sparklers');
  await done();

  await page.getByRole('button', { name: 'Change, Sparklers' }).click();
  await page.getByRole('button', { name: 'Earlier, Sparklers' }).click();
  await expect(moments(page).nth(5)).toContainText('Sparklers');
  await expect(page.getByText('First dance stands after something later.')).toBeVisible();
  await done();
  await page.getByLabel('Time', { exact: true }).fill('00:30');
  await page.getByLabel('Minutes').fill('20');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  // What lies past midnight comes last.
  await expect(moments(page).nth(7)).toContainText('Sparklers');
  await expect(moments(page).nth(7)).toContainText('20 min');
  await done();

  await page.getByRole('button', { name: 'Change, Vows' }).click();
  await page.getByRole('button', { name: 'Copy, Vows' }).click();
  await expect(moments(page)).toHaveCount(9);
  await done();
  await page.getByRole('button', { name: 'Change, Signing the book' }).click();
  await page.getByRole('button', { name: 'Remove, Signing the book' }).click();
  await expect(moments(page)).toHaveCount(8);
  await done();

  for (const was of [...steps.slice(0, -1).reverse(), before]) {
    await undo(page);
    await expectSaved(page);
    expect(await document(page)).toBe(was);
  }
});

test('a look is renamed, copied into another event without its proof, and removed; undo brings it back', async ({
  page,
}) => {
  await enterDemo(page);
  await openEvent(page, 'ropewalk', 'Ropewalk wedding');
  const before = await document(page);
  await page.getByRole('button', { name: 'More, Speeches' }).click();
  await page.getByLabel('Name of the look').fill('Toasts');
  await page.getByRole('button', { name: 'Rename, Speeches' }).click();
  await expect(looks(page).filter({ hasText: 'Toasts' })).toHaveCount(1);
  await expect(moments(page).filter({ hasText: 'Toasts: 4 computed' })).toHaveCount(2);

  await walkTo(page, 'Mill harvest supper');
  await page.getByRole('button', { name: 'More, Supper' }).click();
  await expect(page.getByRole('list', { name: 'Logged test fires' })).toContainText('Light 3 stayed dark');
  await page.getByLabel('Name of the copy').fill('Supper by the harbour');
  await page.getByRole('radio', { name: 'Copy to: Regatta supper' }).click();
  await page.getByRole('button', { name: 'Copy it, Supper' }).click();
  await walkTo(page, 'Regatta supper');
  await expect(looks(page).filter({ hasText: 'Supper by the harbour' })).toContainText('3 computed · in no moment');

  await walkTo(page, 'Ropewalk wedding');
  await page.getByRole('button', { name: 'More, Toasts' }).click();
  await expect(page.getByText(/^Removing it also takes out /)).toBeVisible();
  await page.getByRole('button', { name: 'Remove, Toasts' }).click();
  await expect(moments(page).filter({ hasText: 'no look yet' })).toHaveCount(2);
  await expect(moments(page)).toHaveCount(7);
  for (let step = 0; step < 3; step++) {
    await expectSaved(page);
    await undo(page);
  }
  await expectSaved(page);
  expect(await document(page)).toBe(before);
});

test('an event is made, renamed, put away, copied and removed, and all of it undone', async ({ page }) => {
  await enterDemo(page);
  await goTo(page, '/events', 'Events');
  const before = await document(page);
  await page.getByRole('button', { name: 'Add an event' }).click();
  await page.getByRole('button', { name: 'Add it' }).click();
  await expect(page.getByText('Empty: give it a name.')).toBeVisible();
  await page.getByLabel('Name of the event').fill('Boat launch');
  await page.getByRole('button', { name: 'Add it' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Boat launch' })).toBeVisible();
  await page.getByRole('button', { name: 'Change, Boat launch' }).click();
  await page.getByLabel('Venue').fill('Slipway');
  await page.getByLabel('Name of the event').fill('Launch');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('no date yet · Slipway')).toBeVisible();
  await page.getByRole('button', { name: 'Put it away, Launch' }).click();
  await page.getByRole('link', { name: 'Tonight' }).click();
  await page.getByRole('button', { name: 'Other events' }).click();
  await expect(page.getByRole('list', { name: 'Put away' })).toContainText('Launch');

  await page.getByRole('link', { name: /^Ropewalk wedding/ }).click();
  await page.getByRole('button', { name: 'Remove, Ropewalk wedding' }).click();
  await expect(page.getByText(/^Removing it also takes out /)).toBeVisible();
  await page.getByRole('button', { name: 'Remove it, Ropewalk wedding' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Events' })).toBeVisible();
  await expect(page.getByRole('link', { name: /^Ropewalk wedding/ })).toHaveCount(0);
  for (let step = 0; step < 4; step++) {
    await expectSaved(page);
    await undo(page);
  }
  await expectSaved(page);
  expect(await document(page)).toBe(before);
});

test('a past event shows what it was like, changes only once it is opened again, and is copied with two taps', async ({
  page,
}) => {
  await enterDemo(page);
  await openEvent(page, 'harvest', 'Mill harvest supper');
  await expect(page.getByText(/Channel 11 was clear all evening/)).toBeVisible();
  await expect(moments(page).first()).toContainText('Bounce off the whitewash works.');
  await expect(moments(page).first()).toContainText('3 proven');
  await expect(page.getByRole('button', { name: /^Change|^Remove|New look|Add a moment/ })).toHaveCount(0);
  await expectAccessible(page, 'a past event');
  const before = await document(page);

  // Its looks may be tried on paper, and nothing of it changes.
  await moments(page).first().getByRole('link').click();
  await expect(page.getByRole('heading', { level: 1, name: 'Supper' })).toBeVisible();
  await openFirst(page, 'receiver');
  await page.getByRole('button', { name: /^channel of Light 1: more/ }).click();
  const paper = page.getByRole('region', { name: 'On paper' });
  await expect(paper).toContainText('Light 1');
  await expect(paper.getByRole('button', { name: /^Take it over/ })).toHaveCount(0);
  await paper.getByRole('button', { name: /^Drop it/ }).click();
  expect(await document(page)).toBe(before);

  await openEvent(page, 'harvest', 'Mill harvest supper');
  await page.getByRole('button', { name: 'Copy to another day, Mill harvest supper' }).click();
  await page.getByRole('button', { name: 'Copy it' }).click();
  await expect(page).not.toHaveURL(/harvest$/);
  await expect(page.getByRole('heading', { level: 1, name: 'Mill harvest supper' })).toBeVisible();
  await expect(moments(page).first()).toContainText('3 computed');
  await expect(page.getByRole('button', { name: 'Change, Supper' })).toBeVisible();

  await openEvent(page, 'harvest', 'Mill harvest supper');
  await page.getByRole('button', { name: 'Open it again, Mill harvest supper' }).click();
  await expect(page.getByRole('button', { name: 'Change, Supper' })).toBeVisible();
  await expectSaved(page);
});

test('two members plan one event at once: both win, and each sees the other’s', async ({ page, browser }) => {
  await enterDemo(page);
  const other = await (await browser.newContext({ viewport: page.viewportSize()! })).newPage();
  await secondMember(page, other);
  await openEvent(page, 'regatta', 'Regatta supper');
  await openEvent(other, 'regatta', 'Regatta supper');
  await page.getByRole('button', { name: 'Change, Prize giving' }).click();
  await other.getByRole('button', { name: 'Change, Supper' }).click();
  await page.getByLabel('Where').fill('Upper slip');
  await other.getByLabel('Time', { exact: true }).fill('16:00');
  await Promise.all([
    page.getByRole('button', { name: 'Save', exact: true }).click(),
    other.getByRole('button', { name: 'Save', exact: true }).click(),
  ]);
  for (const one of [page, other]) {
    await expect(moments(one).first()).toContainText('Supper');
    await expect(moments(one).first()).toContainText('16:00');
    await expect(moments(one).nth(1)).toContainText('Upper slip');
  }
  // One renames a look while the other takes it out: the rename waits with its member, and nothing is lost.
  await page.getByRole('button', { name: 'More, Prize giving' }).click();
  await page.getByLabel('Name of the look').fill('Prizes');
  await other.getByRole('button', { name: 'More, Supper in the boathouse' }).click();
  await Promise.all([
    page.getByRole('button', { name: 'Rename, Prize giving' }).click(),
    other.getByRole('button', { name: 'Remove, Supper in the boathouse' }).click(),
  ]);
  for (const one of [page, other]) {
    await expect(looks(one)).toHaveCount(1);
    await expect(looks(one).first()).toContainText('Prizes');
  }
  await other.close();
});

test('a wish that cannot be met says what is missing; one that can is proposed, pinned and used for its moment', async ({
  page,
}) => {
  await enterDemo(page);
  await openEvent(page, 'regatta', 'Regatta supper');
  await page.getByRole('button', { name: 'Add a moment' }).click();
  await page.getByLabel('What happens').fill('Fireworks');
  await page.getByRole('button', { name: 'Add it' }).click();
  await page.getByRole('button', { name: 'Light it, Fireworks' }).click();
  await expect(page.getByLabel('Name of the look')).toHaveValue('Fireworks');
  for (const body of ['Body 2', 'Guest 1']) await page.getByRole('checkbox', { name: body }).click();
  await page.getByRole('button', { name: 'Propose' }).click();
  await expect(page.getByText('Nothing in your kit does all of this.')).toBeVisible({ timeout: 60_000 });
  await expect(page.getByText('One more sender of Plover, such as another Tholmar Sender K.')).toBeVisible();
  await expectAccessible(page, 'a wish that cannot be met');

  for (const body of ['Body 2', 'Guest 1']) await page.getByRole('checkbox', { name: body }).click();
  const best = page.getByRole('region', { name: 'Best', exact: true });
  await expect(best).toContainText('Every light is set from the camera.', { timeout: 60_000 });
  await expect(page.getByRole('region', { name: /^(Second|Third) best$/ })).toHaveCount(2);
  await expectAccessible(page, 'proposals');
  // What was begun is there after a reload.
  await page.reload();
  await expect(best).toContainText('Every light is set from the camera.', { timeout: 60_000 });
  await page
    .getByRole('region', { name: /^(Second|Third) best$/ })
    .first()
    .getByRole('button', { name: /^Look at it/ })
    .click();
  const other = page
    .getByRole('region', { name: /^(Second|Third) best$/ })
    .first()
    .getByRole('listitem')
    .last();
  await other.getByRole('button', { name: /^Keep, / }).click();
  await expect(best.getByRole('button', { name: /^Let go, Rim/ })).toBeVisible({ timeout: 60_000 });
  await best.getByRole('button', { name: 'Use this look' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Fireworks' })).toBeVisible();
  await expect(page.getByText('Every light fires as meant, once it is dialled.')).toBeVisible();
  await openEvent(page, 'regatta', 'Regatta supper');
  await expect(moments(page).filter({ hasText: 'Fireworks' })).toContainText('3 computed');
});

test('a unit is taken out of a look and put back by undo', async ({ page }) => {
  await enterDemo(page);
  await goTo(page, '/lines/speeches', 'Speeches');
  await page.getByRole('button', { name: 'Units in this look, 9' }).click();
  await page.getByRole('button', { name: 'Take out, Light 3' }).click();
  await expect(page.getByRole('group', { name: /^Light 3/ })).toHaveCount(0);
  await undo(page);
  await expect(page.getByRole('group', { name: /^Light 3/ })).toHaveCount(1);
});
