/** Power, set by arithmetic and by one thumb: the room, each light alone, the balance, ISO, a third down, and back. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { CrewRig } from '@ergon/core/operation/crewRig';
import { address, demo, enterDemo, expect, expectSaved, goTo, importDocument, type Page, test } from './crewTest.ts';
import { PHONE } from './sizes.ts';
import { type Standin, startStandin } from './standin.ts';

/** Somebody put another cloth before the key, and a filter before the rim; Light 9 is flat. */
const ACTUAL = {
  'light-1': { modifierLoss: 1.5 },
  'light-3': { densityLoss: 1.1 },
  'light-9': { cells: 'flat' },
};

let standin: Standin | null = null;
test.beforeAll(async () => {
  const folder = process.env.ERGON_DATA!;
  const actual = join(folder, 'actual.json');
  writeFileSync(actual, JSON.stringify(ACTUAL));
  standin ??= await startStandin(folder, 'demo/ropewalk.json', actual);
});
test.afterAll(() => standin?.stop());

const speeches = async (page: Page) => {
  await expectSaved(page);
  const rig = (await (await page.request.get(`${address()}/api/rig`)).json()) as CrewRig;
  return { units: rig.looks.find(({ id }) => id === 'speeches')!.units, readings: rig.readings };
};

/** Main actions lie where a thumb reaches: in the lower third. */
async function expectUnderThumb(page: Page, name: RegExp | string): Promise<void> {
  const box = (await page.getByRole('button', { name }).first().boundingBox())!;
  expect(box.y).toBeGreaterThan((2 / 3) * PHONE.height);
}

async function read(page: Page, number: string, tenths: string, says: string): Promise<void> {
  await page.getByRole('radio', { name: number, exact: true }).click();
  await page.getByRole('radio', { name: `${tenths} tenths` }).click();
  await expectUnderThumb(page, says);
  await page.getByRole('button', { name: says }).click();
}

/** Asked of the meter on the wire, and kept by the same button. */
async function hear(page: Page, says: string): Promise<void> {
  await page.getByRole('button', { name: 'Ask the stand-in meter, simulated gear' }).click();
  await expectUnderThumb(page, says);
  await page.getByRole('button', { name: says }).click();
}

