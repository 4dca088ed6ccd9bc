/** What the screens share beneath them: the themes, the look a device was at, what was seen of a shot, the gear of Fit. */
import { looksOf } from '@ergon/core/operation/timetable';
import type { CrewRig } from '@ergon/core/operation/crewRig';
import userEvent from '@testing-library/user-event';
import { HushSwitch } from '../src/components/HushSwitch';
import { useKeptFocus } from '../src/components/keptFocus';
import { TITLE_ID } from '../src/components/landmarks';
import { act, cleanup, render, screen, waitFor } from '@testing-library/react';
import { type FitGear, MOST_OF_KIND, useFitChoice } from '../src/fit/useFitChoice';
import { useQuestionContext } from '../src/kit/questionContext';
import { useCurrentLook, useRememberLook } from '../src/rig/currentLook';
import { type JudgedLook, useJudgedLook } from '../src/rig/judgedLook';
import { useRig } from '../src/rig/Rig';
import { type TestLog, useTestLog } from '../src/screens/useTestLog';
import { ThemeProvider, useTheme } from '../src/theme/Theme';
import { type Palette, palettes, type ThemeName, THEMES, TOUCH, type } from '../src/theme/tokens';
import { Device } from './fakeServer';
import { demoRig } from './rigFixture';
import { showInRig } from './showInRig';

beforeEach(() => window.localStorage.clear());
afterEach(cleanup);

