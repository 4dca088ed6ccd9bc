/** A crew of three sets up a room: air, letters, cards, test fires against simulated gear, and a channel that turns bad. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { planEventAir } from '@ergon/core/air/eventAir';
import { cardsOf, linesIn } from '@ergon/core/cards/cards';
import type { CrewRig } from '@ergon/core/operation/crewRig';
import { looksOf } from '@ergon/core/operation/timetable';
import { buildRig, indexKit } from '@ergon/core/rig/rig';
import { enterDemo, expect, expectAccessible, expectSaved, type Page, secondMember, test } from './crewTest.ts';
import { PHONE } from './sizes.ts';
import { startWorld, type World } from './soak/world.ts';
import { type Standin, startStandin } from './standin.ts';

let world: World;
let standin: Standin | null = null;
test.beforeAll(async () => {
  world = await startWorld();
});
test.afterAll(async () => {
  standin?.stop();
  await world.close();
});

const at = (server: 0 | 1): string => world.servers[server]!.address;
const rigOf = async (page: Page): Promise<CrewRig> =>
  (await (await page.request.get(`${at(0)}/api/rig`)).json()) as CrewRig;

async function phone(page: Page): Promise<Page> {
  const context = await page.context().browser()!.newContext({ viewport: PHONE, serviceWorkers: 'allow' });
  return context.newPage();
}

/** The remote units of the look as the crew has planned them, but for a few mistakes of somebody's hand. */
async function startPlanned(page: Page): Promise<string> {
  const { folder } = world.servers[0]!;
  const document = join(folder, 'planned.json');
  writeFileSync(document, await (await page.request.get(`${at(0)}/api/document`)).text());
  standin = await startStandin(folder, document, 'demo/standin.json');
  return standin.address;
}

async function openView(page: Page, server: 0 | 1, view: string, title: string): Promise<void> {
  await page.goto(`${at(server)}/lines/speeches/${view}`);
  await expect(page.getByRole('heading', { level: 1, name: title })).toBeVisible();
}

/** Ticks one member's cards to the end, or so many of them. */
async function tickOwn(page: Page, name: string, most = Infinity): Promise<number> {
  await page.getByRole('radio', { name: new RegExp(`^Whose cards: ${name}, `) }).click();
  let cards = 0;
  for (;;) {
    const all = page.getByRole('button', { name: /^(All \d+ are set|It is set), / });
    const next = page.getByRole('button', { name: /^Next: / });
    const done = page.getByText('Everything here is set.');
    await expect(all.or(next).or(done).first()).toBeVisible();
    if (await all.isVisible()) {
      await all.click();
      if (++cards >= most) return cards;
    } else if (await next.isVisible()) await next.click();
    else return cards;
  }
}

/** What each miss tells to look at first, and what was seen. */
async function pressAll(page: Page): Promise<string[]> {
  const misses: string[] = [];
  await page.goto(`${at(0)}/fire/speeches`);
  const presses = page.getByRole('list', { name: 'Presses to make' }).getByRole('button');
  await expect(presses.first()).toBeVisible();
  for (let left = await presses.count(); left > 0; left--) {
    await presses.first().click();
    await page.getByRole('button', { name: 'Ask the stand-in kit, simulated gear' }).click();
    await page.getByRole('button', { name: /^Log \d+ lights?$/ }).click();
    const logged = page.getByText(/^Logged: /);
    await expect(logged).toBeVisible();
    misses.push((await logged.textContent()) ?? '');
    await page.getByRole('button', { name: 'Next press' }).click();
    // What is missed is asked for again: one round is as many presses as there were.
    if (await page.getByText('Everything here is proven.').isVisible()) break;
  }
  return misses;
}

