/** Many lights to which the same happens are one row, which opens to theirs. */
import type { KitDocument } from '@ergon/core/record/kitDocument';
import { address, demo, expect, expectAccessible, goTo, importDocument, newCrew, test } from './crewTest.ts';
import { isWide } from './sizes.ts';

const LAMPS = Array.from({ length: 20 }, (_, n) => `lamp-${n + 1}`);

/** The demo with twenty lamps more in the first dance, each set as Light 1 is. */
function withLamps(): KitDocument {
  const of = demo.units.find(({ id }) => id === 'light-1')!;
  const more = LAMPS.map((id, n) => ({ ...of, id, label: `Lamp ${n + 1}` }));
  const looks = demo.looks.map((look) => {
    if (look.id !== 'first-dance') return look;
    return {
      ...look,
      units: { ...look.units, ...Object.fromEntries(LAMPS.map((id) => [id, look.units['light-1']!])) },
    };
  });
  return { ...demo, units: [...demo.units, ...more], looks } as KitDocument;
}

test('lights alike are one row on the lines and in Fire, opened by a touch and closed again', async ({ page }) => {
  await newCrew(page);
  await importDocument(page, address(), withLamps());
  await goTo(page, '/lines/first-dance', 'First dance');
  const lamp = page.getByRole('group', { name: /^Lamp 7[,.]/ });
  const fold = page.getByRole('button', { name: /^\d+ lights: Lamp 1 to 20/ });
  await expect(fold).toHaveAttribute('aria-expanded', 'false');
  await expect(lamp).toHaveCount(0);
  await expectAccessible(page, 'lines with a fold');
  await fold.click();
  await expect(fold).toHaveAttribute('aria-expanded', 'true');
  await expect(lamp).toBeVisible();
  await fold.click();
  await expect(lamp).toHaveCount(0);
  // A reader is told of all of them where they are drawn as one.
  await expect(page.getByRole('group', { name: /^\d+ lights: Lamp 1 to 20/ })).toHaveCount(1);
  if (isWide(page)) {
    // What is found by the keyboard is never hidden.
    await page.keyboard.press('/');
    await page.getByRole('textbox', { name: 'Find a light' }).fill('Lamp 7');
    await page.keyboard.press('Enter');
    await expect(lamp).toBeVisible();
    await expect(fold).toHaveAttribute('aria-expanded', 'true');
  }
  await goTo(page, '/fire/first-dance', 'Fire');
  const table = page.getByRole('table', { name: 'Test fires by light and shot' });
  const row = table.getByRole('rowheader', { name: /^Lamp 7:/ });
  await expect(row).toHaveCount(0);
  await table.getByRole('button', { name: /^\d+ lights: Lamp 1 to 20/ }).click();
  await expect(row).toBeVisible();
  await expectAccessible(page, 'Fire with a fold');
  await table.getByRole('button', { name: /^\d+ lights: Lamp 1 to 20/ }).click();
  await expect(row).toHaveCount(0);
});
