/** Forms: one package and the document's own schemas; what is typed stays, what is wrong is said, undo says when it fails. */
import type { CrewRig } from '@ergon/core/operation/crewRig';
import type { Operation } from '@ergon/core/operation/edit';
import type { Carries, Generation } from '@ergon/core/record/family';
import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import { useState } from 'react';
import { DecimalField } from '../src/components/DecimalField';
import { faultSentence } from '../src/components/faultSentence';
import { Notices } from '../src/components/Notices';
import { withCarried } from '../src/kit/FamilyCarries';
import { FamilyList } from '../src/kit/FamilyList';
import { withLacks } from '../src/kit/GenerationEditor';
import { ModelPage } from '../src/kit/ModelPage';
import { FamilyPage } from '../src/kit/FamilyPage';
import { KitPlace } from '../src/screens/KitPlace';
import { SignIn } from '../src/screens/SignIn';
import { demoRig } from './rigFixture';
import { showInRig } from './showInRig';

let mockParams: Record<string, string> = {};
const mockGone: string[] = [];
jest.mock('expo-router', () => ({
  useLocalSearchParams: () => mockParams,
  useRouter: () => ({ push: (to: string) => mockGone.push(to), replace: (to: string) => mockGone.push(to) }),
  usePathname: () => '/kit',
  Link: ({ children }: { children: ReactNode }) => children,
}));

interface Sent {
  method: string;
  path: string;
  body: unknown;
}
let sent: Sent[] = [];
/** What was done to the rig. */
let done: readonly Operation[] = [];
/** What the server says to the next requests; left out, that it was stored. */
let answers: ({ status: number; body?: unknown } | undefined)[] = [];

/** A few units and the models of them: a form is the same with many, and slower to draw. */
function smallKit(): CrewRig {
  const rig = demoRig();
  const units = rig.units.filter((unit) => ['body-1', 'light-5', 'light-6'].includes(unit.id));
  const models = new Set([...units.map((unit) => unit.profile), 'tholmar-60k']);
  const isKept = ({ id, model }: { id: string; model: string }) => models.has(id) || model === 'Field 200';
  return { ...rig, looks: [], units, profiles: rig.profiles.filter(isKept) };
}

function show(children: ReactNode, rig = smallKit()) {
  sent = [];
  ({ sent: done } = showInRig(
    <>
      <Notices />
      {children}
    </>,
    {
      rig,
      answer: (method, path, body) => {
        sent.push({ method, path, body });
        return answers.shift();
      },
    },
  ));
  return userEvent.setup({ delay: null });
}

/** What the fields of the last thing done were set to. */
const setTo = (): Record<string, unknown> =>
  Object.fromEntries(
    done.at(-1)!.edits.map((edit) => (edit.edit === 'field' ? [edit.field, edit.to] : [edit.on.id, edit.to])),
  );

const field = (name: string | RegExp) => screen.getByRole('textbox', { name });
const button = (name: string | RegExp) => screen.getByRole('button', { name });
const refused = (message: string, path = 'label') => ({
  status: 400,
  body: { error: { code: 'input.invalid', message: 'bad', faults: [{ path, message }] } },
});

beforeEach(() => {
  mockParams = {};
  mockGone.length = 0;
  answers = [];
});

test('a schema’s words stand as a sentence', () => {
  expect(faultSentence('is empty: give it a name')).toBe('Empty: give it a name.');
  expect(faultSentence('Done.')).toBe('Done.');
  expect(faultSentence(undefined)).toBeUndefined();
});

