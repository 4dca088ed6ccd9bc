/** Odd senders, stacks and wishes, class by class, with what comes of them worked out by hand. */
import { fixesFor } from '../src/mend/fixes';
import { leastWork } from '../src/mend/leastWork';
import { whatIf } from '../src/verdict/whatIf.ts';
import type { Settings } from '../src/record/settings.ts';
import { groups, judgeBase, type Spoil } from './baseRig';
import { both, OPTICAL, RIVAL, set } from './gearCases';
import { verdictIn, said, codes, missing, findingsOf, pulse } from './saidOf';

/** A controller like the sender, wherever it is and whatever it says to group A. */
const controller = (id: string, power: number, more: Settings = {}): Spoil => ({
  add: {
    [id]: {
      like: 'sender',
      settings: {
        on: true,
        role: 'master',
        mount: 'hand',
        channel: 11,
        networkId: 27,
        groups: groups('A', { power }),
        ...more,
      },
    },
  },
});
const PASSIVE = set('sender', { passive: true });

describe('a sender in the hand', () => {
  test.each(['aaa', 'zzz'])('named %s it is the last to speak to a net whose sender on the body is passive', (id) => {
    const spoil = both(PASSIVE, controller(id, -1));
    expect(verdictIn(spoil, 'remote')).toMatchObject({ verdict: 'wrong-power', stopsOff: 2 });
    expect(codes(spoil, 'remote')).toEqual(['power.overwritten']);
  });

  test.each<[string, Settings]>([
    ['off', { on: false }],
    ['flat', { cells: 'flat' }],
    ['asleep', { asleep: true }],
    ['on another channel', { channel: 12 }],
  ])('one that is %s never speaks', (_, settings) => {
    expect(said(both(PASSIVE, controller('meter', -1, settings)), 'remote')).toBe('in-sync');
  });

  test('one that fell asleep by itself does not either; after a minute less it does', () => {
    const asleep = (quietMinutes: number) =>
      both(PASSIVE, controller('meter', -1), { look: { quietMinutes }, profiles: { meter: { sleepMinutes: 20 } } });
    expect(said(asleep(21), 'remote')).toBe('in-sync');
    expect(said(asleep(20), 'remote')).toBe('wrong-power');
  });

  test('two that both let a group meter need no power recorded for it', () => {
    const metering = { groups: groups('B', { mode: 'ttl', power: null }) };
    const spoil = both(PASSIVE, controller('a', -3, metering), controller('b', -3, metering));
    expect([said(spoil, 'metered'), missing(spoil, 'metered')]).toEqual(['in-sync', []]);
    const open = both(spoil, set('b', { groups: groups('B', { mode: 'manual', power: null }) }));
    expect([said(open, 'metered'), missing(open, 'metered')]).toEqual(['unknown', ['b.groups.B.power']]);
  });

  test('no shutter fires it, and it is no sender of any body', () => {
    expect(codes(set('sender', { mount: 'hand' }), 'remote')).toEqual(['sender.no-link']);
  });

  test.each([
    ['a', 'b'],
    ['b', 'a'],
  ])('of two that disagree (%s, %s) the one further off counts, whatever they are called', (near, far) => {
    const spoil = both(PASSIVE, controller(near, -2), controller(far, -6));
    expect(verdictIn(spoil, 'remote').stopsOff).toBe(-3);
  });
});

describe('possible and certain, sometimes and always, at one moment', () => {
  const loose = (latencyUs: number): Spoil =>
    both(controller('loose', -3, { mount: null as never }), {
      profiles: {
        loose: { radios: [{ family: 'control', roles: ['master'], groups: ['A', 'B', 'C'], latencyUs }] },
      },
    });

  test('a sender nobody knows the place of changes nothing where the certain one is as soon', () => {
    expect(said(loose(50), 'remote')).toBe('in-sync');
    expect(said(loose(500), 'remote')).toBe('in-sync');
  });

  test('where it may be sooner nobody can say, and the field that decides is named', () => {
    expect(said(loose(10), 'remote')).toBe('unknown');
    expect(missing(loose(10), 'remote')).toEqual(['loose.mount']);
  });

  test('an eye that sees one light sometimes and another always, within a millisecond, always fires', () => {
    const seeing = (...sees: string[]): Spoil => ({
      settings: { remote: { heardShare: 0.5 }, answered: { heardShare: 0.5 }, eye: { sees } },
    });
    expect(verdictIn(seeing('remote'), 'eye')).toMatchObject({ verdict: 'unreliable', chance: 0.5 });
    expect(verdictIn(seeing('remote', 'wired'), 'eye')).toMatchObject({ verdict: 'in-sync', chance: 1 });
    // Neither of two halves: a quarter is missed.
    expect(verdictIn(seeing('remote', 'answered'), 'eye')).toMatchObject({ verdict: 'unreliable', chance: 0.75 });
    // The one that always comes a little later leaves no doubt.
    const later = both(seeing('answered', 'remote'), set('remote', { heardShare: null }));
    expect(judgeBase(later).shots[0]!.runs.get('eye')).toMatchObject({ fires: true, chance: 1, doubt: null });
  });
});

