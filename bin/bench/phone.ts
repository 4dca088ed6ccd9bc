/**
 * What a phone feels, in Chromium with its processor slowed fourfold and 1.6 MB a second: how much script comes before the first
 * picture, when that stands, and how long each tap takes until the screen answers.
 */
import { type BrowserContext, type CDPSession, chromium, type Page } from '@playwright/test';
import type { Measure } from './measure.ts';
import config from '../../e2e/playwright.config.ts';
import { PHONE } from '../../e2e/sizes.ts';
import { ROOT, type Served, serve } from '../../e2e/startServer.ts';

const BYTES_A_SECOND = 1_600_000;

/** How it is measured as a rule, and where the numbers are not looked at. */
interface Scale {
  slower: number;
  rounds: number;
  /** How long a page is left to itself before it is touched, and after a touch, in ms. */
  restMs: number;
  answerMs: number;
}
const WHOLE: Scale = { slower: 4, rounds: 3, restMs: 3000, answerMs: 1500 };
const SHORT: Scale = { slower: 1, rounds: 1, restMs: 200, answerMs: 200 };

const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1]!;

async function phoneAt(context: BrowserContext, { slower }: Scale): Promise<{ page: Page; wire: CDPSession }> {
  const page = await context.newPage();
  const wire = await context.newCDPSession(page);
  await wire.send('Emulation.setCPUThrottlingRate', { rate: slower });
  await wire.send('Network.enable');
  await wire.send('Network.emulateNetworkConditions', {
    offline: false,
    latency: 20,
    downloadThroughput: BYTES_A_SECOND,
    uploadThroughput: BYTES_A_SECOND,
  });
  return { page, wire };
}

/** When the names of the wedding's looks stand on the screen, in milliseconds from the start of the page. */
const WAIT = `
  new MutationObserver((_, observer) => {
    if (!document.body?.textContent.includes('First dance')) return;
    observer.disconnect();
    const channel = new MessageChannel();
    channel.port1.onmessage = () => (window.pictureMs = performance.now());
    requestAnimationFrame(() => channel.port2.postMessage(null));
  }).observe(document, { subtree: true, childList: true, characterData: true });
`;

/** Opens Tonight with nothing kept of it, and measures until the wedding's looks stand there. */
async function firstPicture(
  context: BrowserContext,
  address: string,
  scale: Scale,
): Promise<{ ms: number; kb: number }> {
  const { page, wire } = await phoneAt(context, scale);
  await wire.send('Network.setCacheDisabled', { cacheDisabled: true });
  await page.addInitScript(WAIT);
  const scripts = new Set<string>();
  let bytes = 0;
  wire.on('Network.responseReceived', ({ requestId, type }) => type === 'Script' && scripts.add(requestId));
  wire.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    if (scripts.has(requestId)) bytes += encodedDataLength;
  });
  await page.goto(address, { waitUntil: 'commit' });
  const picture = await page.waitForFunction(() => (window as unknown as { pictureMs?: number }).pictureMs);
  const ms = (await picture.jsonValue())!;
  const kb = bytes / 1000;
  await page.close();
  return { ms, kb };
}

/** Every tap there is reported, with the time until the next picture. */
const WATCH = `
  window.longest = 0;
  new PerformanceObserver((list) => {
    for (const { duration } of list.getEntries()) window.longest = Math.max(window.longest, duration);
  }).observe({ type: 'event', durationThreshold: 16 });
`;

async function tapped(page: Page, { answerMs }: Scale, tap: () => Promise<void>): Promise<number> {
  await page.evaluate(() => Object.assign(window, { longest: 0 }));
  await tap();
  // Events are told after the picture they wait for; what takes longer than this is no answer.
  await page.waitForTimeout(answerMs);
  return page.evaluate(() => (window as unknown as { longest: number }).longest);
}

const rowOf = (page: Page, light: string) => page.getByRole('group', { name: new RegExp(`^${light}[,.]`) });

async function taps(context: BrowserContext, address: string, scale: Scale): Promise<Map<string, number>> {
  const { page } = await phoneAt(context, scale);
  await page.addInitScript(WATCH);
  const found = new Map<string, number>();
  const note = async (name: string, tap: () => Promise<void>) => void found.set(name, await tapped(page, scale, tap));
  await page.goto(`${address}/lines/first-dance`);
  await page.getByRole('heading', { level: 1, name: 'First dance' }).waitFor();
  await page.waitForTimeout(scale.restMs);
  const body = (label: string) => page.getByRole('radio', { name: `Shot by: ${label}` });
  const row = rowOf(page, 'Light 6');
  await note('Lines: a row opens', () => row.getByRole('button', { expanded: false }).first().click());
  await note('Lines: a station opens', () => row.getByRole('button', { name: /, receiver[,:]/ }).click());
  await note('Lines: the other body', () => body('Body 2').click());
  await note('Lines: and back', () => body('Body 1').click());
  await note('Lines: on paper', () => page.getByRole('button', { name: 'Try on paper' }).click());
  await page.goto(`${address}/fire/first-dance`);
  const press = page.getByRole('button', { name: /^Press the shutter/ });
  await press.waitFor();
  await page.waitForTimeout(scale.restMs);
  await note('Fire: the shutter is pressed', () => press.click());
  await page.goto(address);
  await page.getByText('First dance').first().waitFor();
  await page.waitForTimeout(scale.restMs);
  await note('Tonight: to Kit', () => page.getByRole('link', { name: 'Kit' }).click());
  await page.close();
  return found;
}

/** In the demo, as a guest. */
async function measured({ address }: Served, scale: Scale): Promise<Measure[]> {
  const { launchOptions } = config.use!;
  const browser = await chromium.launch(launchOptions);
  const context = await browser.newContext({ viewport: PHONE, serviceWorkers: 'block', hasTouch: true });
  context.setDefaultTimeout(30_000);
  try {
    const page = await context.newPage();
    await page.goto(address);
    await page.getByRole('button', { name: 'Enter the demo' }).click();
    await page.getByText('First dance').first().waitFor();
    await page.close();
    const first: { ms: number; kb: number }[] = [];
    const rounds: Map<string, number>[] = [];
    for (let round = 0; round < scale.rounds; round++) {
      first.push(await firstPicture(context, address, scale));
      rounds.push(await taps(context, address, scale));
    }
    const names = [...rounds[0]!.keys()];
    return [
      { what: 'script before the first picture', value: median(first.map(({ kb }) => kb)), unit: 'kB' },
      { what: 'first picture of Tonight', value: median(first.map(({ ms }) => ms)), unit: 'ms' },
      ...names.map((name): Measure => ({
        what: name,
        value: median(rounds.map((round) => round.get(name)!)),
        unit: 'ms',
      })),
    ];
  } finally {
    await browser.close();
  }
}

/** A tap that is answered within a frame is told as nothing. */
export async function part(short: boolean): Promise<Measure[]> {
  const served = await serve(ROOT);
  try {
    const found = await measured(served, short ? SHORT : WHOLE);
    const [script, first] = found;
    if (script!.value <= 0 || first!.value <= 0) throw new Error('no picture was measured');
    return found;
  } finally {
    await served.stop();
  }
}
