/** What odd set-ups need on a phone: a sender in the hand, one light noted apart from another, powers dialled, cameras in turn. */
import type { FieldEdit, Operation } from '@ergon/core/operation/edit';
import { indexKit } from '@ergon/core/rig/rig';
import { linesOf } from '@ergon/core/verdict/signalLine';
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import { FieldList } from '../src/editing/FieldList';
import { fieldsAt } from '../src/editing/settingFields';
import { useRig } from '../src/rig/Rig';
import { judgeLook } from '../src/rig/judgedLook';
import { UnitsOfLook } from '../src/screens/UnitsOfLook';
import { AroundLook } from '../src/work/AroundLook';
import { demoRig } from './rigFixture';
import { showInRig } from './showInRig';

jest.mock('expo-router', () => ({
  useRouter: () => ({ push: () => undefined }),
  Link: ({ children }: { children: ReactNode }) => children,
}));

const edits = (sent: readonly Operation[]) =>
  sent.flatMap(({ edits: made }) =>
    (made as FieldEdit[]).map(({ on, field, from, to }) => ({ unit: on.id, field, from, to })),
  );

const judgedIn = (rig: ReturnType<typeof demoRig>, look: string) =>
  judgeLook(
    indexKit(rig),
    rig.looks.find(({ id }) => id === look)!,
    { tests: rig.tests, onAir: rig.onAir },
  );

/** What a look's units show, judged anew after each edit. */
const Units = ({ look }: { look: string }) => <UnitsOfLook judged={judgedIn(useRig().rig! as never, look)} />;

function Station({ light, stage }: { light: string; stage: 'air' | 'lamp' }) {
  const judged = judgedIn(useRig().rig! as never, 'slipway');
  const [shot] = judged.judgement.shots;
  const line = linesOf(judged.judgement, shot!).find((one) => one.light.id === light)!;
  return (
    <FieldList
      judged={judged}
      fields={fieldsAt(judged.judgement.rig, line, shot!.body, stage)}
      isAtFault={() => false}
    />
  );
}

test('a sender is taken in the hand where the units of a look are listed, and put back on its body', async () => {
  const user = userEvent.setup();
  const { sent } = showInRig(<Units look="first-dance" />);
  await user.click(await screen.findByRole('button', { name: /^Units in this look/ }));
  await user.click(screen.getByRole('button', { name: 'Settings, Sender 2' }));
  await user.click(screen.getByRole('radio', { name: /^sits on of Sender 2: in the hand/ }));
  expect(edits(sent)).toEqual([{ unit: 'sender-2', field: 'mount', from: 'body-2', to: 'hand' }]);
  expect(screen.getByText('in somebody’s hand')).toBeInTheDocument();
  await user.click(screen.getByRole('radio', { name: 'sits on of Sender 2: Body 2' }));
  expect(edits(sent).at(-1)).toEqual({ unit: 'sender-2', field: 'mount', from: 'hand', to: 'body-2' });
});

test('a receiver sits on nothing and is no master; a light on a line is set there', async () => {
  const user = userEvent.setup();
  showInRig(<Units look="first-dance" />);
  await user.click(await screen.findByRole('button', { name: /^Units in this look/ }));
  expect(screen.queryByRole('button', { name: 'Settings, Light 1' })).toBeNull();
  await user.click(screen.getByRole('button', { name: 'Settings, Answer 1' }));
  expect(screen.queryByRole('radiogroup', { name: /^sits on/ })).toBeNull();
  const roles = within(screen.getByRole('radiogroup', { name: 'role of Answer 1' })).getAllByRole('radio');
  expect(roles.map((one) => one.textContent)).toEqual(['off', 'remote']);
});

test('one light an eye sees is noted by itself, changed, and let go again', async () => {
  const user = userEvent.setup();
  const { sent } = showInRig(<Station light="light-7" stage="air" />);
  // It watches one light: there is nothing to tell apart yet.
  expect(await screen.findByRole('group', { name: 'lights in its view of Light 7' })).toBeInTheDocument();
  expect(screen.queryByRole('radio', { name: /noted by itself/ })).toBeNull();
  await user.click(screen.getByRole('checkbox', { name: 'Light 3' }));
  await user.click(screen.getByRole('radio', { name: 'where it stands to Light 3 of Light 7: noted by itself' }));
  await user.click(screen.getByRole('radio', { name: 'line of sight from Light 3 of Light 7: blocked' }));
  await user.click(screen.getByRole('radio', { name: 'where it stands to Light 3 of Light 7: as for the others' }));
  expect(edits(sent).slice(1)).toEqual([
    { unit: 'light-7', field: 'from.light-3', from: null, to: { sight: 'direct' } },
    { unit: 'light-7', field: 'from.light-3.sight', from: 'direct', to: 'blocked' },
    { unit: 'light-7', field: 'from.light-3', from: { sight: 'blocked' }, to: null },
  ]);
});

test('what is dialled on a light set by hand starts from what is wanted, and is nothing of its own there', async () => {
  const user = userEvent.setup();
  const { sent } = showInRig(<Station light="light-7" stage="lamp" />);
  const less = await screen.findByRole('button', { name: 'power dialled on it of Light 7: less' });
  await user.click(less);
  expect(edits(sent)).toMatchObject([{ field: 'dialledPower', from: null }]);
  expect(edits(sent)[0]!.to).toBeCloseTo(-3 - 1 / 3, 6);
  await user.click(screen.getByRole('button', { name: 'power dialled on it of Light 7: more' }));
  expect(edits(sent).at(-1)).toMatchObject({ field: 'dialledPower', to: null });
});

test('cameras that shoot in turn are an option of the look', async () => {
  const user = userEvent.setup();
  const Around = () => <AroundLook judged={judgedIn(useRig().rig! as never, 'vows')} />;
  const { sent } = showInRig(<Around />);
  await user.click(await screen.findByRole('button', { name: 'Around this look' }));
  await user.click(await screen.findByRole('radio', { name: /in turn/ }));
  await user.click(screen.getByRole('button', { name: /^Save/ }));
  expect(edits(sent)).toEqual([{ unit: 'vows', field: 'inTurn', from: null, to: true }]);
});
