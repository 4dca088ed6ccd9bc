/** What is advised: what mends most at once comes first, what is wanted stays, and nothing is offered that cannot be. */
import { fixesFor, wantLessFor } from '../src/mend/fixes';
import { leastWork } from '../src/mend/leastWork';
import { needFor } from '../src/mend/need.ts';
import type { Change } from '../src/record/change.ts';
import type { Settings } from '../src/record/settings.ts';
import type { Code } from '../src/rig/codes';
import { keepsWish, lostWish } from '../src/rig/meantFor.ts';
import { withRigChanges } from '../src/rig/rigChanges.ts';
import type { Finding } from '../src/verdict/finding';
import { judge, type Judgement } from '../src/verdict/judge';
import { changeLines, namesOf, needText } from '../src/words/wording';
import { baseKit, groups, judgeBase, type Spoil } from './baseRig';
import { both, RIVAL, set } from './gearCases';

const told = (changes: readonly Change[]) =>
  changes.map(({ unit, setting, to }) => `${unit}.${setting} ${JSON.stringify(to)}`);
const findingOf = (judgement: Judgement, code: Code, light?: string): Finding =>
  judgement.findings.find((one) => one.code === code && (light === undefined || one.units.includes(light)))!;
const fixesOf = (spoil: Spoil, code: Code, light?: string) => {
  const judgement = judgeBase(spoil);
  return fixesFor(judgement, findingOf(judgement, code, light)).map(({ changes }) => told(changes));
};
const wantsOf = (spoil: Spoil, code: Code, light?: string) => {
  const judgement = judgeBase(spoil);
  return wantLessFor(judgement, findingOf(judgement, code, light)).map(({ changes }) => told(changes));
};
const serious = (spoil: Spoil) => judgeBase(spoil).findings.filter(({ severity }) => severity !== 'A');
const words = (spoil: Spoil, changes: readonly Change[]) => changeLines(changes, namesOf(baseKit(spoil)));

/** More lights of the kind of `remote`, set as it is but for what is said. */
const more = (ids: readonly string[], settings: Settings = {}): Spoil => ({
  add: Object.fromEntries(
    ids.map((id) => [
      id,
      {
        like: 'remote',
        settings: {
          on: true,
          channel: 11,
          networkId: 27,
          role: 'remote',
          link: 'radio',
          group: 'A',
          mode: 'manual',
          power: -3,
          firesFor: ['body-1'],
          ...settings,
        } as Settings,
      },
    ]),
  ),
});

