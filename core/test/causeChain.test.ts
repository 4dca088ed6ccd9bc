/** What set a light off, back to the shutter. */
import { causeChain } from '../src/shot/causeChain';
import { namesOf } from '../src/words/wording';
import { chainText } from '../src/words/workWording';
import { baseKit, judgeBase, type Spoil } from './baseRig';

const chain = (light: string, spoil: Spoil = {}, body = 'body-1') =>
  causeChain(
    judgeBase(spoil).shots.find((shot) => shot.body.id === body)!,
    light,
  );
const told = (light: string, spoil: Spoil = {}, body = 'body-1') =>
  chain(light, spoil, body).map(({ unit, did, atUs }) => `${unit} ${did} ${atUs}`);

test('by radio: contact, sender, light, each with its delay', () => {
  expect(told('remote')).toEqual(['body-1 contact 3400', 'sender sent 3450', 'remote main 3900']);
});

test('on a cable and on the shoe there is nothing between', () => {
  expect(told('wired')).toEqual(['body-1 contact 3400', 'wired main 3450']);
  expect(told('top', {}, 'body-2')).toEqual(['body-2 contact 3400', 'top main 3450']);
});

test('an eye goes back through the light it watches', () => {
  expect(told('eye')).toEqual(['body-1 contact 3400', 'sender sent 3450', 'remote main 3900', 'eye main 4000']);
});

test('an eye set off by a metering pulse names that pulse', () => {
  const spoil: Spoil = { settings: { eye: { sees: ['metered'] } } };
  // The contact closes later, and is no cause of it.
  expect(told('eye', spoil)).toEqual(['metered pre -79500', 'eye main -79400']);
  expect(chainText(chain('eye', spoil), namesOf(baseKit()))).toBe(
    'Metered meters at −79.50 ms, Eye fires at −79.40 ms.',
  );
});

test('an eye set off by a pop-up ends at the body', () => {
  const spoil: Spoil = {
    profiles: { 'body-1': { popup: 'plain' } },
    settings: { 'body-1': { popupUp: true, mode: 'manual' }, eye: { sees: ['body-1'] } },
  };
  expect(told('eye', spoil)).toEqual(['body-1 main 3400', 'eye main 3500']);
});

test('what stays dark has no causes, and what may fire says perhaps', () => {
  expect(chain('remote', { settings: { remote: { on: false } } })).toEqual([]);
  expect(chainText([], namesOf(baseKit()))).toBe('Nothing reaches it.');
  const open = chain('remote', { settings: { remote: { channel: null } } });
  expect(open.at(-1)).toMatchObject({ did: 'main', possible: true });
  expect(chainText(open, namesOf(baseKit()))).toContain('perhaps fires');
});

test('two eyes that watch each other do not go round for ever', () => {
  const spoil: Spoil = {
    add: {
      second: {
        like: 'simple',
        settings: {
          on: true,
          role: 'eye',
          link: 'eye',
          eye: 'S1',
          sees: ['eye'],
          lamp: true,
          mode: 'manual',
          power: -3,
        },
      },
    },
    settings: { eye: { sees: ['second', 'remote'] } },
  };
  expect(chain('second', spoil).map((link) => link.unit)).toEqual(['body-1', 'sender', 'remote', 'eye', 'second']);
});