test('a look is metered, balanced, follows the ISO, goes down a third, and comes back', async ({ page }) => {
  await enterDemo(page);
  await goTo(page, '/lines/speeches/power', 'Power');
  await expectUnderThumb(page, 'Meter');
  await page.getByRole('button', { name: 'Meter' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Meter' })).toBeVisible();

  // The room, then each light alone; each reading leads to the next.
  await page.getByRole('radio', { name: 'What is metered: The room' }).click();
  await hear(page, 'The room reads f/1.4 and 2');
  await expect(page.getByRole('radio', { name: 'What is metered: Light 3' })).toBeChecked();
  await hear(page, 'Light 3 reads f/4 and 2');
  await page.getByRole('radio', { name: 'What is metered: Light 9' }).click();
  await page.getByRole('button', { name: 'Ask the stand-in meter, simulated gear' }).click();
  await expect(page.getByText('Light 9 stayed dark: no reading.')).toBeVisible();
  await page.getByRole('radio', { name: 'What is metered: Light 1' }).click();
  await hear(page, 'Light 1 reads f/2.8 and 1');
  await page.getByRole('radio', { name: 'What is metered: Light 2' }).click();
  await read(page, 'f/2', '7', 'Light 2 reads f/2 and 7');
  // The key read f/2.8 and 6 before, at the same power.
  await expect(page.getByText(/^Light 1 reads 0.5 stops? less than what was set. Likeliest: /)).toBeVisible();
  await expect(page.getByText('Light 2: its readings agree with what was set.')).toBeVisible();
  expect((await speeches(page)).readings.filter(({ look }) => look === 'speeches')).toHaveLength(7);

  // Balance: the key a stop up to f/4, the fill to f/2, the rim to f/5.6.
  await goTo(page, '/lines/speeches/power', 'Power');
  await page.getByRole('button', { name: 'Set these powers' }).click();
  await expect(page.getByText('Every light that was metered reads what it is aimed at.')).toBeVisible();
  const balanced = await speeches(page);
  // p' = p + (T - R): -3 + (4 - 3.1); -4 + (2 - 2.7); -4 + (5 - 4.2), in thirds.
  expect(balanced.units['light-1']!.power).toBeCloseTo(-2.1, 6);
  expect(balanced.units['light-2']!.power).toBeCloseTo(-4.7, 6);
  expect(balanced.units['light-3']!.power).toBeCloseTo(-10 / 3, 6);
  for (const sender of ['sender-1', 'sender-2']) expect(balanced.units[sender]!.groups!.A!.power).toBeCloseTo(-2.1, 6);

  // Two thirds of ISO more: every power goes down by as much, each rounded to its own steps.
  for (let third = 0; third < 2; third++) await page.getByRole('button', { name: 'ISO of Body 1: more' }).click();
  await expect(page.getByText(/f\/4 · 1\/160 · ISO 1250/)).toBeVisible();
  const raised = await speeches(page);
  expect(raised.units['body-1']!.iso).toBe(1250);
  expect(raised.units['light-1']!.power).toBeCloseTo(-2.7, 6);
  expect(raised.units['light-3']!.power).toBeCloseTo(-4, 6);

  // One group a third down: what the senders will show stands there first.
  await page.getByRole('checkbox', { name: /^Light 3, / }).click();
  await page.getByRole('button', { name: 'Power of Light 3: less' }).click();
  await expect(page.getByText('Sender 1 then shows A', { exact: false })).toHaveCount(0);
  await expect(page.getByText(/^Sender 1 then shows C 1\/16 -⅓\.$/)).toBeVisible();
  await expectUnderThumb(page, /^Set, Light 3/);
  await page.getByRole('button', { name: /^Set, Light 3/ }).click();
  const lowered = await speeches(page);
  expect(lowered.units['light-3']!.power).toBeCloseTo(-13 / 3, 6);
  await page.getByRole('button', { name: /^Undo/ }).click();
  expect((await speeches(page)).units).toEqual(raised.units);

  // A light nobody can reach by air: it stays as dialled until somebody says so.
  await page.getByRole('checkbox', { name: /^Light 3, / }).click();
  await page.getByRole('checkbox', { name: /^Light 9, / }).click();
  await page.getByRole('button', { name: 'Power of Light 9: less' }).click();
  await expect(page.getByText(/^Walk to Light 9: 40 s/)).toBeVisible();
  await page.getByRole('button', { name: /^Set, Light 9/ }).click();
  await expect(page.getByText('1/16 is dialled on it')).toBeVisible();
  await page
    .getByRole('button', { name: '1/64 is dialled, Light 9' })
    .or(page.getByRole('button', { name: '1/32 is dialled, Light 9' }))
    .click();
  await expect(page.getByText('1/16 is dialled on it')).toHaveCount(0);
});

test('what metering gave is frozen into a power that stays', async ({ page }) => {
  await enterDemo(page);
  const at = new Date(Date.now() - 3_600_000).toISOString();
  const known = {
    id: 'known',
    look: 'first-dance',
    lights: { 'light-7': { power: -3 } },
    stops: 5,
    iso: 400,
    shutter: '1/250',
    at,
  };
  await importDocument(page, address(), { ...demo, readings: [...demo.readings, known] });
  await goTo(page, '/lines/first-dance/power', 'Power');
  await page.getByRole('button', { name: 'ISO of Body 1: more' }).click();
  await page.getByRole('button', { name: 'Open Light 7' }).click();
  await expect(page.getByText(/^To freeze it, meter it alone as it is/)).toBeVisible();
  await goTo(page, '/lines/first-dance/meter', 'Meter');
  await page.getByRole('radio', { name: 'What is metered: Light 7' }).click();
  await read(page, 'f/8', '0', 'Light 7 reads f/8');
  await goTo(page, '/lines/first-dance/power', 'Power');
  await page.getByRole('button', { name: 'Open Light 7' }).click();
  // A stop more than f/5.6 at 1/8.
  await page.getByRole('button', { name: 'Freeze at 1/4, Light 7' }).click();
  await expect(page.getByRole('checkbox', { name: /^Light 7, Fill, 1\/4, / })).toBeVisible();
  await expectSaved(page);
  const rig = (await (await page.request.get(`${address()}/api/rig`)).json()) as CrewRig;
  expect(rig.looks.find(({ id }) => id === 'first-dance')!.units['light-7']).toMatchObject({
    mode: 'manual',
    power: -2,
  });
});

/** The speeches with a key that gives a stop too little at full, and a fill as aimed at its lowest: no dial serves both. */
function shortOfAStop(): Pick<typeof demo, 'looks' | 'readings'> {
  const told = { A: { on: true, mode: 'manual', power: 0 }, B: { on: true, mode: 'manual', power: -8 } } as const;
  const changed = {
    'body-1': { aperture: 16, iso: 6400 },
    'light-1': { power: 0, aim: 0, modifierLoss: null },
    'light-2': { power: -8, aim: -2, modifierLoss: null },
    'light-3': { purpose: 'x' },
  } as const;
  const looks = demo.looks.map((look) => {
    if (look.id !== 'speeches') return look;
    const units = Object.entries(look.units).map(([id, of]) => {
      const groups = of.groups && { groups: { ...of.groups, ...told } };
      return [id, { ...of, ...groups, ...changed[id as keyof typeof changed] }] as const;
    });
    return { ...look, units: Object.fromEntries(units) };
  });
  const at = (hours: number) => new Date(Date.now() - hours * 3_600_000).toISOString();
  const read = (id: string, light: string, of: { power: number }, stops: number, hours: number) => ({
    ...{ id, look: 'speeches', lights: { [light]: of }, stops, iso: 6400, shutter: '1/160', at: at(hours) },
  });
  // Of the last two, four stops of the dial are 3.4 of light.
  const readings = [
    read('key', 'light-1', { power: 0 }, 7, 5),
    read('fill', 'light-2', { power: -8 }, 6, 4),
    read('low', 'light-3', { power: -4 }, 4, 3),
    read('full', 'light-3', { power: 0 }, 7.4, 2),
  ];
  return { looks, readings };
}

test('a dial is measured and stands in Kit; a second light comes from the kit, and goes again', async ({ page }) => {
  await enterDemo(page);
  await importDocument(page, address(), { ...demo, ...shortOfAStop() });
  await goTo(page, '/lines/speeches/meter', 'Meter');
  await page.getByRole('button', { name: 'Keep as measured, Light 3' }).click();
  const measured = page.getByText(/^Light 3, measured by Mate .*: 0\.85 stops of light for a stop on its dial\.$/);
  await expect(measured).toBeVisible();
  await expectSaved(page);
  await goTo(page, '/kit', 'Kit');
  await page.getByRole('button', { name: /^Light 3/ }).click();
  await expect(measured).toBeVisible();

  await goTo(page, '/lines/speeches/power', 'Power');
  await expect(page.getByText(/put a second light beside Light 1/)).toBeVisible();
  await page.getByRole('button', { name: 'Find a second light for Light 1' }).click();
  await page.getByRole('button', { name: /^Put Light 6 up beside Light 1/ }).click();
  await expect(page.getByRole('checkbox', { name: /^Light 6, Key, 1\/1, set on Sender 1 and Sender 2/ })).toBeVisible();
  expect((await speeches(page)).units['light-6']).toMatchObject({ power: 0, group: 'A', place: 'west pole' });
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByRole('checkbox', { name: /^Light 6, / })).toHaveCount(0);

  // A distance typed in feet, a filter by the factor on it.
  await page.getByRole('button', { name: 'Open Light 3' }).click();
  await page.getByRole('button', { name: 'Type it, distance to what it lights of Light 3' }).click();
  await page.getByRole('textbox', { name: /^distance to what it lights, like/ }).fill('10 ft');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Type it, density in front of it of Light 3' }).click();
  await page.getByRole('textbox', { name: /^density in front of it, like/ }).fill('×4');
  await page.getByRole('button', { name: 'Set, density in front of it of Light 3' }).click();
  expect((await speeches(page)).units['light-3']).toMatchObject({ subjectM: 3.05, densityLoss: 2 });
});