describe('the odd one out', () => {
  test('five lights agree with each other and not with their sender: one finding, and its mend is at the sender', () => {
    const spoil = both(more(['third', 'fourth', 'fifth']), set('sender', { channel: 3 }));
    const all = serious(spoil);
    expect(all.map(({ id }) => id)).toEqual(['sender.odd:sender:channel', 'eye.nothing-in-view:eye']);
    expect(all[0]!.units).toEqual(['fifth', 'fourth', 'metered', 'remote', 'third']);
    expect(all[0]!.params).toMatchObject({ found: 3, expected: 11 });
    expect(fixesOf(spoil, 'sender.odd')[0]).toEqual(['sender.channel 11']);
    expect(told(leastWork(judgeBase(spoil).rig).changes)).toEqual(['sender.channel 11']);
  });

  test('one that was switched off as well has that fault first, and still counts among those that agree', () => {
    const all = serious(both(set('sender', { channel: 3 }), set('remote', { on: false })));
    expect(all.map(({ id }) => id)).toContain('sender.odd:sender:channel');
    expect(all.find(({ code }) => code === 'hearer.off')!.units).toEqual(['remote']);
  });

  test('two against two, the sender is not the odd one; two of three are, and the third is told for itself', () => {
    const tie = both(more(['third', 'fourth'], { channel: 3 }), set('sender', { channel: 3 }));
    expect(serious(tie).map(({ id }) => id)).toEqual([
      'eye.nothing-in-view:eye',
      'hearer.channel:metered',
      'hearer.channel:remote',
    ]);
    const most = both(more(['third'], { channel: 9 }), set('sender', { channel: 3 }));
    expect(serious(most).map(({ id }) => id)).toEqual([
      'sender.odd:sender:channel',
      'eye.nothing-in-view:eye',
      'hearer.channel:third',
    ]);
    // Each on a channel of its own: nobody agrees.
    const none = both(set('sender', { channel: 3 }), set('remote', { channel: 5 }));
    expect(serious(none).map(({ code }) => code)).not.toContain('sender.odd');
  });

  test('a sender that cannot be set so is not the odd one: its lights have to come to it', () => {
    // The sender has channels 1 to 16, the lights up to 32.
    const spoil: Spoil = { settings: { remote: { channel: 20 }, metered: { channel: 20 } } };
    expect(serious(spoil).map(({ id }) => id)).toEqual([
      'eye.nothing-in-view:eye',
      'hearer.channel:metered',
      'hearer.channel:remote',
    ]);
    expect(fixesOf(spoil, 'hearer.channel', 'remote')[0]).toEqual(['remote.channel 11']);
  });

  test('the same of an ID, off among them, and of a family of a sender that has two', () => {
    expect(fixesOf(set('sender', { networkId: 5 }), 'sender.odd')[0]).toEqual(['sender.networkId 27']);
    const off: Spoil = { settings: { remote: { networkId: 0 }, metered: { networkId: 0 } } };
    expect(fixesOf(off, 'sender.odd')[0]).toEqual(['sender.networkId 0']);
    const two: Spoil = {
      profiles: {
        sender: {
          radios: [
            { family: 'control', roles: ['master'], channels: { from: 1, to: 16 }, groups: ['A', 'B', 'C'] },
            { family: 'plain', roles: ['master'] },
          ],
        },
      },
      settings: { sender: { family: 'plain' }, answered: { role: 'off' } },
    };
    expect(findingOf(judgeBase(two), 'sender.no-link').units).toEqual(['metered', 'remote']);
    expect(fixesOf(two, 'sender.no-link')).toEqual([['sender.family "control"']]);
  });

  test('of two senders each is odd by itself, for the lights of its own body', () => {
    const spoil = both(RIVAL, set('sender', { channel: 3 }), {
      settings: { remote: { firesFor: null }, metered: { firesFor: null }, top: { on: false } },
    });
    expect(findingOf(judgeBase(spoil), 'sender.odd')).toMatchObject({
      subject: 'sender',
      units: ['metered', 'remote'],
      shots: [{ body: 'body-1', attitude: 'level' }],
    });
    expect(judgeBase(spoil).findings.filter(({ code }) => code === 'sender.odd')).toHaveLength(1);
  });
});

describe('letters', () => {
  test('one that is off and of which nobody said what it is told comes on with mode and power', () => {
    const spoil = set('sender', { groups: groups('A', { on: false, mode: null, power: null }) });
    expect(fixesOf(spoil, 'sender.group-off')).toEqual([
      ['sender.groups.A.on true', 'sender.groups.A.mode "manual"', 'sender.groups.A.power -3'],
    ]);
  });

  test('a light on a letter nobody drives goes to one that is off, told what it wants', () => {
    const spoil: Spoil = { settings: { remote: { group: 'D' }, sender: { groups: { B: { on: true, mode: 'ttl' } } } } };
    expect(fixesOf(spoil, 'sender.group-range')[0]).toEqual([
      'remote.group "A"',
      'sender.groups.A.on true',
      'sender.groups.A.mode "manual"',
      'sender.groups.A.power -3',
    ]);
  });

  test('a letter others share is told more only where that serves them too', () => {
    // All three letters are taken, and nobody said what C is told: it may be told what both its lights want.
    const spoil = both(more(['third'], { group: 'C', power: -5 }), more(['fourth'], { group: 'A', mode: 'ttl' }), {
      settings: {
        fourth: { power: null },
        remote: { group: 'D', power: -5 },
        sender: { groups: { A: { on: true, mode: 'ttl' }, B: { on: true, mode: 'ttl' }, C: { on: true } } },
      },
    });
    const [fix] = fixesOf(spoil, 'sender.group-range', 'remote');
    expect(fix).toEqual(expect.arrayContaining(['remote.group "C"', 'sender.groups.C.power -5']));
  });

  test('a mode is changed with the power that goes with it', () => {
    const spoil = set('sender', { groups: groups('A', { mode: 'ttl', power: null }) });
    expect(fixesOf(spoil, 'power.overwritten', 'remote')[0]).toEqual([
      'sender.groups.A.mode "manual"',
      'sender.groups.A.power -3',
    ]);
  });
});

