/**
 * A person at a screen, by thumb or by keyboard: what they touch and type is counted, and where they would have to look
 * twice.
 */
import { expect, type Locator } from '@playwright/test';
import type { Page } from './crewTest.ts';
import { isWide } from './sizes.ts';

type Role = 'button' | 'radio' | 'checkbox' | 'link' | 'switch';

/** Further than this nobody goes with the Tab key. */
const MOST_STOPS = 300;

export class Person {
  taps = 0;
  fields = 0;
  /** Presses of the Tab key. */
  stops = 0;
  /** What was not in sight when it was wanted, or stood there more than once. */
  readonly doubts: string[] = [];

  constructor(
    readonly page: Page,
    readonly by: 'thumb' | 'keyboard' = isWide(page) ? 'keyboard' : 'thumb',
  ) {}

  /** Goes by a touch or a key to what bears a name. */
  async tap(role: Role, name: string | RegExp): Promise<void> {
    const named = this.page.getByRole(role, { name, exact: typeof name === 'string' });
    const target = named.first();
    await expect(target).toBeVisible();
    await this.look(named, name);
    this.taps++;
    if (this.by === 'thumb') return target.click();
    if (role === 'radio') return this.choose(target);
    await this.reach(target);
    await this.page.keyboard.press(role === 'checkbox' || role === 'switch' ? 'Space' : 'Enter');
  }

  /** A field that has the focus already needs no touch; Enter afterwards is a key on a phone's keyboard too. */
  async type(label: string, text: string, { enter = false } = {}): Promise<void> {
    const field = this.page.getByLabel(label, { exact: true }).first();
    await expect(field).toBeVisible();
    this.fields++;
    if (!(await field.evaluate((one) => one === document.activeElement))) this.taps++;
    if (this.by === 'thumb') await field.fill(text);
    else await this.typeByKeys(field, text, enter);
    if (!enter) return;
    this.taps++;
    await this.page.keyboard.press('Enter');
  }

  /**
   * Reads what should be on the screen by now.
   * @param row of the light it is about; left out, anywhere.
   */
  async sees(text: string | RegExp, row?: string): Promise<void> {
    const where = row === undefined ? this.page : this.page.getByRole('group', { name: new RegExp(`^${row},`) });
    const said = where.getByText(text).first();
    await expect(said).toBeVisible();
    await this.look(said, text);
  }

  private async look(named: Locator, name: string | RegExp): Promise<void> {
    const inSight = await named.evaluateAll(
      (all) =>
        all.filter((one) => {
          const { left, top, right, bottom, width, height } = one.getBoundingClientRect();
          if (width === 0 || left < -1 || top < -1 || right > innerWidth + 1 || bottom > innerHeight + 1) return false;
          const under = document.elementFromPoint(left + width / 2, top + height / 2);
          return under !== null && (one.contains(under) || under.contains(one));
        }).length,
    );
    if (inSight === 0) this.doubts.push(`${name} is not in sight`);
    else if (inSight > 1) this.doubts.push(`${name} stands there ${inSight} times`);
  }

  private async typeByKeys(field: Locator, text: string, stays: boolean): Promise<void> {
    await this.reach(field);
    if ((await field.getAttribute('type')) === 'date') {
      // Month, day and year, as the browser's own field takes them.
      const [year, month, day] = text.split('-');
      await this.page.keyboard.type(`${month}${day}${year}`);
      return;
    }
    await this.page.keyboard.press('Control+a');
    await this.page.keyboard.type(text);
    if (!stays) await this.page.keyboard.press('Tab');
  }

  /** A group of radios is one stop of the Tab key; arrows go on in it, Space chooses. */
  private async choose(target: Locator): Promise<void> {
    const group = target.locator('xpath=ancestor::*[@role="radiogroup"][1]');
    await this.reach(group.locator('[role="radio"][tabindex="0"]'));
    const count = await group.getByRole('radio').count();
    for (let step = 0; step < count; step++) {
      if (await target.evaluate((one) => one === document.activeElement)) break;
      await this.page.keyboard.press('ArrowRight');
    }
    await this.page.keyboard.press('Space');
  }

  /** Goes on with the Tab key until it is there. */
  private async reach(target: Locator): Promise<void> {
    for (let steps = 0; steps < MOST_STOPS;) {
      const ahead = await target.evaluate(stopsAhead);
      if (ahead === 0) return;
      // Up to the last but one without asking in between whether it is there: the page itself says in the end where the focus is.
      for (let presses = Math.max(1, ahead - 1); presses > 0; presses--) {
        steps++;
        this.stops++;
        await this.page.keyboard.press('Tab');
      }
    }
    throw new Error(`the Tab key does not reach ${target}`);
  }
}

/** Once its family is said: a flash that is a remote and nothing else, and does what is plainest. */
export async function describePlainRemote(person: Person): Promise<void> {
  await person.tap('radio', 'What can it be in that family?: remote only');
  await person.tap('radio', 'Where does it meter by itself (TTL)?: none');
  await person.tap('radio', 'Where does it do high-speed sync?: none');
  await person.tap('radio', 'How low does its power go?: 1/128');
  await person.tap('radio', 'Can it fire at another flash it sees?: none');
  await person.tap('radio', 'Can the tube be switched off while the unit stays on?: yes');
  await person.tap('radio', 'What voltage is on its contacts?: 6 V or less');
}

/** How many presses of the Tab key away an element should be, by where it stands on the page; run in the page. 0 where it has the focus. */
function stopsAhead(target: Element): number {
  if (target === document.activeElement) return 0;
  const all = [
    ...document.querySelectorAll<HTMLElement>('a[href], button, input, select, textarea, [tabindex]'),
  ].filter((one) => one.tabIndex >= 0 && !one.matches(':disabled') && one.checkVisibility());
  const [from, to] = [all.indexOf(document.activeElement as HTMLElement), all.indexOf(target as HTMLElement)];
  return to > from ? to - from : 1;
}
