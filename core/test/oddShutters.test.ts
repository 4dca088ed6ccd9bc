/** Odd shutters, pulses and eyes, class by class, with what comes of them worked out by hand. */
import { fixesFor } from '../src/mend/fixes';
import { canDo, groups, judgeBase, type Spoil } from './baseRig';
import { both, control, set } from './gearCases';
import { verdictIn, said, codes, missing, pulse } from './saidOf';

describe('rear curtain', () => {
  const rear = (shutter: string): Spoil => set('body-1', { curtain: 'rear', shutter });

  test('a flash whose profile says no fires with the first curtain, and that is worth a word', () => {
    const spoil = both(rear('1/60'), { profiles: { remote: { can: canDo({ ttl: true, rear: false }) } } });
    // 1/60 is 15,625 us: the contact closes at 14,625, but for this one it is 3,400.
    expect(pulse(spoil, 'remote')).toBe(3400 + 500);
    expect(pulse(spoil, 'answered')).toBe(14_625 + 400);
    expect(judgeBase(spoil).findings.filter(({ code }) => code === 'lamp.mode')).toMatchObject([
      { severity: 'A', subject: 'remote', params: { ability: 'rear' } },
    ]);
  });

  test('over a bare contact it fires whenever that closes', () => {
    const none = { can: canDo({ ttl: true, rear: false }) };
    const foreign = both(rear('1/60'), { profiles: { remote: none, sender: { foot: 'v' } } });
    expect(pulse(foreign, 'remote')).toBe(14_625 + 500);
    const plain = both(rear('1/60'), { profiles: { answered: none, wired: none } });
    expect([pulse(plain, 'answered'), pulse(plain, 'wired')]).toEqual([14_625 + 400, 14_625 + 50]);
    expect(judgeBase(plain).findings.filter(({ code }) => code === 'lamp.mode')).toEqual([]);
  });

  test('where nobody knows whether the body speaks to it, either may be', () => {
    const blank = both(rear('1/60'), {
      profiles: { remote: { can: canDo({ ttl: true, rear: false }) }, sender: { foot: null } },
    });
    expect(missing(blank, 'remote')).toContain('sender.profile.foot');
  });

  test('it is blamed only where the first curtain would be better', () => {
    const slow = { profiles: { remote: control({ latencyUs: 2000 }) } };
    expect(codes(both(rear('1/60'), slow), 'remote')).toEqual(['frame.rear-curtain']);
    // 1/250 is 3,906 us: a millisecond before its end the first curtain is not yet home.
    expect(codes(both(rear('1/250'), slow), 'remote')).toEqual(['frame.latency']);
  });

  test.each([
    ['sender', 'wrong-power', -2],
    ['quick', 'in-sync', 0],
  ])(
    'of two senders the one that makes it fire first is obeyed, however quick the other: %s says less',
    (less, ...wanted) => {
      const says = (id: string) => groups('A', { power: id === less ? -5 : -3 });
      const onBody = { on: true, role: 'master' as const, mount: 'body-1', channel: 11, networkId: 27 };
      // The quick one waits for the contact on its bare foot, at 14,625; the other is told of the first curtain at 3,400.
      const spoil = both(rear('1/60'), set('sender', { groups: says('sender') }), {
        add: { quick: { like: 'sender', settings: { ...onBody, groups: says('quick') } } },
        profiles: {
          remote: { can: canDo({ ttl: true, rear: false }) },
          quick: { foot: 'v', radios: [{ family: 'control', roles: ['master'], latencyUs: 20 }] },
        },
      });
      const { verdict, stopsOff, atUs } = verdictIn(spoil, 'remote');
      expect([verdict, stopsOff, atUs]).toEqual([...wanted, 3400 + 500]);
    },
  );

  test('a leaf shutter has no second curtain to wait for', () => {
    const leaf = both(rear('1/60'), set('body-1', { shutterType: 'leaf' }));
    expect(pulse(leaf, 'remote')).toBe(500);
  });
});

describe('a leaf shutter', () => {
  const leaf = (shutter: string): Spoil => set('body-1', { shutterType: 'leaf', shutter });

  test('with a pulse of unknown length leaves it open, but where none lasts so long', () => {
    expect(missing(leaf('1/500'), 'remote')).toEqual([
      'remote.profile.duration.fullUs',
      'remote.profile.duration.measure',
    ]);
    // 7,812 us open less 500: 1 - e^(-7,312 / 4,343) is 0.81, a third of a stop and no more; at 1/160 it is 0.73.
    expect([said(leaf('1/125'), 'remote'), said(leaf('1/160'), 'remote')]).toEqual(['in-sync', 'unknown']);
  });

  test('has no edge: what comes too late is late for the whole frame', () => {
    const spoil = both(leaf('1/4000'), { profiles: { remote: control({ latencyUs: 900 }) } });
    expect(verdictIn(spoil, 'remote')).toMatchObject({ verdict: 'late', share: 0, darkEdge: null });
    expect(codes(spoil, 'remote')).toEqual(['frame.latency']);
  });
});

