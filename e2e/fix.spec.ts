/** A light is dark in the simulated gear: found, cured and proven on a phone without a network, and by a second phone that takes over. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { enterDemo, expect, expectAccessible, expectSaved, type Page, secondMember, test } from './crewTest.ts';
import { PHONE, WIDE } from './sizes.ts';
import { startWorld, type World } from './soak/world.ts';
import { type Standin, startStandin } from './standin.ts';

let world: World;
let standin: Standin;
test.beforeAll(async () => {
  world = await startWorld();
});
test.afterAll(async () => {
  standin?.stop();
  await world.close();
});

const at = (): string => world.servers[0]!.address;

async function phone(page: Page): Promise<Page> {
  const context = await page.context().browser()!.newContext({ viewport: PHONE, serviceWorkers: 'allow' });
  return context.newPage();
}

async function startPlanned(page: Page): Promise<Standin> {
  const { folder } = world.servers[0]!;
  const document = join(folder, 'planned.json');
  writeFileSync(document, await (await page.request.get(`${at()}/api/document`)).text());
  return startStandin(folder, document, 'demo/standin.json');
}

/** What of the simulated gear is not as the cards say, in the words of the screen. */
const off: Record<string, string[]> = {
  'Light 1': ['group A'],
  'Light 2': ['channel 11'],
  'Light 3': ['switched on'],
  'Light 9': [],
};
const UNITS: Readonly<Record<string, readonly [unit: string, setting: string, value: string]>> = {
  'Set channel 11 on Light 2.': ['light-2', 'channel', '11'],
  'Switch on Light 3.': ['light-3', 'on', 'on'],
};

/** Sets it on the unit's own panel, whatever the phone is connected to. */
async function setByHand(order: string): Promise<void> {
  const known = UNITS[order];
  if (!known) return;
  const [unit, setting, value] = known;
  const body = new URLSearchParams({ setting, value });
  const answer = await fetch(`${standin.address}/units/${unit}`, { method: 'POST', body, redirect: 'manual' });
  expect(answer.status).toBe(303);
  off[order.includes('Light 2') ? 'Light 2' : 'Light 3'] = [];
}

/** Light 2 and Light 3 stay dark until they are mended; the others give light, too much or too little of it. */
function seenOf(light: string): string {
  if ((off[light] ?? []).length === 0) return light === 'Light 9' ? 'Otherwise' : 'Fires';
  return light === 'Light 1' ? 'Otherwise' : 'Stays dark';
}

/** What somebody who stands there says to the one instruction on the screen. */
async function answerOf(page: Page): Promise<string> {
  const lines = await page.getByRole('region', { name: 'What to do' }).innerText();
  for (const line of lines.split('\n')) await setByHand(line.trim());
  const look = /^Look at (.+): (.+)\?$/m.exec(lines);
  if (look) {
    const phrases = look[2]!.split(/, | and /);
    const wrong = phrases.find((phrase) => off[look[1]!]?.includes(phrase));
    if (phrases.length === 1) return wrong ? 'No' : 'Yes';
    if (phrases.length === 2) return wrong ? `Not ${wrong}` : 'Both right';
    return wrong ? 'One is off' : 'All right';
  }
  const watched = /watch (Light \d)\.$/m.exec(lines)?.[1];
  if (!watched) return /Light 3/.test(lines) && off['Light 3']!.length > 0 ? 'Nothing' : 'It flashes';
  if (/^Press the test button/m.test(lines)) return seenOf(watched) === 'Stays dark' ? 'Nothing' : 'It flashes';
  return seenOf(watched);
}

const stepOf = (page: Page) => page.getByRole('heading', { level: 1, name: /^(Check \d+|Found|Found and proven)$/ });

/** @returns how often was tapped until the incident was ended with its cure proven. */
async function findIt(page: Page): Promise<number> {
  for (let taps = 1; ; taps++) {
    await expect(stepOf(page)).toBeVisible();
    await expect(page.getByRole('region', { name: 'What to do' })).toBeVisible();
    const title = await stepOf(page).innerText();
    const done = page.getByRole('button', { name: 'Done', exact: true });
    if (await done.isVisible()) {
      await done.click();
      return taps;
    }
    const said = await answerOf(page);
    await page.getByRole('button', { name: said, exact: true }).click();
    if (title === 'Found' && said === 'Fires') return taps;
    await expect(stepOf(page)).not.toHaveText(title);
    expect(taps).toBeLessThan(20);
  }
}

test('a dark light is found and proven without a network, and a second phone takes over', async ({ page, trouble }) => {
  trouble.expected.push(/ERR_INTERNET_DISCONNECTED|Failed to (load|fetch)/);
  const ada = await phone(page);
  await enterDemo(ada, at());
  standin = await startPlanned(ada);
  await ada.goto(`${at()}/fix/speeches`);
  await expect(ada.getByRole('heading', { level: 1, name: 'What did you see?' })).toBeVisible();
  await ada.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));

  await ada.context().setOffline(true);
  await ada.getByRole('radio', { name: 'Light 2: stays dark' }).click();
  await ada.getByRole('button', { name: /did not look at the others$/ }).click();
  const taps = 2 + (await findIt(ada));
  expect(taps).toBeLessThan(12);
  await expect(ada.getByText('Light 2 is not set to channel 11.')).toBeVisible();
  await ada.context().setOffline(false);
  await expectSaved(ada);

  // Another light, and half way through another member's phone.
  await ada.getByRole('radio', { name: 'Light 3: stays dark' }).click();
  await ada.getByRole('button', { name: /did not look at the others$/ }).click();
  await expect(ada.getByRole('heading', { level: 1, name: 'Check 1' })).toBeVisible();
  await expectAccessible(ada, 'a check in Fix');
  const first = await answerOf(ada);
  await ada.getByRole('button', { name: 'Can’t tell' }).click();
  await expect(ada.getByRole('heading', { level: 1, name: 'Check 2' })).toBeVisible();
  await ada.getByRole('button', { name: 'The last answer was wrong' }).click();
  await expect(ada.getByRole('heading', { level: 1, name: 'Check 1' })).toBeVisible();
  await ada.getByRole('button', { name: first, exact: true }).click();
  await expectSaved(ada);
  const ben = await phone(page);
  await secondMember(ada, ben, at());
  await ben.goto(`${at()}/fix/speeches`);
  await findIt(ben);
  await expect(ben.getByText('Light 3 is switched off.')).toBeVisible();
  await expect(ada.getByText('Light 3 is switched off.')).toBeVisible();
  await expectAccessible(ben, 'the log of Fix');

  // What was proven is a test fire like any other.
  const { tests } = (await (await ben.request.get(`${at()}/api/rig`)).json()) as {
    tests: { light: string; result: string }[];
  };
  const proven = tests.filter(({ result }) => result === 'fired').map(({ light }) => light);
  expect(proven).toEqual(expect.arrayContaining(['light-2', 'light-3']));
  await ben.setViewportSize(WIDE);
  await expectAccessible(ben, 'Fix, wide');
});
