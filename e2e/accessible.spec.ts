import {
  address,
  CONTRAST,
  demo,
  enterDemo,
  expect,
  expectAccessible,
  goTo,
  importDocument,
  type Page,
  test,
  openFirst,
} from './crewTest.ts';

/** As another tab of the browser would choose it: what stands on the page stays, in other colours. */
async function inTheme(page: Page, theme: string): Promise<void> {
  const ground = () => page.evaluate(() => document.body.style.background);
  const before = await ground();
  await page.evaluate((name) => {
    localStorage.setItem('ergon.theme', name);
    window.dispatchEvent(new StorageEvent('storage', { key: 'ergon.theme' }));
  }, theme);
  await expect.poll(ground).not.toBe(before);
}

/** In the themes in which it was not looked at yet. */
async function expectContrast(page: Page, where: string): Promise<void> {
  for (const theme of ['sun', 'hush']) {
    await inTheme(page, theme);
    await expectAccessible(page, `${where}, in ${theme}`, CONTRAST);
  }
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
  for (const stage of ['sender', 'receiver', 'lamp', 'frame']) {
    await openFirst(page, stage);
    await expectAccessible(page, `station ${stage}`);
  }
  await goTo(page, '/fire/first-dance', 'Fire');
  await expectAccessible(page, 'fire, before');
  await page.getByRole('button', { name: /^Press the shutter/ }).click();
  await page.getByRole('checkbox', { name: 'every light' }).click();
  await page.getByRole('button', { name: /^Mark \d+ as simulated$/ }).click();
  await expectAccessible(page, 'fire, pressed');
  await goTo(page, '/events', 'Events');
  await page.getByRole('button', { name: 'Add an event' }).click();
  await page.getByRole('button', { name: 'Add it' }).click();
  await expect(page.getByText('Empty: give it a name.')).toBeVisible();
  await expectAccessible(page, 'events, one being added with faults');
  await goTo(page, '/events/ropewalk', 'Ropewalk wedding');
  await page.getByRole('button', { name: 'Change, Vows' }).click();
  await page.getByRole('button', { name: 'More, Speeches' }).click();
  await page.getByRole('button', { name: 'Copy, Speeches' }).click();
  await expect(page.getByLabel('What happens')).toHaveValue('Vows');
  await expectAccessible(page, 'an event, a moment and a look open');
  await goTo(page, '/events/ropewalk', 'Ropewalk wedding');
  await page.getByRole('button', { name: 'Energy of the evening' }).click();
  await expect(page.getByRole('table', { name: 'Charge left, in percent' })).toBeVisible();
  await page.getByRole('button', { name: 'Light 1', exact: true }).click();
  await expect(page.getByText(/^First dance: 200 pops, \d+ % left$/)).toBeVisible();
  await expectAccessible(page, 'the energy of an evening');
  await goTo(page, '/events/ropewalk/wish', 'New look');
  await page.getByRole('button', { name: /^1 ?Key/ }).click();
  await expectAccessible(page, 'a wish, a light open');
  await goTo(page, '/events/nowhere', 'Event');
  await expectAccessible(page, 'an event that is not there');
  await goTo(page, '/glossary', 'What words mean');
  await expectAccessible(page, 'glossary');
  await goTo(page, '/members', 'Members');
  await page.getByRole('button', { name: /^Change, / }).click();
  await page.getByRole('button', { name: 'Invite somebody' }).click();
  await expect(page.getByRole('img', { name: 'The link as a code for a camera' })).toBeVisible();
  await expectAccessible(page, 'members');
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

test('no violation while a room is set up', async ({ page }) => {
  await enterDemo(page);
  await goTo(page, '/lines/first-dance/air', 'Air');
  await page.getByRole('button', { name: 'Sheet for the other crews' }).click();
  await page.getByRole('button', { name: 'Add another crew' }).click();
  await page.getByLabel('Channel, if told').fill('many');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByText('Empty: give it a name.')).toBeVisible();
  await expectAccessible(page, 'air, a crew being added with faults');
  await page.getByRole('button', { name: 'Cancel' }).click();
  await page.getByRole('button', { name: 'Add an emitter' }).click();
  await page.getByRole('radio', { name: 'Kind: House network' }).click();
  await page.getByRole('button', { name: 'Channel 11 is bad here, Plover' }).click();
  await expect(page.getByText(/bad here, found by/)).toBeVisible();
  await expectAccessible(page, 'air, an emitter being added, a channel found bad');
  await goTo(page, '/lines/first-dance/groups', 'Groups');
  await expectAccessible(page, 'groups');
  await goTo(page, '/lines/first-dance/power', 'Power');
  await page.getByRole('button', { name: 'Power of All lights: less' }).click();
  await page.getByRole('button', { name: 'Open Light 7' }).click();
  await expectAccessible(page, 'power, a light open and a change tried');
  await goTo(page, '/lines/speeches/power', 'Power');
  await page.getByRole('radio', { name: 'Shown: What it reads' }).click();
  await page.getByRole('button', { name: 'Light by light' }).click();
  await page.getByRole('checkbox', { name: /^Light 3, / }).click();
  await page.getByRole('radio', { name: 'Room wanted: −2' }).click();
  await page.getByRole('button', { name: 'Open Light 3' }).click();
  await page.getByRole('button', { name: 'Type it, density in front of it of Light 3' }).click();
  await expectAccessible(page, 'power, what it reads, a light chosen, and a balance');
  await goTo(page, '/fire/speeches/finder', 'Test frames');
  await page.getByRole('button', { name: 'Part is dark' }).click();
  await expectAccessible(page, 'test frames');
  await goTo(page, '/lines/speeches/meter', 'Meter');
  await page.getByRole('radio', { name: 'f/8' }).click();
  await expectAccessible(page, 'meter');
  await page.getByRole('radio', { name: 'What is metered: The room' }).click();
  await page.getByRole('radio', { name: 'The meter shows: A time at f/4' }).click();
  await page.getByRole('radio', { name: '1/30' }).click();
  await expectAccessible(page, 'meter, by time');
  await goTo(page, '/lines/first-dance/cards', 'First dance');
  await page
    .getByRole('checkbox', { name: /^Channel: / })
    .first()
    .click();
  await page.getByRole('button', { name: 'Deal the cards' }).click();
  await expectAccessible(page, 'cards, one open, being dealt');
  await goTo(page, '/fire/speeches', 'Fire');
  await page.getByRole('button', { name: /^Group C alone/ }).click();
  await expectAccessible(page, 'a test fire, being made');
  await page.getByRole('radio', { name: 'What Light 9 did: bar' }).click();
  await page.getByRole('button', { name: 'Log 1 light' }).click();
  await expectAccessible(page, 'a test fire, missed');
  await goTo(page, '/lines/regatta-supper/cards', 'Supper in the boathouse');
  await expectAccessible(page, 'cards, nothing planned');
});

