/** Where a family's channels lie: by a rule, one by one, and drawn. */
import { cleanup, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import type { Frequencies } from '../src/kit/FrequencyBand';
import { FrequencyEditor } from '../src/kit/FrequencyEditor';
import { ThemeProvider } from '../src/theme/Theme';

afterEach(cleanup);

function edit(start: Frequencies, channels: { from: number; to: number } | null = { from: 1, to: 4 }) {
  const box: { now: Frequencies | null } = { now: start };
  const Probe = () => {
    const [value, setValue] = useState<Frequencies | null>(start);
    const take = (next: Frequencies | null) => {
      box.now = next;
      setValue(next);
    };
    return <FrequencyEditor channels={channels} value={value ?? []} onChange={take} />;
  };
  render(
    <ThemeProvider>
      <Probe />
    </ThemeProvider>,
  );
  return { box, user: userEvent.setup() };
}

test('evenly apart: the first and the step say all of them, the width too once it is known', async () => {
  const { box, user } = edit([]);
  expect(screen.getByRole('radio', { name: 'Frequencies: not sure' })).toBeChecked();
  await user.click(screen.getByRole('radio', { name: 'Frequencies: evenly apart' }));
  await user.type(screen.getByRole('textbox', { name: 'Channel 1, MHz' }), '433,5');
  expect(box.now).toEqual([]);
  await user.type(screen.getByRole('textbox', { name: 'To the next, MHz' }), '0.25');
  expect(box.now!.map(({ channel, mhz }) => [channel, mhz])).toEqual([
    [1, 433.5],
    [2, 433.75],
    [3, 434],
    [4, 434.25],
  ]);
  expect(screen.getByRole('img', { name: '4 channels from 433.5 MHz to 434.25 MHz' })).toBeInTheDocument();
  await user.type(screen.getByRole('textbox', { name: 'Width, MHz' }), '0.1');
  expect(box.now!.every(({ widthMhz }) => widthMhz === 0.1)).toBe(true);
  await user.click(screen.getByRole('radio', { name: 'Frequencies: not sure' }));
  expect(box.now).toBeNull();
  expect(screen.queryByRole('img')).toBeNull();
  // What was typed is not lost by it.
  await user.click(screen.getByRole('radio', { name: 'Frequencies: one by one' }));
  expect(box.now!.map(({ mhz, widthMhz }) => [mhz, widthMhz])).toEqual([
    [433.5, 0.1],
    [433.75, 0.1],
    [434, 0.1],
    [434.25, 0.1],
  ]);
});

test('one by one: added, changed and taken away; a centre that is emptied stays', async () => {
  const { box, user } = edit([{ channel: 2, mhz: 868.3 }]);
  expect(screen.getByRole('radio', { name: 'Frequencies: one by one' })).toBeChecked();
  await user.type(screen.getByRole('textbox', { name: 'Channel 1, MHz' }), '868.1');
  await user.click(screen.getByRole('button', { name: 'Add, channel 1' }));
  expect(box.now).toEqual([
    { channel: 2, mhz: 868.3 },
    { channel: 1, mhz: 868.1 },
  ]);
  const second = within(screen.getByRole('group', { name: 'Channel 2' }));
  await user.type(second.getByRole('textbox', { name: 'Width, MHz' }), '0.2');
  await user.clear(second.getByRole('textbox', { name: 'Channel 2, MHz' }));
  expect(box.now![0]).toEqual({ channel: 2, mhz: 868.3, widthMhz: 0.2 });
  await user.click(screen.getByRole('button', { name: 'Remove, channel 2' }));
  expect(box.now).toEqual([{ channel: 1, mhz: 868.1 }]);
});

test('without channels there is nothing to count from; what is wrong is tied to its field', async () => {
  const { box, user } = edit([], null);
  await user.click(screen.getByRole('radio', { name: 'Frequencies: evenly apart' }));
  expect(screen.getByText(/^Say the channels first/)).toBeInTheDocument();
  await user.click(screen.getByRole('radio', { name: 'Frequencies: one by one' }));
  const field = screen.getByRole('textbox', { name: 'Channel 1, MHz' });
  await user.type(field, 'about 433');
  expect(field).toHaveAccessibleDescription('Write a number, such as 2.5.');
  expect(field).toBeInvalid();
  expect(box.now).toEqual([]);
});
