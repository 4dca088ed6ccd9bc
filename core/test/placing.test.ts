/** A unit put into a look hears what speaks there, and nothing is offered that would not fire. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { placingsFor } from '../src/mend/placing';
import type { KitDocument } from '../src/record/kitDocument';
import { buildRig, indexKit } from '../src/rig/rig';
import type { KitItem } from '../src/rig/rig.ts';
import { judge } from '../src/verdict/judge';

const demo = JSON.parse(readFileSync(join(__dirname, '../../demo/ropewalk.json'), 'utf8')) as KitDocument;
const look = demo.looks.find((one) => one.id === 'speeches')!;
const item = (profile: string): KitItem => ({
  unit: { id: 'z-new', profile, label: 'New', firmware: '9.0' },
  profile: demo.profiles.find((one) => one.id === profile)!,
});
const kitWith = (unit: KitItem) => indexKit({ ...demo, units: [...demo.units, unit.unit] });

test('a flash of a family that is spoken takes over its channel, ID and a driven group, and is in the frame', () => {
  const unit = item('tholmar-60k');
  const kit = kitWith(unit);
  const [placing] = placingsFor(buildRig(kit, look), unit);
  const sender = look.units[placing!.sender]!;
  expect(placing!.settings).toMatchObject({
    role: 'remote',
    link: 'radio',
    channel: sender.channel,
    networkId: sender.networkId,
  });
  const judgement = judge(buildRig(kit, { ...look, units: { ...look.units, 'z-new': placing!.settings } }));
  expect(judgement.verdicts.find((one) => one.unit === 'z-new' && one.shot === placing!.body)!.verdict).toBe('in-sync');
});

test('nothing is offered that would fail, or fire where it should not, in one shot of two', () => {
  const unit = item('tholmar-60k');
  const units = { ...look.units, 'body-2': { ...look.units['body-2']!, shutter: '1/250' } };
  const offered = [look, { ...look, units }].map((one) => placingsFor(buildRig(kitWith(unit), one), unit).length);
  expect(offered).toEqual([1, 0]);
});

test('a receiver is set to the same net', () => {
  const unit = item('tholmar-perch');
  const [placing] = placingsFor(buildRig(kitWith(unit), look), unit);
  expect(placing!.settings).toMatchObject({ role: 'remote', channel: look.units[placing!.sender]!.channel });
  expect(placing!.settings.link).toBeUndefined();
});

test('nothing is offered to a flash nobody there speaks to', () => {
  const unit = item('sundrake-lantern');
  expect(placingsFor(buildRig(kitWith(unit), look), unit)).toEqual([]);
  const eye = item('sundrake-pebble');
  expect(placingsFor(buildRig(kitWith(eye), look), eye)).toEqual([]);
});
