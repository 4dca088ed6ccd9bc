import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { propose } from '../src/propose/propose.ts';
import { netsOf } from '../src/propose/crewNets.ts';
import type { Wish } from '../src/propose/wish.ts';
import { parseDocument } from '../src/record/kitDocument.ts';
import { indexKit } from '../src/rig/rig.ts';
import {
  controlSentence,
  fallbackText,
  lossTexts,
  missingText,
  sendersText,
  toldText,
} from '../src/words/proposalWording.ts';
import { namesOf } from '../src/words/wording.ts';

const parsed = parseDocument(JSON.parse(readFileSync(join(__dirname, '../../demo/ropewalk.json'), 'utf8')));
if (!parsed.ok) throw new Error('the demo is not sound');
const { document } = parsed;
const kit = indexKit(document);
const names = namesOf(kit);
const asked = (wish: Wish) => propose(kit, wish).proposals;

test('a proposal in words: who speaks, how each light is told, what is left should its sender die', () => {
  const [best] = asked({
    bodies: ['body-1'],
    lights: [
      { purpose: 'Key', metered: true },
      { purpose: 'Front', onBody: 'body-1' },
    ],
  });
  expect(controlSentence(best!)).toBe('Every light is set from the camera.');
  expect(sendersText(best!, names)).toBe('Light 3 on Body 1 speaks Plover.');
  expect(best!.lights.map((light) => toldText(light, best!, names))).toEqual([
    'by Plover, metered',
    'on the shoe, fixed power',
  ]);
  expect(best!.lights.map((light) => fallbackText(light, best!, names))).toEqual([
    'If its sender dies: Light 4 takes over.',
    null,
  ]);
});

test('an eye says what it must see, and a proposal with it what it loses', () => {
  const wish: Wish = {
    bodies: ['body-1'],
    lights: [{ purpose: 'Key' }, { purpose: 'Rim', walkSeconds: 10 }, { purpose: 'Rim' }],
  };
  const [best] = asked(wish);
  const [other] = asked({ ...wish, lights: [wish.lights[0]!, { ...wish.lights[1]!, link: 'eye' }, wish.lights[2]!] });
  expect(controlSentence(other!)).toBe('2 of 3 lights are set from the camera, the rest by hand.');
  expect(toldText(other!.lights[1]!, other!, names)).toBe('by its eye: it must see Light 1, power set by hand');
  expect(lossTexts(other!, best!, wish)).toEqual([
    'Rim 1 set by hand, 1 min 30 s over the look',
    'Rim 1 answers any flash it sees',
  ]);
  expect(lossTexts(best!, best!, wish)).toEqual([]);
});

test('a cable is named by its plugs', () => {
  const [cabled] = asked({ bodies: ['body-1'], lights: [{ purpose: 'Key', link: 'cable' }] });
  expect(toldText(cabled!.lights[0]!, cabled!, names)).toMatch(
    /^from the sync port, cable pc to \S+, power set by hand$/,
  );
  const [plugged] = asked({ bodies: ['body-1'], lights: [{ purpose: 'Key', unit: 'light-9', link: 'radio' }] });
  expect(toldText(plugged!.lights[0]!, plugged!, names)).toMatch(
    /^by \w+, on (Perch|Answer) 1(, cable \S+ to \S+)?, power set by hand$/,
  );
});

test.each([
  [{ kind: 'body', family: null, profile: null, count: 1 }, 'A body that shoots.'],
  [{ kind: 'flash', family: null, profile: null, count: 2 }, '2 more flashes.'],
  [
    { kind: 'remote', family: 'plover', profile: 'tholmar-200', count: 1 },
    'One more remote of Plover, such as another T.',
  ],
  [
    { kind: 'master', family: 'plover', profile: 'tholmar-200', count: 2 },
    '2 more senders of Plover, such as another T.',
  ],
] as const)('what is missing: %j', (missing, text) => expect(missingText(missing, names, () => 'T')).toBe(text));

test('the net a crew uses most is the one a new look gets', () => {
  const nets = netsOf(document, document.looks);
  expect(nets.get('plover')).toEqual({ channel: 11, networkId: 27, pin: null });
  expect(nets.get('curlew')).toEqual({ channel: 5, networkId: null, pin: null });
  expect(netsOf(document, []).size).toBe(0);
});

test('a net is what a sender set to speak is on; one of which nobody recorded that it speaks says nothing', () => {
  const silent = document.looks.map((look) => ({
    ...look,
    units: Object.fromEntries(
      Object.entries(look.units).map(([id, settings]) => [
        id,
        settings.role === 'master' ? { ...settings, role: null } : settings,
      ]),
    ),
  }));
  expect(netsOf(document, document.looks).get('plover')).toMatchObject({ channel: 11 });
  expect(netsOf(document, silent).size).toBe(0);
});
