import { enterDemo, expect, expectSaved, goTo, type Page, test, openStation } from './crewTest.ts';
import { isWide } from './sizes.ts';

/** Types an answer and takes it. */
async function type(page: Page, question: string, answer: string): Promise<void> {
  await page.getByRole('textbox', { name: question }).fill(answer);
  await page.getByRole('textbox', { name: question }).press('Enter');
}

test('describe a flash in at most twelve answers, add two, see them fit, use them in a look: lines whole', async ({
  page,
}) => {
  await enterDemo(page);
  await goTo(page, '/kit', 'Kit');
  await page.getByRole('button', { name: 'Describe a model' }).click();
  await page.getByRole('button', { name: /^Shoe flash with radio/ }).click();

  let answers = 0;
  const next = async (answer: () => Promise<void>) => {
    await answer();
    answers++;
    await page.getByRole('button', { name: 'Next', exact: true }).click();
  };
  // One of a few brings the next question by itself.
  const choose = async (answer: string) => {
    await page.getByRole('radio', { name: new RegExp(`: ${answer}$`) }).click();
    answers++;
  };
  const tick =
    (...boxes: string[]) =>
    async () => {
      for (const box of boxes) await page.getByRole('checkbox', { name: box }).click();
    };
  // Enter says that what is typed is the answer.
  await type(page, 'Who makes it?', 'Oakvane');
  await type(page, 'What is it called?', 'V60');
  answers += 2;
  await choose('varnholt');
  await expect(page.getByText('as a radio remote').locator('..')).toContainText('not recorded: fires');
  await choose('Plover, Sundrake Air');
  await expect(page.getByText('as a radio remote').locator('..')).toContainText('fires, manual power');
  await choose('second');
  await choose('master or remote');
  await next(tick('on the camera', 'as a remote'));
  await next(tick('as a remote'));
  await choose('1/128');
  await next(tick('S1', 'S2'));
  await choose('no');
  await choose('6 V or less');
  expect(answers).toBe(12);
  await page.getByRole('button', { name: 'Keep this model' }).click();

  await expect(page.getByRole('heading', { level: 1, name: 'Oakvane V60' })).toBeVisible();
  await page.getByRole('textbox', { name: 'Label on its tape' }).fill('Pole');
  await page.getByRole('button', { name: 'How many: more' }).click();
  await page.getByRole('textbox', { name: 'Firmware, if it shows one' }).fill('1.0');
  await page.getByRole('button', { name: 'Add 2 units' }).click();
  await expect(page.getByRole('button', { name: /^Pole 1/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Pole 2/ })).toBeVisible();

  await page.getByRole('link', { name: 'Fit', exact: true }).click();
  await page.getByRole('button', { name: /^Pole 1 with Body 1/ }).click();
  // Its foot is for the other body: as a remote by radio that does not matter.
  const where = isWide(page)
    ? page.getByRole('complementary', { name: 'Pair' })
    : page.getByRole('list', { name: 'Pairs' });
  await expect(
    where.getByText('fires, power, TTL, high-speed sync; perhaps rear curtain. Clean to 1/200.').last(),
  ).toBeVisible();
  await expect(
    where.getByText('rear curtain: not recorded. Not recorded: rear curtain as a radio remote of Pole 1.').first(),
  ).toBeVisible();
  await expect(
    where
      .getByRole('img', { name: /^Line: body ok, shoe ok, sender ok, air ok, receiver ok, foot ok, lamp ok, frame ok/ })
      .first(),
  ).toBeVisible();

  await goTo(page, '/lines/speeches', 'Speeches');
  for (const pole of ['Pole 1', 'Pole 2']) {
    await page.getByRole('button', { name: 'Put a unit in this look' }).click();
    await page.getByRole('radio', { name: `Put in: ${pole}` }).click();
    await page
      .getByRole('button', { name: new RegExp(`^Put ${pole} in to hear Sender 1, channel 11, ID 27, group A`) })
      .click();
    const named = isWide(page)
      ? page.getByText(pole, { exact: true }).first()
      : page.getByRole('group', { name: new RegExp(`^${pole}\\. In the frame\\.`) });
    await expect(named).toBeVisible();
  }
  await expect(page.getByText('Every light fires as meant, once it is dialled.')).toBeVisible();
  for (const pole of ['Pole 1', 'Pole 2']) {
    await expect(page.getByRole('group', { name: new RegExp(`^${pole}\\. In the frame\\.$`) })).toBeVisible();
  }
  await page.reload();
  await expect(page.getByRole('group', { name: /^Pole 2\. In the frame\.$/ })).toBeVisible();

  // Saying more of the model leaves the looks that use it alone.
  await goTo(page, '/kit/models', 'Models');
  await page.getByRole('link', { name: /^V60/ }).click();
  await type(page, 'Charging time after full power? In s', '2.4');
  await page.getByRole('textbox', { name: 'How do you get to the channel?' }).fill('Key CH, then the wheel.');
  await page.getByRole('textbox', { name: 'How do you get to the channel?' }).press('Enter');
  await page.getByRole('button', { name: 'Save, Oakvane V60' }).click();
  await expect(page.getByRole('button', { name: 'Save, Oakvane V60' })).toHaveCount(0);
  await goTo(page, '/lines/speeches', 'Speeches');
  await openStation(page, 'Pole 1', 'receiver');
  await expect(page.getByText('On the unit: Key CH, then the wheel.')).toBeVisible();
  await expect(page.getByText('Every light fires as meant, once it is dialled.')).toBeVisible();
});

