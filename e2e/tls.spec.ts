/** As phones reach the laptop in the corner: over TLS, at an address of its own, with a certificate it made itself. */
import { createHash, X509Certificate } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type Browser, type BrowserContext, chromium } from '@playwright/test';
import jsQR from 'jsqr';
import { PNG } from 'pngjs';
import { expect, expectAccessible, type Page, PASSPHRASE, test } from './crewTest.ts';
import { CHROMIUM } from './playwright.config.ts';
import { PHONE } from './sizes.ts';
import { ROOT, serve, type Served } from './startServer.ts';

let served: Served;
/** A browser on which somebody trusted the machine’s certificate, and one on which nobody did. */
let trusting: Browser;

test.beforeAll(async () => {
  served = await serve(ROOT, { ERGON_HOST: '127.0.0.2', ERGON_TLS: 'own' });
  const authority = new X509Certificate(readFileSync(join(served.folder, 'tls/authority.pem')));
  const key = createHash('sha256')
    .update(authority.publicKey.export({ type: 'spki', format: 'der' }))
    .digest('base64');
  // What a phone’s settings do: this authority’s certificates are believed, and no other’s.
  const args = [...CHROMIUM.args, `--ignore-certificate-errors-spki-list=${key}`];
  trusting = await chromium.launch({ ...CHROMIUM, args });
});
test.afterAll(async () => {
  await trusting.close();
  await served.stop();
});

const phone = async (): Promise<Page> =>
  (await trusting.newContext({ viewport: PHONE, serviceWorkers: 'allow' })).newPage();

async function startCrew(page: Page): Promise<void> {
  await page.goto(served.address);
  await page.getByRole('radio', { name: /Start a crew/ }).click();
  await page.getByRole('textbox', { name: 'Crew' }).fill('Corner crew');
  await page.getByRole('textbox', { name: 'Your name' }).fill('Maren');
  await page.getByRole('textbox', { name: 'Passphrase' }).fill(PASSPHRASE);
  await page.getByRole('button', { name: /^Start the crew/ }).click();
  await expect(page.getByText('Your gear. The bodies, flashes and triggers you own.')).toBeVisible();
}

/** What a camera reads there. */
async function scanned(page: Page, name: RegExp | string): Promise<string | undefined> {
  const picture = PNG.sync.read(await page.getByRole('img', { name }).screenshot());
  return jsQR(new Uint8ClampedArray(picture.data), picture.width, picture.height)?.data;
}

/** Once its own files are kept. */
async function controlled(context: BrowserContext, page: Page): Promise<void> {
  await page.evaluate(async () => void (await navigator.serviceWorker.ready));
  await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller?.state)).toBe('activated');
  expect(context.serviceWorkers()).toHaveLength(1);
}

test('a phone that trusts the machine signs in, scans an invitation, and opens without the network', async () => {
  expect(served.address).toMatch(/^https:\/\/127\.0\.0\.2:\d+$/);
  const page = await phone();
  await startCrew(page);
  expect(await page.evaluate(() => window.isSecureContext)).toBe(true);
  const cookies = await page.context().cookies();
  expect(cookies.map(({ name }) => name).sort()).toEqual(['__Host-ergon.known', '__Host-ergon.sid']);
  for (const cookie of cookies) expect(cookie).toMatchObject({ secure: true, httpOnly: true, sameSite: 'Strict' });

  await page.goto(`${served.address}/members`);
  await page.getByRole('button', { name: 'Invite somebody' }).click();
  const link = (await scanned(page, 'The link as a code for a camera')) ?? '';
  expect(link.startsWith(`${served.address}/join#`)).toBe(true);
  const bo = await phone();
  await bo.goto(link);
  await bo.getByRole('textbox', { name: 'Your name' }).fill('Bo');
  await bo.getByRole('textbox', { name: 'New passphrase' }).fill(`${PASSPHRASE} of Bo`);
  await bo.getByRole('button', { name: 'Join the crew' }).click();
  await expect(bo.getByText('Your gear. The bodies, flashes and triggers you own.')).toBeVisible();

  await controlled(bo.context(), bo);
  // What was fetched is kept a moment later.
  await bo.waitForTimeout(3000);
  await bo.context().setOffline(true);
  await bo.reload();
  await expect(bo.getByText('Your gear. The bodies, flashes and triggers you own.')).toBeVisible();
  await page.context().close();
  await bo.context().close();
});

test('a phone that does not trust it is warned before anything is sent', async ({ page, trouble }) => {
  trouble.expected.push(/ERR_CERT|failed: https:\/\/127\.0\.0\.2/);
  await expect(page.goto(served.address)).rejects.toThrow(/ERR_CERT_AUTHORITY_INVALID/);
});

test('the machine’s own page is open without a sign-in, and its certificate is what phones are to trust', async () => {
  const page = await phone();
  await page.goto(`${served.address}/sign-in`);
  await expect(page.getByText(/There is no TLS here/)).toHaveCount(0);
  await page.getByRole('button', { name: /^The machine/ }).click();
  await expect(page.getByText('There is room.', { exact: false })).toBeVisible();
  await expect(page.getByText(/^None yet\. The first is made/)).toBeVisible();
  const authority = new X509Certificate(readFileSync(join(served.folder, 'tls/authority.pem')));
  const shown = (await page.getByRole('region', { name: 'How phones reach it' }).textContent()) ?? '';
  expect(shown.replaceAll(' ', ':')).toContain(authority.fingerprint256);
  await expectAccessible(page, 'machine');
  const [fetched] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Fetch the certificate' }).click(),
  ]);
  expect(new X509Certificate(readFileSync(await fetched.path())).fingerprint256).toBe(authority.fingerprint256);
  await page.context().close();
});
