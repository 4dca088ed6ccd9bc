/**
 * From an empty crew to a proven look without a document: by thumb on a phone, and by keyboard alone on a wide screen.
 * Taps and typed fields are counted, and printed.
 */
import { randomUUID } from 'node:crypto';
import { address, expect, expectAccessible, expectSaved, type Page, PASSPHRASE, test } from './crewTest.ts';
import { describePlainRemote, Person } from './person.ts';
import { isWide } from './sizes.ts';

/** Taps a crew may need for its first look. */
const MOST_TAPS = 60;

async function describeBody(person: Person): Promise<void> {
  await person.tap('button', /^Camera body/);
  await named(person, 'Varrow', 'Slate');
  await person.type('or another', 'quayside');
  await leave(person.page);
  await person.tap('button', 'Next');
  await person.tap('radio', 'Is there a plain contact in the middle of the shoe?: yes');
  await person.tap('radio', 'What sync socket has it?: none');
  await person.tap('radio', 'What is its sync time?: 1/200');
  await person.tap('radio', 'With its silent electronic shutter, does a flash fire?: no');
  await person.tap('radio', 'In which exposure modes does it leave the flash alone?: none');
  await keep(person, 'Body');
}

async function describeFlash(person: Person): Promise<void> {
  await person.tap('button', /^Shoe flash with radio/);
  await named(person, 'Varrow', 'Lamp');
  await person.tap('radio', 'What foot has it?: quayside');
  await person.tap('button', 'A new family');
  await person.type('Name of the family', 'Redshank');
  await person.type('Channels', '20');
  await person.type('IDs', '50');
  await person.type('Groups', '5');
  await person.tap('checkbox', 'power');
  await person.tap('button', 'Add it');
  await describePlainRemote(person);
  await keep(person, 'Light', '5');
}

async function describeSender(person: Person): Promise<void> {
  await person.tap('button', /^Sender with control/);
  await named(person, 'Varrow', 'Call');
  await person.tap('radio', 'What foot has it?: quayside');
  await person.tap('radio', 'Which family does it speak?: Redshank');
  await keep(person, 'Sender');
}

async function named(person: Person, maker: string, model: string): Promise<void> {
  await person.type('Who makes it?', maker);
  await leave(person.page);
  await person.tap('button', 'Next');
  await person.type('What is it called?', model);
  await leave(person.page);
  await person.tap('button', 'Next');
}

/** What is typed counts once the field is left. */
const leave = (page: Page) => page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());

async function keep(person: Person, label: string, count?: string): Promise<void> {
  await person.tap('button', 'Keep this model');
  await person.type('Label on its tape', label);
  if (count !== undefined) {
    await person.type('How many', count);
    await leave(person.page);
  }
  await person.tap('button', count === undefined ? 'Add, this unit' : `Add ${count} units`);
  await expect(person.page.getByRole('heading', { level: 1, name: 'Kit' })).toBeVisible();
}

/** Asks for so many lights and takes the best that is proposed. */
async function lookByWish(person: Person, name: string, count: string): Promise<void> {
  await person.tap('button', 'New look');
  await person.type('Name of the look', name);
  if (count !== '3') {
    await person.type('How many lights', count);
    await leave(person.page);
  }
  await person.tap('button', 'Propose');
  await person.tap('button', 'Use this look');
  await expect(person.page.getByRole('heading', { level: 1, name })).toBeVisible();
  await expect(person.page.getByText('Every light fires as meant, once it is dialled.')).toBeVisible();
}

test('from an empty crew to a proven look, without a document', async ({ page }) => {
  const person = new Person(page);
  await page.goto(address());
  await person.tap('radio', 'Way in: Start a crew');
  await person.type('Crew', 'Ferrymen');
  await person.type('Your name', `Ferry ${randomUUID()}`);
  await person.type('Passphrase', PASSPHRASE);
  await person.tap('button', /^Start the crew/);
  await expect(page.getByRole('list', { name: 'First steps' }).getByRole('listitem')).toHaveCount(3);
  await expectAccessible(page, 'an empty crew');

  await person.tap('button', 'Describe a model');
  await describeBody(person);
  await person.tap('button', 'Describe a model');
  await describeFlash(person);
  await person.tap('button', 'Describe a model');
  await describeSender(person);

  await person.tap('link', 'Tonight');
  await expect(page.getByText('7 units of 3 models.')).toBeVisible();
  await person.tap('button', 'Add an event');
  await expect(page.getByRole('heading', { level: 1, name: 'Events' })).toBeVisible();
  await expectAccessible(page, 'no events yet');
  await person.type('Name of the event', 'Ferry supper');
  await person.type('Date', '2027-08-21');
  await person.tap('button', 'Add it');
  await expect(page.getByRole('heading', { level: 1, name: 'Ferry supper' })).toBeVisible();
  await expectAccessible(page, 'an event with nothing in it');
  await lookByWish(person, 'Supper', '3');
  const { taps, fields } = person;
  console.log(
    `first hour, ${isWide(page) ? 'keyboard' : 'phone'}: first look after ${taps} taps and ${fields} typed fields`,
  );

  await person.tap('button', 'Test-fire');
  await person.tap('button', /^Press the shutter/);
  await expect(page.getByText('3 of 3 in the frame.')).toBeVisible();
  await person.tap('checkbox', 'every light');
  await person.tap('button', 'Mark 3 as simulated');
  await person.tap('button', 'Log 3 lights');
  await expect(page.getByText('Logged 3 lights.')).toBeVisible();

  await person.tap('link', 'Tonight');
  await person.tap('button', 'Plan it, Ferry supper');
  await lookByWish(person, 'Dance', '5');
  await person.tap('link', 'Tonight');
  await person.tap('button', 'Members');
  await person.tap('button', 'Invite somebody');
  await expect(page.getByText(/^It works once, until /)).toBeVisible();
  await expectSaved(page);
  await page.goto(`${address()}/events`);
  await page.getByRole('link', { name: /^Ferry supper/ }).click();
  await expect(page.getByText('3 proven · in no moment')).toBeVisible();
  await expect(page.getByText('5 computed · in no moment')).toBeVisible();
  console.log(
    `first hour, ${isWide(page) ? 'keyboard' : 'phone'}: two looks after ${person.taps} taps and ${person.fields} typed fields`,
  );
  expect(taps).toBeLessThanOrEqual(MOST_TAPS);
});