test('a list of 500 units with 20 bad rows: each is named, the good ones land, undo takes them back', async ({
  page,
}) => {
  await enterDemo(page);
  await goTo(page, '/kit/files', 'In and out');
  const bad: Record<number, string> = {
    0: ',Shoe 60,1.0,yes',
    1: 'Crate x,Shoe 99,1.0,yes',
    2: 'Crate y,Shoe 60,1.0,perhaps',
    3: 'Light 1,Shoe 60,1.0,yes',
  };
  const rows = Array.from({ length: 500 }, (_, n) =>
    n % 25 === 7 ? bad[Math.floor(n / 25) % 4]! : `Crate ${n},Shoe 60,${n % 10}.${n % 3},yes`,
  );
  const csv = ['label,model,firmware,in service', ...rows].join('\r\n');
  await page
    .getByLabel('Unit list to read')
    .setInputFiles({ name: 'crates.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) });
  await expect(page.getByText('crates.csv: 480 to add, 0 to change, 0 as they are, 20 refused.')).toBeVisible();
  const refused = page.getByRole('list', { name: /^Refused/ }).getByRole('listitem');
  await expect(refused).toHaveCount(20);
  await expect(refused.nth(0)).toHaveText('line 9, no label: label is empty: give it a name');
  await expect(refused.nth(1)).toHaveText(
    'line 34, Crate x: model "Shoe 99" is not described in your kit: describe it first',
  );
  await expect(refused.nth(2)).toHaveText('line 59, Crate y: in service is "perhaps": write yes or no');
  await expect(refused.nth(3)).toHaveText(
    'line 84, Light 1: model differs from what "Light 1" is: add a new unit instead',
  );

  const posts: string[] = [];
  page.on('request', (request) => {
    if (request.method() !== 'GET') posts.push(request.url());
  });
  await page.getByRole('button', { name: /^Add 480/ }).click();
  await expect(page.getByRole('region', { name: 'Preview of the list' })).toHaveCount(0);
  // It is sent once the list has closed, and no second time.
  await expect.poll(() => posts.length).toBeGreaterThan(0);
  await page.getByRole('link', { name: 'Units' }).click();
  await expect(page.getByText('503 units · 38 models')).toBeVisible();
  expect(posts).toHaveLength(1);
  await page.getByRole('textbox', { name: 'Find a unit' }).fill('crate 49');
  await expect(page.getByText('11 of 503 units')).toBeVisible();
  await page.getByRole('button', { name: 'Undo: reading crates.csv' }).click();
  await expect(page.getByText('23 units · 38 models')).toBeVisible();
});

test('the unit list goes out and comes back in as it was', async ({ page }) => {
  await enterDemo(page);
  await goTo(page, '/kit/files', 'In and out');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export the list, as CSV' }).click();
  const file = await (await download).path();
  await page.getByLabel('Unit list to read').setInputFiles(file);
  await expect(page.getByText(/: 0 to add, 0 to change, 23 as they are, 0 refused\./)).toBeVisible();
});

test('a family is added, described and spoken; what goes with one in use is said', async ({ page }) => {
  await enterDemo(page);
  await goTo(page, '/kit/families', 'Families');
  await page.getByRole('button', { name: 'Add a family' }).click();
  await page.getByRole('textbox', { name: 'Name of the family' }).fill('Ruff');
  await page.getByRole('button', { name: 'Add, this family' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Ruff' })).toBeVisible();
  await page.getByRole('textbox', { name: 'Channels from' }).fill('9');
  await page.getByRole('textbox', { name: 'Channels to' }).fill('1');
  await expect(page.getByText('Whole numbers, the first not above the last.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Channels from' }).fill('1');
  await page.getByRole('textbox', { name: 'Channels to' }).fill('9');
  await page.getByRole('radio', { name: 'Pairing: paired by PIN' }).click();
  await page.getByRole('button', { name: 'Save, Ruff' }).click();
  await expect(page.getByRole('button', { name: 'Save, Ruff' })).toHaveCount(0);
  await page.getByRole('link', { name: 'Families' }).click();
  await expect(page.getByText('radio · channels 1 to 9 · paired by PIN')).toBeVisible();
  await goTo(page, '/kit/families/plover', 'Plover');
  await expect(page.getByText(/^Removing it also takes out /)).toBeVisible();
  await page.getByRole('textbox', { name: 'Band' }).fill('2.4 GHz, hopping');
  await page.getByRole('button', { name: 'Drop changes' }).click();
  await expect(page.getByRole('textbox', { name: 'Band' })).toHaveValue('2.4 GHz');
  await expectSaved(page);
});

test('fit, wide: the table sorts by what is lost and arrows go from cell to cell', async ({ page }) => {
  test.skip(!isWide(page), 'the table is for wide screens');
  await enterDemo(page);
  await goTo(page, '/kit/fit', 'Fit');
  await page.getByRole('button', { name: 'Sort by what is lost with Body 2' }).click();
  const cells = page.getByRole('table').getByRole('button', { name: / with Body 2:/ });
  await expect(cells.first()).toHaveAccessibleName(/TTL no/);
  await page.getByRole('button', { name: 'Sort by what is lost with Body 2' }).click();
  await expect(page.getByRole('columnheader', { name: /Body 2/ })).toHaveAttribute('aria-sort', 'ascending');
  await cells.first().focus();
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('complementary', { name: 'Pair' }).getByRole('heading').first()).toContainText(
    'with Body 1',
  );
});
