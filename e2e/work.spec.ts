import { enterDemo, expect, expectAccessible, expectSaved, goTo, openFirst, type Page, test } from './crewTest.ts';

const panel = (page: Page) => page.getByRole('region', { name: 'Mend all' });
const paper = (page: Page) => page.getByRole('region', { name: 'On paper' });

test('the demo’s dozen faults are mended in one step, and stay so', async ({ page }) => {
  await enterDemo(page);
  await goTo(page, '/lines/first-dance', 'First dance');
  await page.getByRole('button', { name: 'Mend all' }).click();
  await expect(panel(page).getByText(/ of work: then every light fires as meant\.$/)).toBeVisible({ timeout: 60_000 });
  await expect(panel(page).getByText('At the camera', { exact: true })).toBeVisible();
  await expectAccessible(page, 'mend all');
  await page.getByRole('button', { name: /^Make these \d+ changes/ }).click();
  // Planned is not dialled: the list stays, over a reload too, and its ticks are those of the cards.
  const list = page.getByRole('region', { name: 'To dial' });
  await expect(list.getByText(/^10 settings on \d+ units: set here, not yet there\.$/)).toBeVisible();
  await expectSaved(page);
  await page.reload();
  await expect(list.getByRole('checkbox')).toHaveCount(10);
  await expectAccessible(page, 'to dial');
  const tick = list.getByRole('checkbox', { name: 'Set channel 11 on Light 6, dialled' });
  await tick.click();
  await expect(tick).toBeChecked();
  await expect(list.getByText(/^9 settings on /)).toBeVisible();
  await page.getByRole('link', { name: 'Cards' }).click();
  await page.getByRole('button', { name: /^Light 6,/ }).click();
  await expect(page.getByRole('checkbox', { name: /^Channel.*11/ })).toBeChecked();
  await page.goBack();
  await expect(tick).toBeChecked();
  // The page goes to where it was, and a touch on its way there meets nothing.
  await expect(async () => {
    if (await tick.isChecked()) await tick.click();
    await expect(tick).not.toBeChecked({ timeout: 2000 });
  }).toPass();
  await page.getByRole('button', { name: 'All 10 are dialled' }).click();
  await expect(page.getByText('All of it is on the units.')).toBeVisible();
  await page.getByRole('button', { name: 'Put the list away' }).click();
  await expect(page.getByText('Every light fires as meant, once it is dialled.')).toBeVisible();
  await expectSaved(page);
});

test('mending all is undone in one step; from the camera alone less is saved, and it says what is left', async ({
  page,
}) => {
  await enterDemo(page);
  await goTo(page, '/lines/slipway', 'Slipway portraits');
  await page.getByRole('button', { name: 'Mend all' }).click();
  await expect(panel(page).getByText('No other settings take less.')).toBeVisible({ timeout: 60_000 });
  await panel(page).getByRole('checkbox', { name: 'stay at the camera' }).click();
  await expect(panel(page).getByText(/still fail/)).toBeVisible({ timeout: 60_000 });
  await panel(page).getByRole('checkbox', { name: 'stay at the camera' }).click();
  await expect(panel(page).getByText(/then every light fires as meant/)).toBeVisible({ timeout: 60_000 });
  await page.getByRole('button', { name: /^Make these/ }).click();
  await expect(page.getByRole('region', { name: 'To dial' })).toBeVisible();
  await page.getByRole('button', { name: 'Lines, back to them' }).click();
  await expect(page.getByText('Every light fires as meant, once it is dialled.')).toBeVisible();
  await page.getByRole('button', { name: /^Undo: all mended/ }).click();
  await expect(page.getByRole('region', { name: 'First fault' })).toBeVisible();
  await expectSaved(page);
});

test('what no setting mends is told apart: by hand, or by wanting less, which is one tap and one undo', async ({
  page,
}) => {
  await enterDemo(page);
  await goTo(page, '/lines/family-groups', 'Family groups');
  await page.getByRole('button', { name: 'Mend all' }).click();
  await expect(panel(page).getByText('30 s of work: Light 4 still fails.', { exact: false })).toBeVisible({
    timeout: 60_000,
  });
  await expect(panel(page).getByText(/^Light 4: at its lowest it is 2 stops too bright: twice as far/)).toBeVisible();
  const less = panel(page).getByRole('group', { name: 'Or want less' });
  await less.getByRole('button', { name: /^Set power 1\/128 on Light 4/ }).click();
  const four = page.getByRole('group', { name: /^Light 4,/ });
  await expect(four).toHaveAccessibleName(/In the frame\.$/);
  await page.getByRole('button', { name: /^Undo: Set power 1\/128 on Light 4/ }).click();
  await expect(four).toHaveAccessibleName(/cannot go below 1\/128\.$/);
});