describe('a unit', () => {
  beforeEach(() => window.sessionStorage.clear());
  const open = async () => {
    const user = show(<KitPlace />);
    await user.click(await screen.findByRole('button', { name: /^Light 6/ }));
    return user;
  };

  test('is saved with what was changed, empty texts as not recorded, and undone with what was there', async () => {
    const user = await open();
    expect(button('Save, Light 6')).toBeDisabled();
    await user.clear(field('Label on its tape'));
    await user.type(field('Label on its tape'), '  Pole light ');
    await user.type(field('Lent to'), 'the other crew');
    await user.click(screen.getByRole('radio', { name: 'Service: out of service' }));
    await user.click(button('Save, Light 6'));
    await waitFor(() => expect(done).toHaveLength(1));
    expect(setTo()).toEqual({ label: 'Pole light', lentTo: 'the other crew', inService: false });
    await user.click(await screen.findByRole('button', { name: 'Undo: edit of Light 6' }));
    await waitFor(() => expect(done).toHaveLength(2));
    expect(setTo()).toEqual({ label: 'Light 6', lentTo: null, inService: null });
  });

  test('shows what was found of it, which can be forgotten while its form is being written', async () => {
    const found = { by: 'Maren', at: '2027-06-12T15:00:00.000Z' };
    const rig = smallKit();
    const units = rig.units.map((unit) => {
      if (unit.id !== 'light-6') return unit;
      return {
        ...unit,
        realDialStop: { stops: 0.85, ...found },
        realSyncs: { 'body-1': { link: 'radio' as const, cleanTo: '1/160', ...found } },
      };
    });
    const user = show(<KitPlace />, { ...rig, units });
    await user.click(await screen.findByRole('button', { name: /^Light 6/ }));
    expect(
      screen.getByText('Light 6 lights all of the frame of Body 1 up to 1/160. Found by test frames, Maren.'),
    ).toBeInTheDocument();
    await user.type(field('Lent to'), 'the other crew');
    await user.click(button('Forget, 0.85 stops of light for a stop on its dial'));
    expect(setTo()).toEqual({ realDialStop: null });
    await waitFor(() => expect(screen.queryByText(/^Light 6, measured by Maren/)).not.toBeInTheDocument());
    expect(field('Lent to')).toHaveValue('the other crew');
    await user.click(button('Save, Light 6'));
    await waitFor(() => expect(setTo()).toEqual({ lentTo: 'the other crew' }));
  });

  test('without a label cannot be saved, and says so', async () => {
    const user = await open();
    await user.clear(field('Label on its tape'));
    expect(await screen.findByText('Empty: give it a name.')).toBeInTheDocument();
    expect(button('Save, Light 6')).toBeDisabled();
    await user.type(field('Label on its tape'), 'x'.repeat(81));
    expect(await screen.findByText('Longer than 80 characters.')).toBeInTheDocument();
    expect(sent).toEqual([]);
  });

  test('removed takes along what the looks hold of it, says so before, and comes back with it', async () => {
    const rig = demoRig();
    ({ sent: done } = showInRig(<KitPlace />, { rig }));
    const user = userEvent.setup({ delay: null });
    await user.click(await screen.findByRole('button', { name: /^Answer 1/ }));
    expect(screen.getByText(/also takes out Answer 1 in First dance/)).toBeInTheDocument();
    expect(screen.getByText(/clears receiver of Light 9 in First dance/)).toBeInTheDocument();
    await user.click(button('Remove, Answer 1'));
    expect(screen.queryByRole('button', { name: /^Answer 1/ })).not.toBeInTheDocument();
    await user.click(await screen.findByRole('button', { name: 'Undo: removal of Answer 1' }));
    expect(await screen.findByRole('button', { name: /^Answer 1/ })).toBeInTheDocument();
  });

  test('several are added at once, numbered, in one request, and taken back in one', async () => {
    const user = show(<KitPlace />);
    await user.click(await screen.findByRole('button', { name: 'Add units' }));
    await user.click(button('Add, this unit'));
    expect(await screen.findByText('Choose a model.')).toBeInTheDocument();
    await user.type(field('Find a model'), 'field 200');
    await user.click(screen.getByRole('radio', { name: 'Model: Tholmar Field 200' }));
    await user.type(field('Label on its tape'), 'Crate');
    await user.click(button('How many: more'));
    expect(screen.getByText('How many: Crate 1 to Crate 2')).toBeInTheDocument();
    await user.click(button('Add 2 units'));
    await waitFor(() => expect(done).toHaveLength(1));
    const ids = done[0]!.edits.map(({ on }) => on.id);
    expect(ids).toEqual([expect.stringMatching(/^crate-1-[0-9a-f]{4}$/), expect.stringMatching(/^crate-2-/)]);
    expect(done[0]!.edits.map(({ to }) => to)).toMatchObject([
      { doc: { label: 'Crate 1' } },
      { doc: { label: 'Crate 2' } },
    ]);
    await user.click(await screen.findByRole('button', { name: 'Undo: adding 2 units' }));
    await waitFor(() => expect(setTo()).toEqual({ [ids[0]!]: null, [ids[1]!]: null }));
  });
});