/** A second sender on body 2 that speaks on the net of the first, with letter A on. */
const SECOND = both(RIVAL, set('top', { on: false }), {
  settings: {
    ...Object.fromEntries(['remote', 'metered', 'eye'].map((id) => [id, { firesFor: ['body-1'] }])),
    second: { groups: { A: { on: true, mode: 'manual', power: -3 }, B: { on: false }, C: { on: false } } },
  },
});

describe('strays', () => {
  test('a light that hears the other body’s sender: its letter goes off there', () => {
    expect(fixesOf(SECOND, 'crew.clash', 'remote')).toEqual([['second.groups.A.on false'], ['second.networkId 28']]);
  });

  test('where the other body needs that letter, the nets part by ID, or by channel where there is none', () => {
    const needed = both(SECOND, more(['theirs'], { firesFor: ['body-2'] }));
    expect(fixesOf(needed, 'crew.clash', 'remote')[0]).toEqual(['remote.group "C"', 'sender.groups.C.power -3']);
    const noIds = both(needed, {
      families: { control: { networkIds: 'none', groups: [] } },
      profiles: Object.fromEntries(
        ['sender', 'second'].map((id) => [id, { radios: [{ family: 'control', roles: ['master'] }] }]),
      ),
    });
    const judgement = judgeBase(noIds);
    const finding = findingOf(judgement, 'crew.clash', 'remote');
    const [fix] = fixesFor(judgement, finding);
    expect(new Set(fix!.changes.map(({ setting }) => setting))).toEqual(new Set(['channel']));
    expect(judge(withRigChanges(judgement.rig, fix!.changes)).findings.map(({ id }) => id)).not.toContain(finding.id);
  });

  test('to let it fire there too is to want something else, and stands apart', () => {
    expect(wantsOf(SECOND, 'crew.clash', 'remote')).toEqual([['remote.firesFor ["body-1","body-2"]']]);
    expect(leastWork(judgeBase(SECOND).rig).changes.map(({ setting }) => setting)).not.toContain('firesFor');
  });

  const GUEST = set('eye', { sees: ['remote', 'guest'] });
  const guest: Spoil = {
    add: {
      guest: {
        like: 'body',
        settings: {
          stranger: true,
          shutterType: 'mechanical',
          shutter: '1/125',
          flashFiring: true,
          exposureMode: 'manual',
        },
      },
      pop: {
        like: 'remote',
        settings: { on: true, role: 'local', link: 'shoe', mount: 'guest', mode: 'manual', power: -2 },
      },
    },
  };
  test('an eye that sees a guest is shielded from that side, in words too; one with a radio may leave the eye', () => {
    const spoil = both(guest, GUEST, set('eye', { sees: ['remote', 'pop'] }));
    const judgement = judgeBase(spoil);
    const [shielded] = fixesFor(judgement, findingOf(judgement, 'crew.clash', 'eye'));
    expect(told(shielded!.changes)).toEqual(['eye.sees ["remote"]']);
    expect(words(spoil, shielded!.changes)).toEqual(['Shield the eye of Eye from Pop']);
    expect(needText(needFor(judgement.rig, findingOf(judgement, 'crew.clash', 'eye'))!)).toBe(
      'Shield its eye from that side, or fire it another way: by radio, or by a cable.',
    );
    // What it must see and what it must not are one: the eye is no way.
    const radio = { radios: [{ family: 'control', roles: ['remote'], latencyUs: 400 }] };
    const only = both(guest, set('eye', { sees: ['pop'], firesFor: ['body-1'] }), { profiles: { eye: radio } });
    const away = judgeBase(only);
    const left = fixesFor(away, findingOf(away, 'crew.clash', 'eye')).at(-1);
    expect(told(left!.changes)).toEqual(
      expect.arrayContaining(['eye.link "radio"', 'eye.role "remote"', 'eye.channel 11', 'eye.networkId 27']),
    );
    expect(words(only, left!.changes)).toContain('Fire Eye by radio');
  });
});

