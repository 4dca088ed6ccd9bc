/** The app can be put on a phone’s first screen, under its own name and icons. */
import { address, expect, test } from './crewTest.ts';

interface Manifest {
  name: string;
  start_url: string;
  display: string;
  icons: { src: string; sizes: string; type: string; purpose?: string }[];
}

test('the manifest names it, and each icon is there in the size it says', async ({ page }) => {
  await page.goto(address());
  const href = await page.locator('link[rel=manifest]').getAttribute('href');
  const answer = await page.request.get(address() + href!);
  expect(answer.headers()['content-type']).toContain('application/manifest+json');
  const manifest = (await answer.json()) as Manifest;
  expect(manifest).toMatchObject({ name: 'Ergon', start_url: '/', display: 'standalone' });
  const sized = manifest.icons.filter(({ type }) => type === 'image/png');
  expect(sized.map(({ sizes }) => sizes)).toEqual(['192x192', '512x512', '512x512']);
  expect(manifest.icons.some(({ purpose }) => purpose === 'maskable')).toBe(true);
  for (const { src, sizes } of sized) {
    const size = await page.evaluate(async (path) => {
      const image = new Image();
      image.src = path;
      await image.decode();
      return `${image.naturalWidth}x${image.naturalHeight}`;
    }, src);
    expect(size).toBe(sizes);
  }
});
