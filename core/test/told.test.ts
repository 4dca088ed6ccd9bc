/**
 * What is said of random rigs of every kind and of the demo, as it was read last. It does not say that this is right: laws and
 * cases do. It says that it has changed, and where: `npx jest told -u`, and read the difference as an assistant would.
 */
import { ARCHETYPES } from '../src/describe/archetypes';
import { buildRig, indexKit } from '../src/rig/rig';
import type { Wish } from '../src/propose/wish';
import { judge } from '../src/verdict/judge';
import { namesOf } from '../src/words/wording';
import { withBlanks } from './blankedRig';
import { demo } from './demo';
import { drawFor } from './lawHarness';
import { MOST, type RandomRig, randomRig } from './randomRig';
import {
  cardTexts,
  eventLines,
  findingLines,
  fitLines,
  lineTexts,
  orderLines,
  proposalLines,
  shotLines,
  sortLines,
  type Told,
  workLines,
} from './toldOf';

/** Rigs among which those are chosen that show what none before did. */
const RIGS = 1500;

const rigAt = (index: number): RandomRig => {
  const whole = randomRig(drawFor(index), MOST);
  return index % 2 === 0 ? whole : withBlanks(whole, drawFor(-1 - index));
};

/** The first rig with each finding, however grave. */
function rigsOfEveryKind(): [number, RandomRig][] {
  const seen = new Set<string>();
  return Array.from({ length: RIGS }, (_, index): [number, RandomRig] => [index, rigAt(index)]).filter(
    ([, { kit, look }]) => {
      const before = seen.size;
      for (const { severity, code } of judge(buildRig(indexKit(kit), look)).findings) seen.add(`${severity} ${code}`);
      return seen.size > before;
    },
  );
}

function lookLines({ kit, onAir = [] }: Told, look: Told['looks'][number]): string {
  const judgement = judge(buildRig(indexKit(kit), look, onAir));
  const names = namesOf(kit, onAir);
  return [shotLines, lineTexts, findingLines, workLines, cardTexts, orderLines]
    .flatMap((linesOf) => linesOf(judgement, names))
    .join('\n');
}

const rigs = rigsOfEveryKind();

test.each(rigs)('rig %i', (_, { kit, look }) => {
  expect(`\n${lookLines({ kit, looks: [look] }, look)}\n`).toMatchSnapshot();
});

const WISHES: [string, Wish][] = [
  ['a light by itself', { bodies: ['body-1'], lights: [{ purpose: 'Key' }] }],
  [
    'one on the camera, one metered, one far away',
    {
      bodies: ['body-1', 'body-2'],
      lights: [
        { purpose: 'Front', onBody: 'body-1' },
        { purpose: 'Key', metered: true },
        { purpose: 'Rim', walkSeconds: 40 },
      ],
    },
  ],
];

/** Kits of strangers to each other, as people bring them. */
const FEW = rigs.filter((_, index) => index % 4 === 0);

test.each(FEW)('kit of rig %i', (_, { kit, look }) => {
  const lines = [
    ...eventLines({ kit, looks: [look] }),
    ...fitLines(kit, 'off the camera'),
    ...fitLines(kit, 'anywhere'),
    ...fitLines({ ...kit, units: kit.units.filter(({ id }) => !/^(sender|receiver)/.test(id)) }, 'off the camera'),
    ...WISHES.flatMap(([, wish]) => {
      const bodies = wish.bodies.filter((id) => kit.units.some((unit) => unit.id === id));
      return proposalLines(kit, { ...wish, bodies });
    }),
  ];
  expect(`\n${lines.join('\n')}\n`).toMatchSnapshot();
});

test.each(demo.looks.map((look) => [look.id, look] as const))('the demo: %s', (_, look) => {
  expect(`\n${lookLines({ kit: demo, looks: demo.looks, onAir: demo.onAir }, look)}\n`).toMatchSnapshot();
});

test('the demo: its events and its kit', () => {
  const lines = [
    ...demo.events.flatMap(({ id }) => {
      const looks = demo.looks.filter(({ event }) => event === id);
      return looks.length === 0 ? [] : eventLines({ kit: demo, looks, onAir: demo.onAir });
    }),
    ...fitLines(demo, 'off the camera'),
  ];
  expect(`\n${lines.join('\n')}\n`).toMatchSnapshot();
});

test.each(WISHES)('the demo: %s', (_, wish) => {
  expect(`\n${proposalLines(demo, wish).join('\n')}\n`).toMatchSnapshot();
});

test.each(ARCHETYPES.map((sort) => [sort.id, sort] as const))('gear: %s', (_, sort) => {
  expect(`\n${sortLines(sort, indexKit(demo)).join('\n')}\n`).toMatchSnapshot();
});
