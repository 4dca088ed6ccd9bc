/** Every place at every width: nothing runs out of the page, nothing is cut to be read elsewhere, and all can be touched. */
import { address, enterDemo, expect, type Page, test } from './crewTest.ts';

const QUIET_MS = 150;

const PLACES = [
  '/',
  '/events',
  '/events/ropewalk',
  '/events/ropewalk/wish',
  '/lines/first-dance',
  '/lines/first-dance/air',
  '/lines/first-dance/groups',
  '/lines/first-dance/power',
  '/lines/first-dance/cards',
  '/fire/first-dance',
  '/fire/first-dance/finder',
  '/fix/speeches',
  '/fix/speeches/lost',
  '/kit',
  '/kit/models',
  '/kit/fit',
  '/kit/files',
  '/history',
  '/glossary',
  '/members',
  '/machine',
  '/drills',
] as const;

/** Smallest side of what is touched, in px; WCAG 2.2 asks for 24. */
const TARGET = 38;

/** What runs out of the page sideways, where nothing is there to scroll it, and what is narrower than a touch. */
const faultsIn = (page: Page, target: number): Promise<string[]> =>
  page.evaluate((least) => {
    const words = (element: Element) =>
      (element.getAttribute('aria-label') ?? (element as HTMLElement).innerText ?? '').slice(0, 60);
    const isShown = (element: Element) => getComputedStyle(element).opacity !== '0';
    const isScrolled = (element: Element) => {
      for (let around = element.parentElement; around; around = around.parentElement)
        if (/auto|scroll/.test(getComputedStyle(around).overflowX) && around.scrollWidth > around.clientWidth + 1)
          // What scrolls sideways on purpose has a name.
          return around.getAttribute('aria-label') !== null;
      return false;
    };
    const all = [...document.querySelectorAll<HTMLElement>('#root *')].filter((one) => one.offsetWidth > 0);
    const out = all.filter((one) => {
      const { left, right } = one.getBoundingClientRect();
      return (right > innerWidth + 1 || left < -1) && isShown(one) && !isScrolled(one);
    });
    const touched = [...document.querySelectorAll('button, a, input, [role=radio], [role=checkbox], [role=switch]')];
    const small = touched.filter((one) => {
      const { width, height } = one.getBoundingClientRect();
      return width > 0 && Math.min(width, height) < least && isShown(one);
    });
    const deepest = out.filter((one) => !out.some((other) => other !== one && one.contains(other)));
    return [
      ...deepest.map((one) => `out of the page: ${words(one)}`),
      ...small.map((one) => `small: ${words(one)} ${Math.round(one.getBoundingClientRect().width)}`),
    ];
  }, target);

/** Until the page has not changed for a while: what is asked of the server never ends, since a stream tells what others do. */
const settled = (page: Page): Promise<void> =>
  page.evaluate(
    (quietMs) =>
      new Promise((resolve) => {
        const done = () => {
          watch.disconnect();
          resolve();
        };
        let timer = setTimeout(done, quietMs);
        const watch = new MutationObserver(() => {
          clearTimeout(timer);
          timer = setTimeout(done, quietMs);
        });
        watch.observe(document.body, { childList: true, subtree: true, characterData: true });
      }),
    QUIET_MS,
  );

/** 320 points stand for 400 % zoom, 640 for 200 %. */
const WIDTHS = [320, 390, 640, 768, 960, 1024, 1280] as const;

async function expectFits(page: Page, path: (typeof PLACES)[number]): Promise<void> {
  await page.goto(`${address()}${path}`);
  // Every place of a crew has it, and no picture of waiting does.
  const there = path === '/machine' ? page.getByText('It answers.') : page.getByRole('status', { name: 'Save state' });
  const result = page.getByRole('region', { name: 'Result' });
  for (const width of WIDTHS) {
    await page.setViewportSize({ width, height: width < 400 ? 640 : 844 });
    await expect(there).toBeVisible();
    await settled(page);
    if (path === '/fire/first-dance' && !(await result.isVisible())) {
      await page.getByRole('button', { name: /^Press the shutter/ }).click();
      await expect(result).toBeVisible();
    }
    expect(await page.locator('#root').evaluate((root) => (root as HTMLElement).innerText.length)).toBeGreaterThan(40);
    expect(await faultsIn(page, TARGET), `${path} at ${width}`).toEqual([]);
  }
}

// Each place is loaded once and then made wider. In two halves, so that both cores have one.
for (const half of [0, 1])
  test(`at no width anything runs out of a page, all can be touched and nothing collapses, half ${half + 1}`, async ({
    page,
  }) => {
    await enterDemo(page);
    const places = PLACES.filter((_, at) => at % 2 === half);
    expect(places).toHaveLength(PLACES.length / 2);
    for (const path of places) await expectFits(page, path);
  });

test('on a wide page Tonight shows the lines of the look that is chosen', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await enterDemo(page);
  const pane = page.getByRole('region', { name: 'Chosen look' });
  await expect(pane.getByRole('heading', { name: 'Vows' })).toBeVisible();
  await page.getByRole('button', { name: /First dance/ }).click();
  await expect(pane.getByRole('heading', { name: 'First dance' })).toBeVisible();
  await expect(pane.getByRole('group', { name: /^Light 6, Rim, door/ })).toBeVisible();
  await pane.getByRole('button', { name: 'Light 6', exact: true }).click();
  await expect(page).toHaveTitle('First dance · Lines · Ergon');
  await expect(page.getByRole('heading', { level: 2, name: 'Light 6 · receiver' })).toBeVisible();
});

test('by keyboard past the page to the places, and to the heading after the last mend', async ({ page }) => {
  await enterDemo(page);
  await page.goto(`${address()}/lines/vows`);
  await expect(page).toHaveTitle('Vows · Lines · Ergon');
  const mend = page.getByRole('region', { name: 'First fault' }).getByRole('button', { name: /^Set / }).first();
  await mend.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'State of the look' })).toBeVisible();
  // What said the fault is gone with it: the page's heading is what is left.
  await expect(page.getByRole('heading', { level: 1, name: 'Vows' })).toBeFocused();
  await page.reload();
  await expect(page.getByRole('region', { name: 'State of the look' })).toBeVisible();
  await page.keyboard.press('Tab');
  await expect(page.getByRole('button', { name: 'Skip to the page' })).toBeFocused();
  await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('navigation', { name: 'Places' })).toBeFocused();
  await page.keyboard.press('Tab');
  await expect(page.getByRole('link', { name: 'Tonight' })).toBeFocused();
});
