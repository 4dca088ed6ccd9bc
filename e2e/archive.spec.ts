/** A crew moves to an Ergon of its own with all it has. */
import { readFileSync } from 'node:fs';
import { address, enterDemo, expect, expectAccessible, goTo, newCrew, test } from './crewTest.ts';

test('everything is taken out as one file, and brought into an empty crew it comes out the same', async ({
  page,
  trouble,
}) => {
  // Signed in behind its back, the page asks as whom it was kept for until it hears who it is.
  trouble.expected.push(/400/, /401/);
  await enterDemo(page);
  await goTo(page, '/kit/files', 'In and out');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Take everything out' }).click(),
  ]);
  await expect(page.getByText(/^ergon-archive\.ndjson is with your browser/)).toBeVisible();
  await expectAccessible(page, 'In and out, everything taken out');
  const archive = readFileSync(await file.path(), 'utf8');
  // Whose page it was listens for more, and must not as somebody else.
  await page.goto('about:blank');
  await newCrew(page);
  await goTo(page, '/kit/files', 'In and out');
  const odd = { name: 'odd.ndjson', mimeType: 'application/x-ndjson', buffer: Buffer.from(archive.slice(0, 20_000)) };
  await page.getByLabel('Archive to bring in').setInputFiles(odd);
  await expect(page.getByText(/^Nothing was brought in\. line \d+ is not valid JSON\.$/)).toBeVisible();
  await page
    .getByLabel('Archive to bring in')
    .setInputFiles({ name: 'all.ndjson', mimeType: 'application/x-ndjson', buffer: Buffer.from(archive) });
  await expect(page.getByText(/^Brought in: .* This crew is called Crew of Mate .* now\.$/)).toBeVisible();
  expect(await (await page.request.get(`${address()}/api/archive`)).text()).toBe(archive);
  await expect(page.getByText('To bring one in, sign out and start a crew of its own for it.')).toBeVisible();
  await goTo(page, '/lines/vows', 'Vows');
});