/** Relative luminance of "#rrggbb" in sRGB, 0 to 1. */
function luminance(colour: string): number {
  const [r, g, b] = [1, 3, 5].map((at) => {
    const part = parseInt(colour.slice(at, at + 2), 16) / 255;
    return part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!;
}

function contrast(a: string, b: string): number {
  const [dark, light] = [luminance(a), luminance(b)].sort((x, y) => x - y);
  return (light! + 0.05) / (dark! + 0.05);
}

const TEXT_ON: readonly (readonly [keyof Palette, keyof Palette])[] = [
  ...(['ground', 'shade', 'raised'] as const).flatMap((on) =>
    (['ink', 'quiet', 'fault'] as const).map((text) => [text, on] as const),
  ),
  ['onBlock', 'block'],
  ['quietOnBlock', 'block'],
  ['onAct', 'act'],
  ['onChosen', 'chosen'],
];

test('hush is one touch away, and is left for the theme there was before it', async () => {
  const user = userEvent.setup();
  window.localStorage.setItem('ergon.theme', 'sun');
  const Probe = () => <>{useTheme().name}</>;
  render(
    <ThemeProvider>
      <HushSwitch />
      <Probe />
    </ThemeProvider>,
  );
  const hush = screen.getByRole('switch', { name: 'Hush' });
  expect(hush).not.toBeChecked();
  await user.click(hush);
  expect(hush).toBeChecked();
  expect(screen.getByText('hush')).toBeInTheDocument();
  await user.click(hush);
  expect(screen.getByText('sun')).toBeInTheDocument();
});

describe('the focus', () => {
  const Part = ({ gone, parted = true }: { gone: boolean; parted?: boolean }) => {
    useKeptFocus();
    const button = gone ? null : <button type="button">Mend</button>;
    return (
      <main>
        <h1 id={TITLE_ID}>Lines</h1>
        {parted ? <section aria-label="First fault">{button}</section> : button}
      </main>
    );
  };

  test('goes to the part of the page where what had it stood', async () => {
    const { rerender } = render(<Part gone={false} />);
    screen.getByRole('button', { name: 'Mend' }).focus();
    rerender(<Part gone />);
    await waitFor(() => expect(screen.getByRole('region', { name: 'First fault' })).toHaveFocus());
  });

  test('goes to the heading where no part is left, and stays where it is while nothing is lost', async () => {
    const { rerender } = render(<Part gone={false} parted={false} />);
    screen.getByRole('button', { name: 'Mend' }).focus();
    rerender(<Part gone={false} parted={false} />);
    expect(screen.getByRole('button', { name: 'Mend' })).toHaveFocus();
    rerender(<Part gone parted={false} />);
    await waitFor(() => expect(screen.getByRole('heading', { name: 'Lines' })).toHaveFocus());
  });
});

describe.each(THEMES)('the theme %s', (name) => {
  test.each(TEXT_ON)('has %s readable on %s', (text, on) => {
    expect(contrast(String(palettes[name][text]), String(palettes[name][on]))).toBeGreaterThanOrEqual(4.5);
  });

  test('is kept by the device, and colours the page around the app', () => {
    let chosen: (next: ThemeName) => void = () => undefined;
    const Probe = () => {
      const theme = useTheme();
      chosen = theme.choose;
      return <>{theme.name}</>;
    };
    const show = () =>
      render(
        <ThemeProvider>
          <Probe />
        </ThemeProvider>,
      );
    const first = show();
    act(() => chosen(name));
    expect(document.body).toHaveStyle({ background: palettes[name].ground });
    first.unmount();
    show();
    expect(screen.getByText(name)).toBeTruthy();
  });
});

test('white on black is as far apart as colours go, and the dimmest theme has the darkest ground', () => {
  expect(contrast('#ffffff', '#000000')).toBeCloseTo(21);
  expect(luminance(palettes.hush.ground)).toBeLessThan(luminance(palettes.desk.ground));
  expect(luminance(palettes.hush.ink)).toBeLessThan(luminance(palettes.desk.ground));
});

test('nothing to read is smaller than 14 px, and every line has room for its letters', () => {
  for (const { fontSize, lineHeight } of Object.values(type)) {
    expect(fontSize).toBeGreaterThanOrEqual(14);
    expect(lineHeight).toBeGreaterThan(fontSize);
  }
  expect(TOUCH).toBeGreaterThanOrEqual(48);
});

/** Shows what a hook gives, and hands over the newest of it. */
async function latest<T>(use: () => T, around: Parameters<typeof showInRig>[1] = {}): Promise<{ now: T }> {
  const box = { now: null as T };
  const Probe = () => {
    box.now = use();
    return <>there</>;
  };
  showInRig(<Probe />, around);
  await screen.findByText('there');
  return box;
}

describe('the look a device was at', () => {
  const firstOf = (rig: CrewRig) => looksOf(rig, 'ropewalk')[0]!.id;

  test('is the first of the evening until somebody opened another', async () => {
    const first = firstOf(demoRig());
    expect((await latest(useCurrentLook)).now).toBe(first);
    cleanup();
    const other = demoRig().looks.find((look) => look.id !== first)!.id;
    const box = await latest(() => {
      useRememberLook(other);
      return useCurrentLook();
    });
    await waitFor(() => expect(box.now).toBe(other));
    cleanup();
    expect((await latest(useCurrentLook)).now).toBe(other);
  });

  test('is the first again once that look is gone', async () => {
    window.localStorage.setItem('ergon.look', 'removed-since');
    expect((await latest(useCurrentLook)).now).toBe(firstOf(demoRig()));
  });
});

describe('what was seen of a shot', () => {
  const useLog = (): { log: TestLog; judged: JudgedLook } => {
    const judged = useJudgedLook('first-dance')!;
    return { judged, log: useTestLog(judged, judged.judgement.shots[0]!, () => undefined) };
  };

  test('waits until it is logged, and is then kept with body, attitude and settings', async () => {
    const store = new Device();
    const box = await latest(useLog, { store, send: async () => ({ came: 'nothing' }) });
    act(() => box.now.log.mark({ 'light-1': 'fired', 'light-2': 'dark' }));
    expect(store.kept.size).toBe(0);
    await act(async () => box.now.log.log());
    expect(box.now.log).toMatchObject({ seen: {}, logged: { length: 2 } });
    const shot = box.now.judged.judgement.shots[0]!;
    const [one] = store.kept.values();
    const docs = one!.operation.edits.map((edit) => edit.edit === 'record' && edit.to!.doc);
    const seen = { look: 'first-dance', body: shot.body.id, attitude: shot.attitude };
    expect(docs).toMatchObject([
      { light: 'light-1', result: 'fired', ...seen },
      { light: 'light-2', result: 'dark', ...seen },
    ]);
    expect(new Set(docs.map((doc) => (doc as { fingerprint: string }).fingerprint)).size).toBe(2);
  });

  test('goes with the next press, without being logged', async () => {
    const store = new Device();
    const box = await latest(useLog, { store });
    act(() => box.now.log.mark({ 'light-1': 'fired' }));
    act(() => box.now.log.clear());
    expect(box.now.log).toMatchObject({ seen: {}, logged: { length: 0 } });
    expect(store.kept.size).toBe(0);
  });
});

describe('the gear Fit is asked about', () => {
  const withFlashes = (count: number): CrewRig => {
    const rig = demoRig();
    const model = rig.units.find((unit) => unit.id === 'light-1')!;
    const more = Array.from({ length: count }, (_, i) => ({ ...model, id: `more-${i}`, label: `More ${i}` }));
    return { ...rig, units: [...rig.units, ...more] };
  };
  const chosen = ({ choice }: FitGear) =>
    [...choice.bodies, ...choice.flashes, ...choice.triggers].map((one) => one.unit.id);

  test('is every unit in service, each under its kind', async () => {
    const rig = demoRig();
    const units = rig.units.map((unit) => (unit.id === 'light-2' ? { ...unit, inService: false } : unit));
    const box = await latest(() => useFitChoice(true), { rig: { ...rig, units } });
    expect(chosen(box.now).sort()).toEqual(
      units
        .filter((unit) => unit.inService !== false)
        .map((unit) => unit.id)
        .sort(),
    );
    expect(chosen(box.now)).not.toContain('light-2');
    for (const { profile } of box.now.choice.flashes) expect(profile.kind).toBe('flash');
    for (const { profile } of box.now.choice.bodies) expect(profile.kind).toBe('body');
    expect(box.now.choice.offCamera).toBe(true);
    expect(box.now.unseen).toBe(0);
  });

  test('leaves out what is taken out, only among those it was chosen from, and takes it back', async () => {
    const box = await latest(() => useFitChoice(false));
    const all = chosen(box.now).length;
    act(() => box.now.take(['light-1', 'light-2'], ['light-2']));
    act(() => box.now.take(['body-1', 'body-2'], ['body-1']));
    expect(chosen(box.now)).not.toContain('light-1');
    expect(chosen(box.now)).not.toContain('body-2');
    expect(chosen(box.now)).toHaveLength(all - 2);
    act(() => box.now.take(['light-1', 'light-2'], ['light-1', 'light-2']));
    expect(chosen(box.now)).toHaveLength(all - 1);
  });

  test('stops at what makes a table to read, and says how many it did not take', async () => {
    const before = await latest(() => useFitChoice(false));
    const flashes = before.now.choice.flashes.length;
    cleanup();
    const box = await latest(() => useFitChoice(false), { rig: withFlashes(MOST_OF_KIND) });
    expect(box.now.choice.flashes).toHaveLength(MOST_OF_KIND);
    expect(box.now.unseen).toBe(flashes);
  });
});

test('shoe systems are offered as the crew names them, the commonest first', async () => {
  const box = await latest(() => ({ asked: useQuestionContext(null), kit: useRig().kit }));
  const feet = [...box.now.kit.profiles.values()].flatMap((profile) =>
    profile.kind === 'body'
      ? [profile.shoe.system]
      : [profile.foot, ...(profile.kind === 'trigger' ? [profile.topShoe] : [])],
  );
  const times = (name: string) => feet.filter((foot) => foot === name).length;
  const counts = box.now.asked.systems.map(times);
  expect(counts.length).toBeGreaterThan(1);
  expect(counts).toEqual([...counts].sort((a, b) => b - a));
});

test('the ring around what has the focus is seen on every ground of every theme', () => {
  const grounds = ['ground', 'shade', 'raised', 'block', 'act', 'chosen', 'open'] as const;
  for (const name of THEMES) {
    // Two bands, as the page's shell draws them: of the ink, and of the ground inside it.
    const { ink, ground } = palettes[name];
    for (const on of grounds) {
      const seen = Math.max(contrast(ink, palettes[name][on]), contrast(ground, palettes[name][on]));
      expect({ name, on, isSeen: seen >= 3 }).toEqual({ name, on, isSeen: true });
    }
    expect(contrast(ink, ground)).toBeGreaterThanOrEqual(3);
  }
});

test.each(THEMES)('lines that are not reached and the edges of shades are seen in %s', (name) => {
  const { faint, quiet, ground, shade, raised, open } = palettes[name];
  for (const on of [ground, shade, raised]) expect(contrast(faint, on)).toBeGreaterThanOrEqual(3);
  for (const on of [shade, open]) expect(contrast(quiet, on)).toBeGreaterThanOrEqual(3);
});

test('a name written from the right is set apart in sentences, and stored as it is written', async () => {
  const rig = demoRig();
  const named = (id: string, label: string) => rig.units.map((unit) => (unit.id === id ? { ...unit, label } : unit));
  const store = new Device();
  const send = async () => ({ came: 'nothing' as const });
  const box = await latest(useRig, { rig: { ...rig, units: named('light-6', 'מנורה 6') }, store, send });
  const { names, queue } = box.now;
  expect(names.unit('light-6')).toBe('\u2068מנורה 6\u2069');
  expect(names.unit('light-5')).toBe('Light 5');
  const change = { unit: 'light-6', setting: 'channel' as const, from: null, to: 9 };
  act(() => queue.edit('first-dance', [change], `channel of ${names.unit('light-6')}`));
  await waitFor(() => expect(store.kept.size).toBe(1));
  expect([...store.kept.values()][0]!.operation.label).toBe('channel of מנורה 6');
});