describe('what is wanted stays', () => {
  test('too bright at its lowest: distance, diffusion or density in stops; to want more light of it stands apart', () => {
    const spoil = set('answered', { power: -7 });
    expect(fixesOf(spoil, 'lamp.power-floor')).toEqual([]);
    expect(wantsOf(spoil, 'lamp.power-floor')).toEqual([['answered.power -5']]);
    const judgement = judgeBase(spoil);
    // Two stops: the distance goes by 2^(2/2).
    expect(needText(needFor(judgement.rig, findingOf(judgement, 'lamp.power-floor'))!)).toBe(
      'At its lowest it is 2 stops too bright: twice as far from what it lights, a diffuser, or 2 stops of density in front of it would do.',
    );
    const one = judgeBase(set('answered', { power: -6 }));
    expect(needText(needFor(one.rig, findingOf(one, 'lamp.power-floor'))!)).toBe(
      'At its lowest it is one stop too bright: 1.4 times as far from what it lights, a diffuser, or one stop of density in front of it would do.',
    );
  });

  test('too dark at full: nearer, ISO, a second flash', () => {
    const judgement = judgeBase(set('answered', { power: 0 }));
    expect(needText(needFor(judgement.rig, findingOf(judgement, 'lamp.power-ceiling'))!)).toBe(
      'At full it is one stop too dark: 0.7 times as far from what it lights, ISO up, or a second flash beside it would do.',
    );
  });

  test('a burst it cannot keep up with: less power first, then the pace, then fewer frames, all apart', () => {
    // 2 s at full; at -3 it needs 0.25 s, and 0.2 s is 2^-3.3 of it: the next step down is -4.
    const spoil = set('body-1', { secondsBetween: 0.2 });
    expect(fixesOf(spoil, 'lamp.recycling', 'remote')).toEqual([]);
    expect(wantsOf(spoil, 'lamp.recycling', 'remote')).toEqual([
      ['remote.power -4', 'sender.groups.A.power -4'],
      ['body-1.secondsBetween 0.3'],
    ]);
    const burst: Spoil = {
      settings: {
        'body-1': { secondsBetween: 0.5, burstFrames: 9 },
        remote: { power: -1 },
        sender: { groups: groups('A', { power: -1 }) },
      },
    };
    // A pop takes half, a quarter comes back: 1, 0.75, 0.5, and the fourth frame is missed.
    expect(wantsOf(burst, 'lamp.recycling', 'remote')).toEqual([
      ['remote.power -2', 'sender.groups.A.power -2'],
      ['body-1.secondsBetween 1'],
      ['body-1.burstFrames 3'],
    ]);
    expect(leastWork(judgeBase(burst).rig)).toMatchObject({ changes: [], left: ['metered', 'remote'] });
  });

  test('where the cells are the reason, fresh ones are the mend', () => {
    const spoil: Spoil = { settings: { 'body-1': { secondsBetween: 0.3 }, remote: { cells: 'low' } } };
    expect(fixesOf(spoil, 'lamp.recycling', 'remote')).toEqual([['remote.cells "good"']]);
  });

  test('a camera held upright stays so: to hold it level is to want less', () => {
    const spoil: Spoil = {
      settings: { 'body-1': { attitudes: ['level', 'upright'] }, eye: { sightUpright: 'blocked' } },
    };
    expect(fixesOf(spoil, 'air.no-sight', 'eye')).toEqual([['eye.sightUpright "direct"']]);
    expect(wantsOf(spoil, 'air.no-sight', 'eye')).toEqual([['body-1.attitudes null']]);
  });

  test('a light is not mended by being one no more: with its tube off, a master only commands', () => {
    const asMaster = (spoil: Spoil) => {
      const { rig } = judgeBase(spoil);
      const after = withRigChanges(rig, [{ unit: 'top', setting: 'role', from: 'local', to: 'master' }]);
      return { keeps: keepsWish(rig, after), lost: lostWish(rig, after), lights: after.lights.map(({ id }) => id) };
    };
    const dark = asMaster(set('top', { lamp: false }));
    expect(dark).toMatchObject({ keeps: false, lost: ['top'] });
    expect(dark.lights).not.toContain('top');
    expect(asMaster(set('top', { lamp: true }))).toMatchObject({ keeps: true, lost: [] });
  });

  test('a light that is said to fire for one body is not put on the shoe of another', () => {
    // It stands on the first body's shoe and answers by its eye for the second.
    const spoil = set('eye', { mount: 'body-1', firesFor: ['body-2'], sees: [] });
    const { rig } = judgeBase(spoil);
    const lostBy = (...changes: Change[]) => lostWish(rig, withRigChanges(rig, changes));
    const onShoe: Change = { unit: 'eye', setting: 'link', from: 'eye', to: 'shoe' };
    expect(lostBy(onShoe)).toEqual(['eye']);
    expect(lostBy({ unit: 'eye', setting: 'mount', from: 'body-1', to: 'body-2' }, onShoe)).toEqual([]);
    // To say so is another wish.
    expect(lostBy(onShoe, { unit: 'eye', setting: 'firesFor', from: ['body-2'], to: ['body-1'] })).toEqual([]);
    const work = leastWork(rig);
    expect(told(work.changes)).not.toContain('eye.link "shoe"');
  });

  test('a flash on a cable may answer an eye instead: to name its body is to want nothing else', () => {
    const spoil: Spoil = { profiles: { wired: { triggerVoltage: 250 }, 'body-1': { toleratesV: 24 } } };
    const [fix] = fixesOf(spoil, 'foot.voltage', 'wired');
    expect(fix).toEqual(expect.arrayContaining(['wired.link "eye"', 'wired.firesFor ["body-1"]']));
    // The cable comes off: left on, its volts would still be on the body, whatever fires the flash.
    const judgement = judgeBase(spoil);
    const work = leastWork(judgement.rig);
    expect(told(work.changes)).toEqual([
      'wired.role "eye"',
      'wired.link "eye"',
      'wired.plugs null',
      'wired.sees ["answered"]',
      'wired.eye "S1"',
    ]);
    const left = judge(
      withRigChanges(
        judgement.rig,
        work.changes.filter(({ setting }) => setting !== 'plugs'),
      ),
    );
    expect(findingOf(left, 'foot.voltage', 'wired')).toMatchObject({ severity: 'B', units: ['wired'] });
    // One that listens by a radio of its own and hangs on a cable as well is the same.
    const hanging = both(spoil, set('remote', { mount: 'body-1', plugs: ['pc', 'pc'] }), {
      profiles: { remote: { triggerVoltage: 60 } },
    });
    expect(findingOf(judgeBase(hanging), 'foot.voltage', 'remote').units).toEqual(['remote']);
  });

  test('work is told in the order it is done: the switch, then the rest; a letter from its switch on', () => {
    const spoil: Spoil = {
      settings: {
        remote: { on: false, channel: 3, networkId: 5 },
        sender: { groups: { ...groups('A', { on: false, mode: null, power: null }) } },
      },
    };
    // On letter C it would be less work still.
    expect(told(leastWork(judgeBase(spoil).rig, { keep: ['remote.group'] }).changes)).toEqual([
      'sender.groups.A.on true',
      'sender.groups.A.mode "manual"',
      'sender.groups.A.power -3',
      'remote.on true',
      'remote.channel 11',
      'remote.networkId 27',
    ]);
  });
});