const setByHand = (address: string, unit: string, setting: string, value: string) =>
  fetch(`${address}/units/${unit}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ setting, value }),
    redirect: 'manual',
  });

test('three members set up a room, find what is wrong by test fires, and leave a bad channel', async ({ page }) => {
  test.slow();
  const who = await enterDemo(page, at(0));
  const [second, third] = [await phone(page), await phone(page)];
  const mate = await secondMember(page, second, at(0), at(1));
  const other = await secondMember(page, third, at(0), at(0));
  await openView(second, 1, 'cards', 'Speeches');
  await openView(third, 0, 'cards', 'Speeches');

  // Air: another crew sits where the plan would have gone.
  await openView(page, 0, 'air', 'Air');
  await expect(page.getByText(/to channel 17, ID 27/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Add another crew' }).click();
  await page.getByLabel('Who they are').fill('Second crew');
  await page.getByRole('radio', { name: 'Family: Plover' }).click();
  await page.getByLabel('Channel, if told').fill('17');
  await page.getByLabel('ID, if told; 0 is off').fill('5');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByText(/to channel (?!17)\d+, ID 27/).first()).toBeVisible();
  await page.getByRole('button', { name: /^Set it so/ }).click();
  await expect(page.getByText('Everything can stay where it is.')).toBeVisible();
  const { channel } = (await (await expectSaved(page), rigOf(page))).looks.find(({ id }) => id === 'speeches')!.units[
    'sender-1'
  ]!;

  await openView(page, 0, 'groups', 'Groups');
  await page.getByRole('button', { name: /^Set these letters/ }).click();
  await expect(page.getByRole('button', { name: /^Set these letters/ })).toHaveCount(0);

  // Cards: dealt by place, ticked by whoever stands there, one without a network for half of theirs.
  await openView(page, 0, 'cards', 'Speeches');
  await page.getByRole('button', { name: 'Deal the cards' }).click();
  for (const name of [who, mate, other]) await expect(page.getByRole('checkbox', { name })).toBeChecked();
  await page.getByRole('button', { name: 'Deal by place' }).click();
  await expectSaved(page);
  await third.getByRole('radio', { name: new RegExp(`^Whose cards: ${other}, `) }).waitFor();
  await third.waitForFunction(async () => {
    const registration = await navigator.serviceWorker.getRegistration();
    return registration?.active?.state === 'activated' && navigator.serviceWorker.controller !== null;
  });
  await tickOwn(third, other, 1);
  await third.context().setOffline(true);
  const [first, own] = await Promise.all([tickOwn(page, who), tickOwn(second, mate), tickOwn(third, other)]);
  await third.context().setOffline(false);
  for (const one of [page, second, third]) await expectSaved(one);
  await expect(page.getByText('Everything planned is dialled')).toBeVisible({ timeout: 15_000 });
  const { units, looks } = await rigOf(page);
  const setters = new Set(units.flatMap(({ dialled }) => Object.values(dialled ?? {}).map(({ by }) => by)));
  expect(setters).toEqual(new Set([who, mate, other]));
  console.log(`set up: ${first} and ${own} cards ticked by two members, the rest by one half without a network`);
  expect(looks.find(({ id }) => id === 'speeches')!.units['light-1']!.channel).toBe(channel);
  await expectAccessible(page, 'cards, all set');

  // Test fires: what somebody's hand got wrong shows light by light, is set right, and proven.
  const address = await startPlanned(page);
  const told = await pressAll(page);
  expect(told.join(' ')).toMatch(/Light 1 dark/);
  expect(told.join(' ')).toMatch(/Light 2 dark/);
  expect(told.join(' ')).toMatch(/Light 3 dark/);
  expect(told.join(' ')).toMatch(/Light 9 wrong power/);
  await expect(page.getByRole('cell', { name: 'missed: dark' }).first()).toBeVisible();
  await expectAccessible(page, 'test fires, some missed');
  const planned = (await rigOf(page)).looks.find(({ id }) => id === 'speeches')!.units;
  expect((await setByHand(address, 'light-1', 'group', planned['light-1']!.group!)).status).toBe(303);
  await setByHand(address, 'light-2', 'channel', String(channel));
  await setByHand(address, 'light-3', 'on', 'on');
  await setByHand(address, 'light-9', 'power', String(planned['light-9']!.power));
  await pressAll(page);
  await page.goto(`${at(0)}/fire/speeches`);
  await expect(page.getByText('Everything here is proven.')).toBeVisible();
  await expect(page.getByRole('cell', { name: 'proven' })).toHaveCount(8);

  // The channel turns bad: one tap, and only what must be dialled again is open on the cards.
  await openView(page, 0, 'air', 'Air');
  await page.getByRole('button', { name: `Channel ${channel} is bad here, Plover` }).click();
  await expectSaved(page);
  const rig = await rigOf(page);
  const kit = indexKit(rig);
  const after = rig.looks.find(({ id }) => id === 'speeches')!;
  const changed = cardsOf(buildRig(kit, after, rig.onAir)).filter(
    (card) => linesIn(card, 'open', 'changed').length > 0,
  );
  const plan = planEventAir({ kit, event: 'ropewalk', looks: looksOf(rig, 'ropewalk'), onAir: rig.onAir });
  const net = plan.nets.find(({ net: one }) => one.family.id === 'plover')!;
  // Everybody on the net must change, nobody else, and on each one line.
  expect(changed.map(({ unit }) => unit).sort()).toEqual(
    net.net.members.map(({ unit }) => unit).filter((unit) => unit in after.units),
  );
  expect(
    changed.every(
      (card) =>
        linesIn(card, 'open', 'changed')
          .map(({ setting }) => setting)
          .join() === 'channel',
    ),
  ).toBe(true);
  await expect(second.getByText(`${changed.length} settings to dial on ${changed.length} units`)).toBeVisible({
    timeout: 15_000,
  });
  console.log(`bad channel: ${changed.length} cards change, one line each`);
  for (const far of [second, third]) await far.context().close();
});
