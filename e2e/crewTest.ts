/** A page that fails its test on any console error, uncaught exception or failed request. */
import AxeBuilder from '@axe-core/playwright';
import { expect, type Page, test as base } from '@playwright/test';

export { expect };
export type { Page };

export const address = (): string => process.env.ERGON_ADDRESS!;

export interface Trouble {
  /** Failures a test brings about on purpose. */
  expected: RegExp[];
}

export const test = base.extend<{ trouble: Trouble }>({
  trouble: [
    async ({ page }, use) => {
      const trouble: Trouble = { expected: [] };
      const seen: string[] = [];
      page.on('console', (message) => {
        if (message.type() === 'error' || message.type() === 'warning') seen.push(`console: ${message.text()}`);
      });
      page.on('pageerror', (error) => seen.push(`exception: ${error.message}`));
      page.on('requestfailed', (request) => {
        // A page that is left takes its open requests with it.
        if (request.failure()?.errorText !== 'net::ERR_ABORTED') seen.push(`failed: ${request.url()}`);
      });
      page.on('response', (response) => {
        if (response.status() >= 400) seen.push(`${response.status()}: ${response.url()}`);
      });
      await use(trouble);
      expect(seen.filter((line) => !trouble.expected.some((known) => known.test(line)))).toEqual([]);
    },
    { auto: true },
  ],
});

/** Into the demo, as it came. */
export async function enterDemo(page: Page): Promise<void> {
  await page.goto(address());
  await page.getByRole('button', { name: 'Enter the demo' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Ropewalk wedding' })).toBeVisible();
  await page.getByRole('button', { name: 'Start the demo again' }).click();
  await expect(page.getByRole('button', { name: 'Start the demo again' })).toBeEnabled();
  await page.reload();
  await expect(page.getByText('8 failing · 1 computed')).toBeVisible();
}

export async function goTo(page: Page, path: string, title: string): Promise<void> {
  await page.goto(address() + path);
  await expect(page.getByRole('heading', { level: 1, name: title })).toBeVisible();
}

export async function expectSaved(page: Page): Promise<void> {
  await expect(page.getByRole('status', { name: 'Save state' })).toHaveText('saved');
}

export async function expectAccessible(page: Page, where: string): Promise<void> {
  const { violations } = await new AxeBuilder({ page }).analyze();
  const told = violations.map(
    ({ id, nodes }) =>
      `${where}: ${id} at ${nodes
        .map((node) => node.target.join(' '))
        .slice(0, 3)
        .join(', ')}`,
  );
  expect(told).toEqual([]);
}
