/** A sender is lost: the way round is found, kept and made without a network, on a phone and on a wide screen. */
import { address, enterDemo, expect, expectAccessible, expectSaved, test } from './crewTest.ts';
import { PHONE, WIDE } from './sizes.ts';

const SAVED = 'Light 1 to 3 and Light 9 fire as before.';

interface Looks {
  looks: { id: string; units: Record<string, { role?: string; mount?: string; ifLost?: unknown[] }> }[];
}

for (const [name, size] of [
  ['on a phone', PHONE],
  ['on a wide screen', WIDE],
] as const)
  test(`a lost sender is done without, ${name}`, async ({ browser, trouble }) => {
    trouble.expected.push(/ERR_INTERNET_DISCONNECTED|Failed to (load|fetch)/);
    const page = await (await browser.newContext({ viewport: size, serviceWorkers: 'allow' })).newPage();
    await enterDemo(page, address());
    await page.goto(`${address()}/fix/speeches`);
    await expect(page.getByRole('button', { name: /^A sender is lost/ })).toBeVisible();
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));

    await page.context().setOffline(true);
    await page.getByRole('button', { name: /^A sender is lost/ }).click();
    await page.getByRole('radio', { name: /Sender 1$/ }).click();
    await expect(page.getByText(SAVED)).toBeVisible();
    await expectAccessible(page, `a way round ${name}`);
    await page.getByRole('button', { name: 'Keep this plan' }).click();
    await expect(page.getByText(/^Kept with this look/)).toBeVisible();

    // Opened again it is there at once.
    await page.reload();
    await page.getByRole('radio', { name: /Sender 1$/ }).click();
    await expect(page.getByText(/^Kept with this look/)).toBeVisible();
    await page.getByRole('button', { name: /^Use this plan/ }).click();
    await expect(page.getByRole('heading', { level: 1, name: 'Without Sender 1' })).toBeVisible();
    await expect(page.getByText('Take Sender 1 off Body 1')).toBeVisible();
    await expectAccessible(page, `a way round that was made ${name}`);
    await page.context().setOffline(false);
    await expectSaved(page);

    const { looks } = (await (await page.request.get(`${address()}/api/rig`)).json()) as Looks;
    const { units } = looks.find(({ id }) => id === 'speeches')!;
    expect(units['sender-1']).toMatchObject({ role: 'off' });
    expect(units['sender-1']!.ifLost!.length).toBeGreaterThan(5);
    const onBody = Object.values(units).filter(({ mount, role }) => mount === 'body-1' && role === 'master');
    expect(onBody).toHaveLength(1);
    await page.getByRole('button', { name: 'Tick it off on the cards' }).click();
    await expect(page.getByText(/settings to dial on/)).toBeVisible();
  });