describe('what is missing is named where it is missing', () => {
  test('an eye that watches an unknown light names that light’s field', () => {
    expect(missing(set('remote', { on: null }), 'eye')).toEqual(['remote.on']);
  });

  test('a pop-up nobody knows to be up, seen by an eye', () => {
    const popup = both({ profiles: { 'body-1': { popup: 'plain' } } }, set('eye', { sees: ['body-1'] }));
    expect(missing(popup, 'eye')).toEqual(['body-1.mode', 'body-1.popupUp']);
  });

  test('a body’s missing shoe is the body’s, not that of the flash on it', () => {
    const blank = { profiles: { 'body-2': { shoe: { system: null, centre: true } } } };
    expect(missing(blank, 'top', { shot: 'body-2' })).toEqual(['body-2.profile.shoe.system']);
  });

  test('of a stack that ends in nothing it is the lowest part whose place is missing', () => {
    const stack = { ...STACK('flag-1'), settings: { top: { mount: 'flag-1' }, 'flag-1': { mount: null } } };
    expect(missing(stack, 'top', { shot: 'body-2' })).toContain('flag-1.mount');
  });
});

describe('left out, a light fires for the bodies its link can serve', () => {
  const open = set('remote', { firesFor: null });

  test('the second body, on which nobody speaks to it, is not blamed, nor its flash', () => {
    expect(said(open, 'remote')).toBe('in-sync');
    expect(said(open, 'remote', { shot: 'body-2' })).toBe('dark');
    expect(findingsOf(open, 'remote')).toEqual([]);
  });

  test('with a master of its family on the second body it is meant for both', () => {
    const two = both(RIVAL, set('remote', { firesFor: null }), set('second', { on: false }));
    expect(codes(two, 'remote', { shot: 'body-2' })).toEqual(['sender.off']);
  });

  test('served by nobody it is meant for all', () => {
    const none = both(open, set('sender', { role: 'off' }));
    expect([said(none, 'remote'), said(none, 'remote', { shot: 'body-2' })]).toEqual(['silent', 'silent']);
  });

  test('an eye fires for whom the light it watches fires, through another eye too', () => {
    const watching = (sees: string[]) =>
      both(set('eye', { firesFor: null, sees }), set('top', { mode: 'manual', power: -3 }));
    expect(said(watching(['top']), 'eye', { shot: 'body-2' })).toBe('in-sync');
    expect(said(watching(['top']), 'eye')).toBe('dark');
    const chain = both(
      watching(['remote']),
      set('answered', { link: 'eye', role: 'eye', eye: 'S1', sees: ['eye'], firesFor: null, receiver: null }),
    );
    expect([said(chain, 'answered'), said(chain, 'answered', { shot: 'body-2' })]).toEqual(['in-sync', 'dark']);
  });

  test('who might serve it is the missing field', () => {
    const maybe = both(RIVAL, set('remote', { firesFor: null }), set('second', { role: null }));
    expect(missing(maybe, 'remote', { shot: 'body-2' })).toContain('second.role');
  });

  test('no mend switches a sender off to have fewer lights to care for, and what would is said to break', () => {
    const rival = both(RIVAL, set('remote', { firesFor: null }), set('sender', { groups: groups('A', { power: -1 }) }));
    const judgement = judgeBase(rival);
    const finding = judgement.findings.find(({ code }) => code === 'sender.rivals')!;
    const made = fixesFor(judgement, finding).flatMap(({ changes }) => changes);
    expect(made.length).toBeGreaterThan(0);
    expect(made.filter(({ setting }) => setting === 'role')).toEqual([]);
    const off = [{ unit: 'second', setting: 'role' as const, from: 'master' as const, to: 'off' as const }];
    expect(whatIf(judgement, off).breaks.map(({ light, shot }) => [light, shot])).toContainEqual(['remote', 'body-2']);
    expect(leastWork(judgement.rig).changes.map(({ setting }) => setting)).not.toContain('role');
  });
});