test('the dark edge is named as the picture is held: upright it lies on a side', () => {
  const spoil = set('body-1', { shutter: '1/320', attitudes: ['level', 'upright'] });
  expect(verdictIn(spoil, 'remote').darkEdge).toBe('lower');
  expect(verdictIn(spoil, 'remote', { attitude: 'upright' })).toMatchObject({ verdict: 'partial', darkEdge: 'side' });
  const [fault] = verdictIn(spoil, 'remote', { attitude: 'upright' }).faults;
  expect(fault).toMatchObject({ params: { darkEdge: 'side' } });
});

describe('stroboscopic fire', () => {
  /** Five pops, 50 ms apart: at 3.9, 53.9, 103.9, 153.9 and 203.9 ms. */
  const five = (shutter: string): Spoil => ({
    settings: {
      'body-1': { shutter },
      remote: { mode: 'multi', multiPops: 5, multiHz: 20 },
      sender: { groups: groups('A', { mode: 'multi' }) },
    },
  });

  test.each([
    ['1/4', 'in-sync', 0],
    ['1/8', 'wrong-power', Math.log2(3 / 5)],
    ['1/160', 'wrong-power', Math.log2(1 / 5)],
  ])('at %s the pops inside the opening count', (shutter, verdict, stopsOff) => {
    const found = verdictIn(five(shutter), 'remote');
    expect(found.verdict).toBe(verdict);
    expect(found.stopsOff).toBeCloseTo(stopsOff, 2);
  });

  test('how many came is said, and a shutter that takes them all in is the fix', () => {
    const judgement = judgeBase(five('1/8'));
    const finding = judgement.findings.find(({ code }) => code === 'frame.duration')!;
    expect(finding.params).toMatchObject({ pops: 5, inside: 3 });
  });

  test('each pop is a pulse for an eye: in S2 it answers the second, if that comes within a second', () => {
    const watched = (hz: number | null) =>
      both(five('2'), { settings: { remote: { multiHz: hz }, eye: { eye: 'S2', sees: ['remote'] } } });
    expect(verdictIn(watched(20), 'eye')).toMatchObject({ verdict: 'in-sync', atUs: 3900 + 50_000 + 100 });
    expect(codes(watched(0.9), 'eye')).toEqual(['eye.waits-for-second']);
    expect(missing(watched(null), 'eye')).toContain('remote.multiHz');
    expect(missing(both(watched(20), set('remote', { mode: null })), 'eye')).toContain('remote.mode');
  });

  test('one pop lost of many is a picture less', () => {
    const many: Spoil = both(five('1/8'), {
      settings: { remote: { multiPops: 6, multiHz: 45 } },
      profiles: { remote: { multi: { pops: 10, hz: 50, power: -3 } } },
    });
    // 22.2 ms apart from 3.9 on: the sixth comes at 115.0, all inside 125 ms; at 36 Hz it comes at 142.8, outside.
    expect(said(many, 'remote')).toBe('in-sync');
    const lost = both(many, set('remote', { multiHz: 36 }));
    expect(verdictIn(lost, 'remote')).toMatchObject({ verdict: 'wrong-power', faults: [{ code: 'frame.duration' }] });
  });
});