describe('people', () => {
  test('a crew starts with three names, a member signs in with two', async () => {
    const user = show(<SignIn />);
    await user.click(await screen.findByRole('button', { name: 'Sign in, with this name and passphrase' }));
    expect(await screen.findByText('Empty: give it a name.')).toBeInTheDocument();
    await user.type(field('Your name'), 'Keeper');
    await user.type(screen.getByLabelText('Passphrase'), 'hemp{Enter}');
    await waitFor(() => expect(sent[0]).toMatchObject({ path: '/api/session', body: { name: 'Keeper' } }));
    await user.click(screen.getByRole('radio', { name: 'Way in: Start a crew' }));
    await user.type(field('Crew'), 'Lock keepers');
    await user.type(field('Your name'), 'Keeper');
    await user.type(screen.getByLabelText('Passphrase'), 'hemp{Enter}');
    expect(await screen.findByText('Shorter than 10 characters.')).toBeInTheDocument();
    await user.type(screen.getByLabelText('Passphrase'), ' and tar{Enter}');
    await waitFor(() =>
      expect(sent[1]).toEqual({
        method: 'POST',
        path: '/api/crews',
        body: { crew: 'Lock keepers', name: 'Keeper', passphrase: 'hemp and tar' },
      }),
    );
    // Once for each way in: the second may come a moment later.
    await waitFor(() => expect(mockGone).toEqual(['/', '/']));
  });

  test('the crew is asked for where the name is in several, and stays asked for', async () => {
    answers = [
      {
        status: 401,
        body: {
          error: { code: 'sign-in.which-crew', message: 'm', faults: [{ path: 'crew', message: 'is needed too' }] },
        },
      },
      refused('does not go with this name', 'passphrase'),
      { status: 204 },
    ];
    const user = show(<SignIn />);
    await user.type(await screen.findByRole('textbox', { name: 'Your name' }), 'Maren');
    await user.type(screen.getByLabelText('Passphrase'), 'knots{Enter}');
    await user.type(await screen.findByRole('textbox', { name: 'Crew' }), 'Quay');
    await user.type(screen.getByLabelText('Passphrase'), '!{Enter}');
    expect(await screen.findByText('passphrase does not go with this name.')).toBeInTheDocument();
    await user.type(field('Crew'), 's{Enter}');
    await waitFor(() => expect(mockGone).toEqual(['/']));
    expect(sent.map(({ body }) => body)).toEqual([
      { name: 'Maren', passphrase: 'knots' },
      { name: 'Maren', passphrase: 'knots!', crew: 'Quay' },
      { name: 'Maren', passphrase: 'knots!', crew: 'Quays' },
    ]);
  });

  test('who is turned away is told why', async () => {
    answers = [refused('does not go with this name', 'passphrase')];
    const user = show(<SignIn />);
    await user.type(await screen.findByRole('textbox', { name: 'Your name' }), 'Keeper');
    await user.type(screen.getByLabelText('Passphrase'), 'wrong{Enter}');
    expect(await screen.findByText('passphrase does not go with this name.')).toBeInTheDocument();
    expect(mockGone).toEqual([]);
  });
});

describe('a family', () => {
  const plover = () => demoRig().families.find((family) => family.id === 'plover')!;
  const openPlover = async () => {
    mockParams = { family: 'plover' };
    const user = show(<FamilyPage />);
    await screen.findByRole('heading', { level: 1, name: plover().name });
    return user;
  };

  test('is added by its name, and its page opened', async () => {
    const user = show(<FamilyList />);
    await user.click(await screen.findByRole('button', { name: 'Add a family' }));
    await user.click(button('Add, this family'));
    expect(await screen.findByText('Empty: give it a name.')).toBeInTheDocument();
    await user.type(field('Name of the family'), 'Ruff');
    await user.click(screen.getByRole('radio', { name: 'Speaks by: coded light' }));
    await user.click(button('Add, this family'));
    await waitFor(() => expect(mockGone).toEqual([expect.stringMatching(/^\/kit\/families\/ruff-/)]));
    await waitFor(() => expect(done).toHaveLength(1));
    const [id] = Object.keys(setTo());
    expect(setTo()).toMatchObject({ [id!]: { doc: { id, name: 'Ruff', medium: 'optical', carries: {} } } });
  });

  test('one signal answered leaves the others as they are, recorded or not', async () => {
    const user = await openPlover();
    await user.click(screen.getByRole('radio', { name: 'Carries zoom: no' }));
    await user.click(button('Save, Plover'));
    await waitFor(() => expect(done).toHaveLength(1));
    expect(setTo()).toEqual({ carries: { ...plover().carries, zoom: false } });
    const { zoom: _zoom, ...others } = plover().carries;
    expect(Object.values(others)).toContain(true);
  });

  test('a reach with a fraction is taken as it is typed', async () => {
    const user = await openPlover();
    const reach = field('Reach in the open, in metres');
    await user.clear(reach);
    await user.type(reach, '2.5');
    expect(reach).toHaveValue('2.5');
    await user.click(button('Save, Plover'));
    await waitFor(() => expect(done).toHaveLength(1));
    expect(setTo()).toEqual({ reachM: 2.5 });
  });

  test('what the schema refuses is said before it is sent, and undone as a whole once stored', async () => {
    const user = await openPlover();
    await user.clear(field('Name'));
    await user.click(button('Save, Plover'));
    expect(await screen.findByText('name is empty: give it a name')).toBeInTheDocument();
    expect(done).toEqual([]);
    await user.type(field('Name'), 'Golden plover');
    await user.click(button('Save, Plover'));
    await waitFor(() => expect(done).toHaveLength(1));
    expect(setTo()).toEqual({ name: 'Golden plover' });
    await user.click(await screen.findByRole('button', { name: 'Undo: edit of Plover' }));
    await waitFor(() => expect(done).toHaveLength(2));
    expect(setTo()).toEqual({ name: plover().name });
  });

  test('changes that are dropped are gone, and nothing was done', async () => {
    const user = await openPlover();
    await user.type(field('Band'), ', hopping');
    await user.click(button('Drop changes'));
    expect(field('Band')).toHaveValue(plover().band);
    expect(done).toEqual([]);
  });
});