test('no violation while it loads, where the server cannot be reached, and with sixty lights', async ({
  page,
  trouble,
}) => {
  trouble.expected.push(/503|failed: /);
  await enterDemo(page);
  const lights = Array.from({ length: 60 }, (_, n) => `sixty-${n + 1}`);
  const { 'light-1': light, ...others } = demo.looks.find(({ id }) => id === 'speeches')!.units;
  await importDocument(page, address(), {
    ...demo,
    units: [
      ...demo.units,
      ...lights.map((id, n) => ({ id, profile: 'tholmar-200', label: `Lamp ${n + 1}`, firmware: '1.6' })),
    ],
    looks: demo.looks.map((look) =>
      look.id === 'speeches'
        ? { ...look, units: { ...others, ...Object.fromEntries(lights.map((id) => [id, light!])) } }
        : look,
    ),
  });
  await goTo(page, '/lines/speeches', 'Speeches');
  await expect(page.getByText('18:30 · Long shed · 63 lights')).toBeVisible();
  // What happens to all of them alike is told once, and opens to each.
  await page.getByRole('button', { name: /^63 lights: Lamp 1 to 60, Light 2, .*in the frame/ }).click();
  await expect(page.getByRole('group', { name: /^Lamp 60,/ })).toBeVisible();
  await expectAccessible(page, 'sixty lights, lines');
  await goTo(page, '/', 'Ropewalk wedding');
  await expectAccessible(page, 'sixty lights, tonight');
  await goTo(page, '/lines/speeches/cards', 'Speeches');
  await expect(page.getByRole('button', { name: /^Lamp 60, / })).toBeVisible();
  await expectAccessible(page, 'sixty lights, cards');
  await goTo(page, '/lines/speeches/power', 'Power');
  await expect(page.getByRole('checkbox', { name: /^Lamp 60, / })).toBeVisible();
  await expectAccessible(page, 'sixty lights, power');
  await goTo(page, '/lines/speeches/groups', 'Groups');
  await expect(page.getByRole('rowheader', { name: /Lamp 60/ })).toBeVisible();
  await expectAccessible(page, 'sixty lights, groups');
  let open = () => {};
  await page.route('**/api/rig', async (route) => {
    await new Promise<void>((resolve) => (open = resolve));
    await route.fulfill({ status: 503, body: '' });
  });
  await page.evaluate(() => indexedDB.deleteDatabase('ergon-cache'));
  await page.goto(address());
  await expect(page.getByText('Fetching your rig…')).toBeVisible();
  await expectAccessible(page, 'loading');
  for (let ask = 0; ask < 6 && !(await page.getByText('The server has trouble.').isVisible()); ask++) {
    open();
    await page.waitForTimeout(1500);
  }
  await expect(page.getByText('The server has trouble.')).toBeVisible();
  await expectAccessible(page, 'an error');
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

test('enough contrast in sun and hush, from the first screen to cards', async ({ page }) => {
  await page.goto(address());
  await expect(page.getByRole('button', { name: 'Enter the demo' })).toBeVisible();
  await expectContrast(page, 'sign in');
  await enterDemo(page);
  await expectContrast(page, 'tonight');
  await goTo(page, '/lines/first-dance', 'First dance');
  await openFirst(page, 'receiver');
  await page.getByRole('button', { name: /words? of advice$/ }).click();
  await page.getByRole('button', { name: 'Try on paper' }).click();
  await expectContrast(page, 'lines, a station and the advice open, on paper');
  await goTo(page, '/fire/first-dance', 'Fire');
  await page.getByRole('button', { name: /^Press the shutter/ }).click();
  await page.getByRole('checkbox', { name: 'every light' }).click();
  await page.getByRole('button', { name: /^Mark \d+ as simulated$/ }).click();
  await expectContrast(page, 'fire, pressed');
  await goTo(page, '/lines/first-dance/air', 'Air');
  await expectContrast(page, 'air');
  await goTo(page, '/lines/first-dance/groups', 'Groups');
  await expectContrast(page, 'groups');
  await goTo(page, '/lines/speeches/power', 'Power');
  await page.getByRole('radio', { name: 'Shown: What it reads' }).click();
  await page.getByRole('button', { name: 'Power of All lights: less' }).click();
  await page.getByRole('button', { name: 'Light by light' }).click();
  await expectContrast(page, 'power');
  await goTo(page, '/lines/speeches/meter', 'Meter');
  await expectContrast(page, 'meter');
  await goTo(page, '/drills', 'Drills');
  await expectContrast(page, 'drills');
  await goTo(page, '/fix/speeches?light=light-2', 'What did you see?');
  await expectContrast(page, 'what was seen');
  await page.getByRole('button', { name: /did as meant$/ }).click();
  await expect(page.getByRole('list', { name: 'What it may be' })).toBeVisible();
  await expectContrast(page, 'a check');
  await goTo(page, '/fire/speeches/finder', 'Test frames');
  await expectContrast(page, 'test frames');
  await goTo(page, '/lines/first-dance/cards', 'First dance');
  await page.getByRole('button', { name: /^All 3 are set, Call 1/ }).click();
  await expectContrast(page, 'cards');
});

test('enough contrast in sun and hush, from a test fire to Fit', async ({ page }) => {
  await enterDemo(page);
  await goTo(page, '/fire/speeches', 'Fire');
  await page.getByRole('button', { name: /^Group C alone/ }).click();
  await expectContrast(page, 'a test fire');
  await goTo(page, '/events/ropewalk', 'Ropewalk wedding');
  await page.getByRole('button', { name: 'Change, Vows' }).click();
  await expect(page.getByLabel('What happens')).toHaveValue('Vows');
  await expectContrast(page, 'an event, a moment open');
  await goTo(page, '/events/ropewalk/energy', 'Energy');
  await expectContrast(page, 'energy');
  await goTo(page, '/events/harvest', 'Mill harvest supper');
  await page.getByRole('button', { name: 'More, Supper' }).click();
  await expectContrast(page, 'a past event, its tests');
  await goTo(page, '/events/ropewalk/wish', 'New look');
  await page.getByLabel('Name of the look').fill('Cake');
  await page.getByRole('button', { name: 'Propose' }).click();
  await expect(page.getByRole('region', { name: 'Best', exact: true })).toBeVisible({ timeout: 60_000 });
  await expectContrast(page, 'proposals');
  await goTo(page, '/kit', 'Kit');
  await page.getByRole('button', { name: /^Light 5/ }).click();
  await page.getByRole('button', { name: 'Add units' }).click();
  await page.getByRole('button', { name: 'Add, this unit' }).click();
  await expect(page.getByText('Choose a model.')).toBeVisible();
  await expectContrast(page, 'kit, a unit open and one being added, with faults');
  await goTo(page, '/kit/models/tholmar-60k', 'Tholmar Shoe 60');
  await expectContrast(page, 'a model');
  await goTo(page, '/kit/families/plover', 'Plover');
  await expectContrast(page, 'a family');
  await goTo(page, '/kit/fit', 'Fit');
  await page.getByRole('button', { name: /^Light 3 with Body 2/ }).click();
  await expectContrast(page, 'fit, a pair open');
});
