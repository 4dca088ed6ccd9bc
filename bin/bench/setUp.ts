/** Speed of setting up: plans against trying everything, and cards against judging the look they are of. */
import { compareScores, pairScore, planAir, seatScore, seatsOf } from '@ergon/core/air/airPlan';
import type { Net, Seat } from '@ergon/core/air/nets';
import { type Outside, outsideOf } from '@ergon/core/air/troubles';
import { cardsOf } from '@ergon/core/cards/cards';
import { lettersCost } from '@ergon/core/groups/groupCost';
import { planGroups } from '@ergon/core/groups/groupPlan';
import type { GroupLight, GroupTask, Want } from '@ergon/core/groups/groupWants';
import type { OnAir } from '@ergon/core/record/onAir';
import { buildRig } from '@ergon/core/rig/rig';
import { judge } from '@ergon/core/verdict/judge';
import type { Measure } from './measure.ts';
import { rigOf } from './rigs.ts';
import { once, time } from './time.ts';

const CHANNELS = 5;

/** Nets of two families, each with members that are somewhere already. */
function netsOf(count: number): Net[] {
  return Array.from({ length: count }, (_, index): Net => {
    const id = index % 2 === 0 ? 'even' : 'odd';
    const frequencies = Array.from({ length: CHANNELS }, (__, at) => ({
      channel: at + 1,
      mhz: 2400 + 9 * at + (index % 2),
      widthMhz: 2,
    }));
    return {
      family: { id, name: id, medium: 'radio', carries: {} as Net['family']['carries'], frequencies },
      masters: [],
      members: Array.from({ length: 4 }, (__, unit) => ({
        unit: `${index}-${unit}`,
        now: { channel: 1 + ((index + unit) % 3), code: 5 },
        hasCode: true,
        seconds: { channel: 25, code: 20, both: 30 },
      })),
      now: { channel: 1, code: 5 },
      codeSort: 'id',
      channels: frequencies.map(({ channel }) => channel),
      codes: { from: 1, to: 30 },
      unrecorded: false,
    };
  });
}

function crowdedAir(): Outside {
  const crews = Array.from({ length: 3 }, (_, index) => ({
    id: `crew-${index}`,
    event: 'e',
    sort: 'crew',
    name: 'Crew',
    family: index === 0 ? 'even' : 'odd',
    channel: index + 1,
    networkId: 5,
  }));
  const emitters = Array.from({ length: 20 }, (_, index) => ({
    id: `emitter-${index}`,
    event: 'e',
    sort: 'emitter',
    name: 'Network',
    mhz: 2400 + ((index * 37) % 60),
    widthMhz: 1 + (index % 3),
  }));
  return outsideOf([...crews, ...emitters] as OnAir[]);
}

function tryEveryAir(nets: readonly Net[], outside: Outside): readonly number[] {
  const seats = nets.map((net) => seatsOf(net, nets, outside));
  let best: readonly number[] | null = null;
  const go = (chosen: readonly Seat[], score: readonly number[]): void => {
    const index = chosen.length;
    if (index === nets.length) {
      if (!best || compareScores(score, best) < 0) best = score;
      return;
    }
    for (const seat of seats[index]!) {
      const parts = [
        seatScore(nets[index]!, seat, outside),
        ...chosen.map((other, at) => pairScore(nets[at]!, other, nets[index]!, seat)),
      ];
      go(
        [...chosen, seat],
        parts.reduce((sum, one) => sum.map((value, at) => value + one[at]!), score),
      );
    }
  };
  go([], planAir([], outside).score);
  return best!;
}

function lightsOf(count: number, looks: number): GroupTask {
  const want = (key: string): Want => ({
    key,
    told: { on: true },
    forced: false,
    seconds: 30 + (Number(key) % 5),
    letter: null,
    isTold: false,
  });
  const lights = Array.from({ length: count }, (_, index): GroupLight => ({
    light: `light-${index}`,
    hearer: `light-${index}`,
    purpose: '',
    wants: Array.from({ length: looks }, (__, look) => want(String((index * 7 + look * (1 + (index % 3))) % 5))),
    letters: ['A', 'B', 'C', 'D'],
    dialled: null,
    planned: null,
  }));
  return {
    net: { masters: [], members: [] } as unknown as GroupTask['net'],
    looks: Array.from({ length: looks }, (_, at) => `look-${at}`),
    lights,
    letters: ['A', 'B', 'C', 'D'],
    outOfReach: [],
  };
}

function tryEveryLetter({ lights, looks, letters }: GroupTask): number {
  let best = Infinity;
  for (let way = 0; way < letters.length ** lights.length; way++) {
    const sets = letters.map(() => [] as GroupLight[]);
    lights.forEach((light, index) => sets[Math.floor(way / letters.length ** index) % letters.length]!.push(light));
    best = Math.min(
      best,
      sets.reduce((sum, own) => sum + (own.length === 0 ? 0 : lettersCost(own, looks.length).seconds), 0),
    );
  }
  return best;
}

export function part(): Measure[] {
  const outside = crowdedAir();
  const [nets, fewer] = [netsOf(4), netsOf(3)];
  const air = time(() => planAir(nets, outside));
  const airOfFewer = time(() => planAir(fewer, outside));
  const naive = once(() => tryEveryAir(fewer, outside));
  const isBest = compareScores(planAir(fewer, outside).score, tryEveryAir(fewer, outside)) === 0;
  const [twelve, seven] = [lightsOf(12, 8), lightsOf(7, 8)];
  const groups = once(() => planGroups(twelve));
  const groupsOfSeven = time(() => planGroups(seven));
  const everyLetter = once(() => tryEveryLetter(seven));
  const isLeast = planGroups(seven).seconds === tryEveryLetter(seven);
  const { kit, look } = rigOf(60);
  const rig = buildRig(kit, look);
  const [cards, judged] = [time(() => cardsOf(rig)), time(() => judge(rig))];
  if (!isBest || !isLeast) throw new Error('a plan is worse than trying everything');
  return [
    {
      what: 'air, 4 nets, 3 crews, 20 emitters',
      value: air,
      unit: 'ms',
      said: `${air.toFixed(1)} ms; with 3 nets x${(naive / airOfFewer).toFixed(0)} quicker than trying everything, and as good`,
    },
    {
      what: 'groups, 12 lights and 8 looks',
      value: groups,
      unit: 'ms',
      said: `${groups.toFixed(0)} ms; with 7 lights x${(everyLetter / groupsOfSeven).toFixed(0)} quicker than trying everything, and as good`,
    },
    {
      what: 'cards of 60 lights',
      value: cards / judged,
      unit: 'x',
      said: `${cards.toFixed(2)} ms, x${(cards / judged).toFixed(2)} of judging the look`,
    },
  ];
}