test('on paper a change shows what it would break; dropped, nothing happened; taken over, it is real', async ({
  page,
}) => {
  await enterDemo(page);
  await goTo(page, '/lines/speeches', 'Speeches');
  await expect(page.getByText('Every light fires as meant, once it is dialled.')).toBeVisible();
  await page.getByRole('button', { name: 'Try on paper' }).click();
  await openFirst(page, 'sender');
  await page.getByRole('radio', { name: 'power switch of Sender 1: off' }).click();
  await expect(paper(page).getByText('Switch off Sender 1')).toBeVisible();
  await expect(paper(page).getByText(/would fail\.$/)).toBeVisible();
  await expectAccessible(page, 'on paper');
  await page.getByRole('button', { name: 'Drop it, what was tried' }).click();
  await expect(page.getByText('Every light fires as meant, once it is dialled.')).toBeVisible();
  await page.reload();
  await expect(page.getByText('Every light fires as meant, once it is dialled.')).toBeVisible();

  await page.getByRole('button', { name: 'Try on paper' }).click();
  await openFirst(page, 'sender');
  await page.getByRole('radio', { name: 'power switch of Sender 1: off' }).click();
  await page.getByRole('button', { name: 'Take it over, what was tried' }).click();
  await expect(page.getByRole('region', { name: 'First fault' })).toBeVisible();
  await page.getByRole('button', { name: /^Undo: what was tried on paper/ }).click();
  await expect(page.getByText('Every light fires as meant, once it is dialled.')).toBeVisible();
});

test('pressed in simulation, each light has its frame and the shutter limit of its path', async ({ page }) => {
  await enterDemo(page);
  await goTo(page, '/fire/first-dance', 'Fire');
  await page.getByRole('button', { name: /^Press the shutter/ }).click();
  const frames = page.getByRole('list', { name: 'Frames' });
  const frameOf = (light: string) => frames.getByRole('listitem').filter({ hasText: light });
  await expect(frameOf('Light 1').getByRole('img', { name: /^1\d % dark/ })).toBeVisible();
  await expect(frameOf('Light 6')).toContainText('silent');
  await expect(frameOf('Light 6').getByRole('img')).toHaveCount(0);
  await expect(frames.getByText('Clean to 1/200; at 1/250 it loses 14 % at the lower edge.').first()).toBeVisible();
  await expectAccessible(page, 'frames');
});

test('advice is there for who asks, with its mend where there is one', async ({ page }) => {
  await enterDemo(page);
  await goTo(page, '/lines/speeches', 'Speeches');
  await page.getByRole('button', { name: /words? of advice$/ }).click();
  await expect(page.getByRole('list', { name: 'Advice' }).getByRole('listitem').first()).toBeVisible();
  await expectAccessible(page, 'advice');
});

test('the time line is looked at closely, and says what set each light off', async ({ page }) => {
  await enterDemo(page);
  await goTo(page, '/fire/first-dance', 'Fire');
  await page.getByRole('radio', { name: 'Shot by: Body 2' }).click();
  await page.getByRole('button', { name: /^Press the shutter of Body 2/ }).click();
  const line = page.getByRole('img', { name: /^Shot by Body 2/ });
  await expect(line.getByText('4.4', { exact: true })).toBeVisible();
  await page.getByRole('radio', { name: 'Look at: before' }).click();
  await expect(line.getByText('-80', { exact: true })).toBeVisible();
  await expect(line.getByText('4.4', { exact: true })).toHaveCount(0);
  await page.getByRole('radio', { name: 'Look at: pulses' }).click();
  await expect(line.getByText('before the shutter')).toBeVisible();
  await page.getByRole('button', { name: 'What sets each light off' }).click();
  const causes = page.getByRole('list', { name: 'Causes' });
  await expect(causes.getByText(/Sender 2 sends at 4\.47 ms, Light 1 fires at 5\.39 ms\.$/)).toBeVisible();
  await expect(causes.getByText(/Light 7 meters at −79\.\d\d ms, Light 8 fires at −79\.\d\d ms\.$/)).toBeVisible();
  await expectAccessible(page, 'time line and causes');
});

test('asleep after the speeches: what is around a look decides too, and is mended', async ({ page }) => {
  await enterDemo(page);
  await goTo(page, '/lines/slipway', 'Slipway portraits');
  await page.getByRole('button', { name: 'Mend all' }).click();
  await page.getByRole('button', { name: /^Make these \d+ changes/ }).click();
  await page.getByRole('button', { name: 'Lines, back to them' }).click();
  await expect(page.getByText('Every light fires as meant, once it is dialled.')).toBeVisible();
  await page.getByRole('button', { name: 'Around this look' }).click();
  await page.getByRole('textbox', { name: /^Minutes without a shot/ }).fill('90');
  await page.getByRole('textbox', { name: /^Else on the air/ }).fill('House network 2452');
  await expect(page.getByText('Write it like House network=2452/20.')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Save/ })).toBeDisabled();
  await page.getByRole('textbox', { name: /^Else on the air/ }).fill('House network=2452/20');
  await expectAccessible(page, 'around a look');
  await page.getByRole('button', { name: /^Save/ }).click();
  await expect(page.getByText(/falls asleep after 15 min/).first()).toBeVisible();
  await page.reload();
  await expect(page.getByText(/falls asleep after 15 min/).first()).toBeVisible();
  await page
    .getByRole('button', { name: /^Wake Light 7/ })
    .first()
    .click();
  await expect(page.getByText(/falls asleep after 15 min/)).toHaveCount(0);
});

test('a camera that is a stranger’s must leave our lights dark', async ({ page }) => {
  await enterDemo(page);
  await goTo(page, '/lines/speeches', 'Speeches');
  await openFirst(page, 'body');
  await page.getByRole('radio', { name: 'whose it is of Body 1: a stranger’s' }).click();
  await expect(page.getByRole('radio', { name: 'Shot by: Body 1, not ours' })).toBeVisible();
  await expect(page.getByText(/fires? when (it|they) should not/).first()).toBeVisible();
});