describe('parts of a family', () => {
  test.each<[string, Carries, 'yes' | 'no' | 'unsure', Carries]>([
    ['yes is recorded', {}, 'yes', { ttl: true }],
    ['no is recorded', { ttl: true, power: true }, 'no', { ttl: false, power: true }],
    ['not sure is not recorded any more', { ttl: false, hss: false }, 'unsure', { hss: false }],
  ])('%s', (_, before, said, after) => expect(withCarried(before, 'ttl', said)).toEqual(after));

  const second: Generation = { number: 2, carries: { ttl: false }, groups: ['A', 'B'] };
  test('ticking one lack leaves unrecorded what was not touched', () => {
    const ticked = withLacks(second, ['ttl', 'power']);
    expect(ticked).toEqual({ ...second, carries: { ttl: false, power: false } });
    expect(ticked).not.toHaveProperty('heardByOlder');
    expect(ticked).not.toHaveProperty('networkIds');
  });

  test('unticked it is what it was before, as far as is known', () => {
    expect(withLacks(second, [])).toEqual({ ...second, carries: {} });
    expect(withLacks({ number: 2, heardByOlder: false }, ['groups'])).toEqual({
      number: 2,
      heardByOlder: true,
      groups: [],
      carries: {},
    });
    expect(withLacks({ number: 2, networkIds: false }, [])).toMatchObject({ networkIds: null });
  });
});

test('a number with a fraction: what is no number yet is kept, said, and not taken', async () => {
  const taken: (number | null)[] = [];
  const Owner = () => {
    const [value, setValue] = useState<number | null>(50);
    return (
      <DecimalField
        label="Reach"
        value={value}
        onChange={(to) => {
          taken.push(to);
          setValue(to);
        }}
      />
    );
  };
  const user = show(<Owner />);
  const input = await screen.findByRole('textbox', { name: 'Reach' });
  await user.clear(input);
  await user.type(input, '2,');
  expect(input).toHaveValue('2,');
  expect(screen.getByText('Write a number, such as 2.5.')).toBeInTheDocument();
  await user.type(input, '5');
  expect(screen.queryByText('Write a number, such as 2.5.')).not.toBeInTheDocument();
  expect(taken).toEqual([null, 2, 2.5]);
});

describe('a model', () => {
  const open = async () => {
    mockParams = { model: 'tholmar-60k' };
    const user = show(<ModelPage />);
    await screen.findByRole('heading', { level: 1, name: 'Tholmar Shoe 60' });
    return user;
  };

  test('answers more questions, and only what differs is saved', async () => {
    const user = await open();
    const howTo = field('How do you get to the group?');
    await user.clear(howTo);
    await user.type(howTo, 'Turn the ring.{Enter}');
    await user.click(button('Save, Tholmar Shoe 60'));
    await waitFor(() => expect(done).toHaveLength(1));
    expect(done[0]!.edits).toHaveLength(1);
    expect(setTo()).toMatchObject({ howTo: { group: 'Turn the ring.' } });
  });

  test('is removed with its units, which is said before; one nobody knows says so', async () => {
    mockParams = { model: 'tholmar-200' };
    const user = show(<ModelPage />);
    await screen.findByRole('heading', { level: 1, name: 'Tholmar Field 200' });
    await user.click(button('Remove, Tholmar Field 200'));
    await waitFor(() => expect(done).toHaveLength(1));
    expect(mockGone).toContain('/kit/models');
    mockParams = { model: 'nobody' };
    show(<ModelPage />);
    expect(await screen.findByText('There is no such model. Choose one in Models.')).toBeInTheDocument();
  });
});