describe('a commander', () => {
  const boss = (settings: Settings, profile: object = {}): Spoil =>
    both(OPTICAL, { settings: { boss: settings }, profiles: { boss: { lampSwitch: true, ...profile } } });

  test('whose own tube is off on purpose is no fault, and no light', () => {
    const spoil = boss({ lamp: false });
    expect(judgeBase(spoil).verdicts.filter(({ unit }) => unit === 'boss')).toEqual([]);
    expect(said(spoil, 'far', { shot: 'body-2' })).toBe('in-sync');
  });

  test('that is no master and has its tube off is one', () => {
    expect(codes(boss({ lamp: false, role: 'local' }), 'boss', { shot: 'body-2' })).toEqual(['lamp.disabled']);
  });

  test('of which nobody recorded whether it is master may be meant so', () => {
    expect(missing(boss({ lamp: false, role: null }), 'boss', { shot: 'body-2' })).toEqual(['boss.role']);
  });

  const watched = (more: Spoil) => both(OPTICAL, { settings: { eye: { sees: ['boss'], firesFor: ['body-2'] } } }, more);

  test('on its own shoe speaks before the shutter, on a foreign one only once the contact closes', () => {
    // 95 ms before the shutter, and 100 us for the eye.
    expect(pulse(watched({}), 'eye', 'body-2')).toBe(-95_000 + 100);
    const foreign = watched({ profiles: { boss: { foot: 'v' } } });
    expect(said(foreign, 'eye', { shot: 'body-2' })).toBe('in-sync');
    expect(pulse(foreign, 'eye', 'body-2')).toBe(3400 + 50 + 100);
  });

  test('on a cable it is told no sooner either', () => {
    const cabled = watched({
      profiles: { boss: { syncSocket: 'jack' } },
      settings: { boss: { link: 'cable', plugs: ['pc', 'jack'] } },
    });
    expect(said(cabled, 'eye', { shot: 'body-2' })).toBe('in-sync');
  });

  test('of an unknown foot may do either', () => {
    const blank = watched({ profiles: { boss: { foot: null } } });
    expect(missing(blank, 'eye', { shot: 'body-2' })).toEqual(['boss.profile.foot']);
  });
});

/** The flash of body 2 on triggers, one on another, that each pass the shoe on. */
function STACK(...ids: string[]): Spoil {
  const add = ids.map((id, index) => {
    const settings: Settings = {
      on: true,
      role: 'local',
      mount: index === 0 ? 'body-2' : ids[index - 1],
      passThrough: true,
      startedInOrder: true,
    };
    return [id, { like: 'flag', settings }] as const;
  });
  return { add: Object.fromEntries(add), settings: { top: { mount: ids.at(-1) } } };
}

describe('stacks', () => {
  const three = STACK('low', 'middle', 'high');
  const top = (more: Spoil) => codes(both(three, more), 'top', { shot: 'body-2' });

  test('of three storeys that all pass the shoe on meter', () => {
    expect(said(three, 'top', { shot: 'body-2' })).toBe('in-sync');
    // 50 us at each of four joints.
    expect(pulse(three, 'top', 'body-2')).toBe(3400 + 4 * 50);
  });

  test.each(['low', 'middle', 'high'])('the storey %s that does not pass it on is named', (id) => {
    const spoil = both(three, set(id, { passThrough: false }));
    expect(verdictIn(spoil, 'top', { shot: 'body-2' }).faults).toMatchObject([
      { code: 'shoe.passthrough-off', subject: id },
    ]);
  });

  test('a bare contact under a storey, or a foreign one on top of it, ends it', () => {
    expect(top({ profiles: { middle: { foot: 'centre-only' } } })).toEqual(['shoe.passthrough-foreign']);
    expect(top({ profiles: { low: { foot: 'centre-only' } } })).toEqual(['shoe.foreign']);
    expect(top({ profiles: { low: { topShoe: 'v' } } })).toEqual(['shoe.passthrough-foreign']);
    expect(top(set('low', { startedInOrder: false }))).toEqual(['shoe.start-order']);
  });

  test('nothing sits on top of a flash', () => {
    const spoil: Spoil = {
      add: {
        extra: {
          like: 'remote',
          settings: { on: true, role: 'local', link: 'shoe', mount: 'top', mode: 'manual', power: -3 },
        },
      },
    };
    expect(codes(spoil, 'extra', { shot: 'body-2' })).toEqual(['shoe.no-top-shoe']);
  });

  test('a cord from a storey needs that storey to pass it on', () => {
    const cord = both(STACK('low'), set('top', { link: 'cord', cord: 'k', cableM: 2 }));
    expect(said(cord, 'top', { shot: 'body-2' })).toBe('in-sync');
    expect(codes(both(cord, set('low', { passThrough: false })), 'top', { shot: 'body-2' })).toEqual([
      'shoe.passthrough-off',
    ]);
  });
});

describe('a flash on a receiver left in a role of its own', () => {
  test.each(['remote', 'eye'] as const)('as %s it does not answer its foot', (role) => {
    expect(codes(set('answered', { role }), 'answered')).toEqual(['hearer.role']);
  });

  test('as a remote it still answers its sync socket, as an eye it does not', () => {
    const cabled = (role: Settings['role']) => set('answered', { role, plugs: ['jack', 'jack'] });
    expect(said(cabled('remote'), 'answered')).toBe('in-sync');
    expect(codes(cabled('eye'), 'answered')).toEqual(['hearer.role']);
  });

  test('nor does a remote answer a cord', () => {
    const cord = { settings: { top: { link: 'cord' as const, cord: 'k', role: 'remote' as const } } };
    expect(codes(cord, 'top', { shot: 'body-2' })).toEqual(['hearer.role']);
  });
});
