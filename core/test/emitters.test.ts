/** What else is on the air, and which channels keep clear of it. */
import { clearChannels, isJammed, overlaps } from '../src/rig/emitters';
import type { Family } from '../src/record/family';
import { buildRig, hearerOf, indexKit } from '../src/rig/rig';
import { baseKit, baseLook, type Spoil } from './baseRig';

const FREQUENCIES = Array.from({ length: 8 }, (_, n) => ({ channel: n + 1, mhz: 2405 + 5 * n, widthMhz: 2 }));
const family = { frequencies: FREQUENCIES } as unknown as Family;
const net = (mhz: number, widthMhz: number) => ({ name: 'Net', mhz, widthMhz });
const rigOf = (spoil: Spoil) => buildRig(indexKit(baseKit(spoil)), baseLook(spoil));
const clear = (spoil: Spoil) => {
  const rig = rigOf(spoil);
  const hearers = rig.lights
    .filter((light) => ['remote', 'metered'].includes(light.id))
    .map((light) => hearerOf(rig, light));
  return clearChannels(rig, rig.placed.get('sender')!, hearers);
};
const SMALL: Spoil = { families: { control: { channels: { from: 1, to: 8 }, frequencies: FREQUENCIES } } };
const ON_3: Spoil['settings'] = { sender: { channel: 3 }, remote: { channel: 3 }, metered: { channel: 3 } };

test('two bands share frequencies when their centres are nearer than half of both widths', () => {
  // Channel 3 is 2,415 MHz and 2 wide; 20 wide they touch at 11 MHz apart.
  expect(overlaps(family, 3, net(2425.9, 20))).toBe(true);
  expect(overlaps(family, 3, net(2426, 20))).toBe(false);
  expect(overlaps(family, 3, net(2404.1, 20))).toBe(true);
  // Of a channel whose frequency is not recorded nothing can be said.
  expect(overlaps(family, 9, net(2415, 20))).toBe(false);
});

test('a sender is jammed by what lies on its own channel only', () => {
  const on = (channel: number) => {
    const rig = rigOf({
      ...SMALL,
      settings: { sender: { channel } },
      look: { emitters: [net(5500, 20), net(2415, 1)] },
    });
    return isJammed(rig, rig.placed.get('sender')!)?.mhz ?? null;
  };
  expect([on(2), on(3), on(4)]).toEqual([null, 2415, null]);
});

test('clear channels are those all of the net can be set to, nearest first', () => {
  expect(clear({ ...SMALL, settings: ON_3 })).toEqual([2, 4, 1, 5, 6, 7, 8]);
  const few = { remote: { radios: [{ family: 'control', roles: ['remote'], channels: { from: 3, to: 5 } }] } };
  expect(clear({ ...SMALL, settings: ON_3, profiles: few })).toEqual([4, 5]);
});

test('what an emitter covers and what others speak on is left out', () => {
  expect(clear({ ...SMALL, settings: ON_3, look: { emitters: [net(2410, 4)] } })).toEqual([4, 1, 5, 6, 7, 8]);
  const second: Spoil['add'] = {
    second: { like: 'sender', settings: { on: true, role: 'master', mount: 'body-2', channel: 4, networkId: 9 } },
  };
  expect(clear({ ...SMALL, settings: ON_3, add: second })).toEqual([2, 1, 5, 6, 7, 8]);
});

test('a channel known to be clear comes before one of which nothing is recorded', () => {
  const partly = {
    control: { channels: { from: 1, to: 8 }, frequencies: FREQUENCIES.filter(({ channel }) => channel > 5) },
  };
  expect(clear({ families: partly, settings: ON_3, look: { emitters: [net(2435, 4)] } })).toEqual([6, 8, 2, 4, 1, 5]);
  // With nothing else on the air none is in doubt.
  expect(clear({ families: partly, settings: ON_3 })).toEqual([2, 4, 1, 5, 6, 7, 8]);
});

test('nothing is offered where the channels are not recorded', () => {
  expect(
    clear({
      families: { control: { channels: null } },
      profiles: { sender: { radios: [{ family: 'control', roles: ['master'] }] } },
    }),
  ).toEqual([]);
});
