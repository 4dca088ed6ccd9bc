/** The quicker way to a style comes to what the browser of these tests comes to by itself. */
import { screen } from '@testing-library/react';
import type { ReactNode } from 'react';
import { Lines } from '../src/screens/Lines';
import { quickStyles, slowStyle } from './quickStyles';
import { showInRig } from './showInRig';

jest.mock('expo-router', () => ({
  useLocalSearchParams: () => ({ look: 'first-dance' }),
  useRouter: () => ({ push: () => undefined, replace: () => undefined }),
  Link: ({ children }: { children: ReactNode }) => children,
}));

/** The slow way takes about a millisecond an element. */
const EVERY = 7;

const told = (style: CSSStyleDeclaration): string[] =>
  Array.from(style)
    .map((name) => `${name}: ${style.getPropertyValue(name)}`)
    .sort();

test('of a page of the app, whatever of it is hidden, inherited or set at the element itself', async () => {
  const { container } = showInRig(<Lines />);
  await screen.findByText('Light 3 and Light 6 stay silent.');
  container.style.visibility = 'hidden';
  container.querySelector('button')!.style.display = 'none';
  container.querySelector('button')!.parentElement!.setAttribute('hidden', '');
  const all = [...document.body.querySelectorAll('*')];
  const some = all.filter((one, at) => at % EVERY === 0 || one.matches('[hidden], button, svg'));
  expect(some.length).toBeGreaterThan(50);
  const quick = quickStyles();
  for (const one of some)
    expect([one.outerHTML.slice(0, 200), ...told(quick(one))]).toEqual([
      one.outerHTML.slice(0, 200),
      ...told(slowStyle(one)),
    ]);
  expect(new Set(some.map((one) => quick(one).display)).size).toBeGreaterThan(2);
});

test('a rule that comes later counts from then on', () => {
  const sheet = document.head.appendChild(document.createElement('style')).sheet!;
  document.body.innerHTML = '<p class="one">a <b>b</b></p>';
  const style = () => window.getComputedStyle(document.querySelector('b')!).visibility;
  expect(style()).toBe('visible');
  sheet.insertRule('.one { visibility: hidden }');
  expect(style()).toBe('hidden');
  sheet.insertRule('p > b { visibility: visible }', 1);
  expect(style()).toBe('visible');
});