describe('light that eyes see before the picture', () => {
  const onBody2 = (more: Spoil) => both(set('eye', { sees: ['top'], firesFor: ['body-2'] }), more);

  test('flashes against red eyes, whatever the mode', () => {
    const red = onBody2({ settings: { 'body-2': { redEye: true }, top: { mode: 'manual', power: -3 } } });
    expect(verdictIn(red, 'eye', { shot: 'body-2' })).toMatchObject({ verdict: 'early', atUs: -700_000 + 50 + 100 });
    const judgement = judgeBase(red);
    const finding = judgement.findings.find(({ code }) => code === 'eye.preflash')!;
    expect(finding.params).toMatchObject({ cause: 'top', redEye: true });
    expect(fixesFor(judgement, finding)[0]!.changes).toEqual([
      { unit: 'body-2', setting: 'redEye', from: true, to: false },
    ]);
  });

  test('they come twice, so S2 is no help', () => {
    const red = onBody2({
      settings: { 'body-2': { redEye: true }, top: { mode: 'manual', power: -3 }, eye: { eye: 'S2' } },
    });
    expect(verdictIn(red, 'eye', { shot: 'body-2' })).toMatchObject({ verdict: 'early', atUs: -400_000 + 50 + 100 });
  });

  test('a pop-up’s, and none from a flash the body cannot speak to', () => {
    const popup = both(
      { profiles: { 'body-1': { popup: 'plain' } } },
      { settings: { 'body-1': { popupUp: true, mode: 'manual', redEye: true }, eye: { sees: ['body-1'] } } },
    );
    expect(said(popup, 'eye')).toBe('early');
    const foreign = onBody2({
      settings: { 'body-2': { redEye: true }, top: { mode: 'manual', power: -3 } },
      profiles: { top: { foot: 'v' } },
    });
    expect(said(foreign, 'eye', { shot: 'body-2' })).toBe('in-sync');
  });

  const second: Spoil = {
    add: {
      second: {
        like: 'remote',
        settings: {
          on: true,
          role: 'remote',
          link: 'radio',
          channel: 11,
          networkId: 27,
          group: 'C',
          mode: 'ttl',
          firesFor: ['body-1'],
        },
      },
    },
    settings: { sender: { groups: { ...groups('C', { mode: 'ttl' }) } }, eye: { eye: 'S2' } },
  };

  test('the pre-flashes of two metered groups, one after the other: S2 lets one pass and answers the next', () => {
    const seeing = (...sees: string[]) => both(second, set('eye', { sees }));
    expect(said(seeing('metered'), 'eye')).toBe('in-sync');
    // Group B is measured 92 ms before the shutter, group C 80.
    expect(verdictIn(seeing('metered', 'second'), 'eye')).toMatchObject({
      verdict: 'early',
      atUs: -80_000 + 500 + 100,
    });
  });

  test('lights of one group are measured together', () => {
    const together = both(second, { settings: { second: { group: 'B' }, eye: { sees: ['metered', 'second'] } } });
    expect(said(together, 'eye')).toBe('in-sync');
  });

  test('S2 forgets a pulse after a second', () => {
    const rear = (shutter: string) =>
      both(set('body-1', { curtain: 'rear', shutter }), set('eye', { eye: 'S2', sees: ['metered'] }));
    // Metered 80 ms before, and fired a millisecond before the end of 0.5 s, or of 2 s.
    expect(said(rear('0.5'), 'eye')).toBe('in-sync');
    expect(codes(rear('2'), 'eye')).toEqual(['eye.waits-for-second']);
  });
});

describe('what today’s shutter forgives', () => {
  const wrong = (shutter: string): Spoil => ({
    profiles: { answer: { selector: true } },
    settings: { answer: { selector: 'camera' }, 'body-1': { shutter } },
  });

  test('a selector in the wrong position is said all the same, and can be mended', () => {
    // 30 ms late, and 125 ms open.
    expect(said(wrong('1/8'), 'answered')).toBe('in-sync');
    const judgement = judgeBase(wrong('1/8'));
    const finding = judgement.findings.find(({ code }) => code === 'hearer.selector')!;
    expect(finding.severity).toBe('A');
    expect(fixesFor(judgement, finding)[0]!.changes).toMatchObject([
      { unit: 'answer', setting: 'selector', to: 'flash' },
    ]);
    expect(codes(wrong('1/60'), 'answered')).toEqual(['hearer.selector']);
  });

  test.each([
    ['none', false, 'camera', []],
    ['nobody noted, nor where it stands', null, null, []],
    ['nobody noted, yet it stands on flash', null, 'flash', []],
    ['nobody noted, yet it stands on camera', null, 'camera', ['answer.profile.selector']],
    ['one, of which nobody noted where it stands', true, null, ['answer.selector']],
  ] as const)('a receiver with a selector: %s', (_, has, stands, open) => {
    const spoil: Spoil = { profiles: { answer: { selector: has } }, settings: { answer: { selector: stands } } };
    expect([said(spoil, 'answered'), missing(spoil, 'answered')]).toEqual([
      open.length > 0 ? 'unknown' : 'in-sync',
      open,
    ]);
  });
});

describe('senders sleep too', () => {
  const quiet = (sleepMinutes: number | null, quietMinutes: number): Spoil => ({
    look: { quietMinutes },
    profiles: { sender: { sleepMinutes } },
  });

  test('after longer than its timer runs, not at the very minute, and never at 0', () => {
    expect(codes(quiet(30, 31), 'remote')).toEqual(['sender.asleep']);
    expect([said(quiet(30, 30), 'remote'), said(quiet(0, 900), 'remote')]).toEqual(['in-sync', 'in-sync']);
  });

  test('nobody knows of one whose timer is not recorded', () => {
    expect(missing(quiet(null, 5), 'remote')).toEqual(['sender.profile.sleepMinutes']);
  });
});
