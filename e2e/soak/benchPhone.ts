/**
 * What a phone feels, in Chromium with its processor slowed fourfold and 1.6 MB a second: how much script comes before the first
 * picture, when that stands, and how long each tap takes until the screen answers. With ERGON_BEFORE, the folder of another
 * clone in which the app is built, both are measured in turn.
 */
import { type BrowserContext, type CDPSession, chromium, type Page } from '@playwright/test';
import config from '../playwright.config.ts';
import { PHONE } from '../sizes.ts';
import { ROOT, type Served, serve } from '../startServer.ts';

const SLOWER = 4;
const BYTES_A_SECOND = 1_600_000;
const ROUNDS = 3;
const AIMS = { scriptKb: 350, firstMs: 1500, tapMs: 200 };

interface Measured {
  scriptKb: number;
  firstMs: number;
  /** Milliseconds until the screen answers, by what is tapped. */
  taps: Map<string, number>;
}

const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1]!;

async function phoneAt(context: BrowserContext): Promise<{ page: Page; wire: CDPSession }> {
  const page = await context.newPage();
  const wire = await context.newCDPSession(page);
  await wire.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
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
async function firstPicture(context: BrowserContext, address: string): Promise<{ ms: number; kb: number }> {
  const { page, wire } = await phoneAt(context);
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

async function tapped(page: Page, tap: () => Promise<void>): Promise<number> {
  await page.evaluate(() => Object.assign(window, { longest: 0 }));
  await tap();
  // Events are told after the picture they wait for; what takes longer than this is no answer.
  await page.waitForTimeout(1500);
  return page.evaluate(() => (window as unknown as { longest: number }).longest);
}

const station = (page: Page, light: string, stage: string) =>
  page
    .getByRole('group', { name: new RegExp(`^${light}[,.]`) })
    .getByRole('button', { name: new RegExp(`^${stage},`) });

async function taps(context: BrowserContext, address: string): Promise<Map<string, number>> {
  const { page } = await phoneAt(context);
  await page.addInitScript(WATCH);
  const found = new Map<string, number>();
  const note = async (name: string, tap: () => Promise<void>) => void found.set(name, await tapped(page, tap));
  await page.goto(`${address}/lines/first-dance`);
  await page.getByRole('heading', { level: 1, name: 'First dance' }).waitFor();
  await page.waitForTimeout(3000);
  const body = (label: string) => page.getByRole('radio', { name: `Shot by: ${label}` });
  await note('Lines: a station opens', () => station(page, 'Light 1', 'frame').click());
  await note('Lines: the other body', () => body('Body 2').click());
  await note('Lines: and back', () => body('Body 1').click());
  await note('Lines: on paper', () => page.getByRole('button', { name: 'Try on paper' }).click());
  await page.goto(`${address}/fire/first-dance`);
  const press = page.getByRole('button', { name: /^Press the shutter/ });
  await press.waitFor();
  await page.waitForTimeout(3000);
  await note('Fire: the shutter is pressed', () => press.click());
  await page.goto(address);
  await page.getByText('First dance').first().waitFor();
  await page.waitForTimeout(3000);
  await note('Tonight: to Kit', () => page.getByRole('link', { name: 'Kit' }).click());
  await page.close();
  return found;
}

/** In the demo, as a guest. */
async function measured({ address }: Served): Promise<Measured> {
  const { launchOptions } = config.use!;
  const browser = await chromium.launch(launchOptions);
  const context = await browser.newContext({ viewport: PHONE, serviceWorkers: 'block', hasTouch: true });
  try {
    const page = await context.newPage();
    await page.goto(address);
    await page.getByRole('button', { name: 'Enter the demo' }).click();
    await page.getByText('First dance').first().waitFor();
    await page.close();
    const first: { ms: number; kb: number }[] = [];
    const rounds: Map<string, number>[] = [];
    for (let round = 0; round < ROUNDS; round++) {
      first.push(await firstPicture(context, address));
      rounds.push(await taps(context, address));
    }
    const names = [...rounds[0]!.keys()];
    return {
      scriptKb: median(first.map(({ kb }) => kb)),
      firstMs: median(first.map(({ ms }) => ms)),
      taps: new Map(names.map((name) => [name, median(rounds.map((round) => round.get(name)!))])),
    };
  } finally {
    await browser.close();
  }
}

async function measuredAt(root: string): Promise<Measured> {
  const served = await serve(root);
  try {
    return await measured(served);
  } finally {
    await served.stop();
  }
}

function tell(now: Measured, before: Measured | null): void {
  const line = (what: string, value: number, was: number | undefined, aim: number, unit: string) => {
    const ratio = was === undefined ? '' : `, x${(value / was).toFixed(2)} of ${was.toFixed(0)} before`;
    console.log(`  ${what}: ${value.toFixed(0)} ${unit}${ratio} (aim: ${aim} at most)`);
  };
  console.log(`a phone (processor slowed ${SLOWER} times, ${BYTES_A_SECOND / 1e6} MB/s, median of ${ROUNDS}):`);
  line('script before the first picture', now.scriptKb, before?.scriptKb, AIMS.scriptKb, 'kB');
  line('first picture of Tonight', now.firstMs, before?.firstMs, AIMS.firstMs, 'ms');
  for (const [name, ms] of now.taps) line(name, ms, before?.taps.get(name), AIMS.tapMs, 'ms');
}

const otherRoot = process.env.ERGON_BEFORE;
const before = otherRoot ? await measuredAt(otherRoot) : null;
tell(await measuredAt(ROOT), before);
