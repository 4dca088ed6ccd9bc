/**
 * Speed, as ratios within one run: absolute times say more about the machine than about the code. Judges and
 * fires rigs of 10, 60 and 600 lights, fits thirty bodies to thirty flashes, and weighs the exported app.
 */
import type { FitChoice } from '@ergon/core/fit/fit';
import { candidatesFor } from '@ergon/core/mend/candidates';
import { costOf } from '@ergon/core/mend/cost';
import { fixesFor } from '@ergon/core/mend/fixes';
import { leastWork } from '@ergon/core/mend/leastWork';
import { propose } from '@ergon/core/propose/propose';
import { type Change, mergeChanges } from '@ergon/core/record/change';
import type { Profile } from '@ergon/core/record/profile';
import { buildRig, indexKit, type KitItem, type Rig } from '@ergon/core/rig/rig';
import { withRigChanges } from '@ergon/core/rig/rigChanges';
import { simulate } from '@ergon/core/shot/simulate';
import { judge, shotsOf } from '@ergon/core/verdict/judge';
import { isFailing, verdictOf } from '@ergon/core/verdict/verdict';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { gzipSync } from 'node:zlib';
import { benchBefore } from './benchBefore.ts';
import { type BenchRig, coreAt, rigOf as benchRig, sixtyOver } from './benchRigs.ts';
import { benchDiagnose } from './benchDiagnose.ts';
import { benchPower } from './benchPower.ts';
import { benchSetUp } from './benchSetUp.ts';
import { time } from './benchTime.ts';

/** Combinations the naive search for the least work may judge. */
const NAIVE_TRIES = 4500;

const SIZES = [10, 60, 600] as const;
/** One display frame at 60 Hz. */
const FRAME_MS = 1000 / 60;
const FIRST_SCREEN_AIM_KB = 350;

const core = await coreAt('.');
const { demo } = core;
const rigOf = (lights: number): BenchRig => benchRig(core, lights);

interface Row {
  lights: number;
  fire: number;
  check: number;
  withFixes: number;
}

const rows = SIZES.map((lights): Row => {
  const { kit, look } = rigOf(lights);
  const rig = buildRig(kit, look);
  return {
    lights,
    fire: time(() => simulate(rig, rig.bodies[0]!)),
    check: time(() => judge(buildRig(kit, look))),
    withFixes: time(() => {
      const judgement = judge(rig);
      for (const finding of judgement.findings) fixesFor(judgement, finding);
    }),
  };
});

const [small] = rows;
console.log(
  'lights   fire one shot   check two shots   check with all fixes   (growth against 10 lights; linear would be the lights)',
);
for (const row of rows) {
  const cell = (key: 'fire' | 'check' | 'withFixes') =>
    `${row[key].toFixed(3)} ms x${(row[key] / small![key]).toFixed(1)}`.padEnd(18);
  console.log(
    `${String(row.lights).padStart(6)}   ${cell('fire')}${cell('check')}${cell('withFixes')}   lights x${row.lights / 10}`,
  );
}
const sixty = rows.find((row) => row.lights === 60)!;
console.log(
  `60 lights checked in ${((100 * sixty.check) / FRAME_MS).toFixed(1)} % of a display frame, with all fixes in ${((100 * sixty.withFixes) / FRAME_MS).toFixed(1)} %`,
);

shotsOfSixty(1, 2, 6);
if (process.env.ERGON_BEFORE) benchBefore(core, await coreAt(process.env.ERGON_BEFORE));
leastWorkOf(9, 20, 60);
await fitThirtyByThirty();
proposalsFor(3, 6, 12);
weighApp('app/dist');

/** Thirty units of each kind from the demo's models, some with older firmware, as a large crew might own. */
function thirtyOfEach(): FitChoice {
  const { families } = indexKit(demo);
  const of = (kind: Profile['kind']): KitItem[] => {
    const profiles = demo.profiles.filter((profile) => profile.kind === kind);
    return Array.from({ length: 30 }, (_, n) => {
      const profile = profiles[n % profiles.length]!;
      const id = `${kind}-${n}`;
      return { profile, unit: { id, profile: profile.id, label: id, firmware: n % 3 === 0 ? '1.9' : '2.1' } };
    });
  };
  return { bodies: of('body'), flashes: of('flash'), triggers: of('trigger'), families, offCamera: true };
}

function shotsOfSixty(...counts: readonly number[]): void {
  let first: number | null = null;
  for (const shots of counts) {
    const { kit, look } = sixtyOver(core, shots);
    const rig = buildRig(kit, look);
    const took = time(() => judge(buildRig(kit, look)));
    const naive = time(() => judgeOneByOne(rig));
    first ??= took;
    console.log(
      `60 lights over ${judge(rig).shots.length} shots: ${took.toFixed(2)} ms, x${(took / first).toFixed(1)} of one shot, ` +
        `${((100 * took) / FRAME_MS).toFixed(0)} % of a display frame; x${(naive / took).toFixed(0)} quicker than each light by itself`,
    );
  }
}

/** The naive way: each light's verdict from a shot of its own. */
function judgeOneByOne(rig: Rig): void {
  for (const { body, attitude } of shotsOf(rig)) {
    for (const light of rig.lights) {
      const shot = simulate(rig, body, { attitude });
      verdictOf(rig, shot, shot.runs.get(light.id)!);
    }
  }
}

/**
 * The naive search: every combination of the known changes, the smaller ones first, until one mends all or so many are
 * judged. @returns its seconds of work, or null when it found none.
 */
function smallestFirst(rig: Rig, most: number): number | null {
  const seen = new Set<string>();
  let level: (readonly Change[])[] = [[]];
  for (let judged = 0; level.length > 0;) {
    const next: (readonly Change[])[] = [];
    for (const changes of level) {
      if (judged++ >= most) return null;
      const judgement = judge(withRigChanges(rig, changes));
      if (!judgement.verdicts.some(isFailing)) return costOf(rig, changes).seconds;
      for (const finding of judgement.findings.filter((one) => one.severity !== 'A')) {
        for (const candidate of candidatesFor(judgement, finding)) {
          const merged = mergeChanges(changes, candidate);
          const key = merged
            .map((one) => `${one.unit} ${one.setting} ${JSON.stringify(one.to)}`)
            .sort()
            .join();
          if (seen.has(key)) continue;
          seen.add(key);
          next.push(merged);
        }
      }
    }
    level = next;
  }
  return null;
}

/** Mending what stands first by its first fix until nothing is offered: what a person without the search would do. */
function oneByOne(rig: Rig): number {
  let mended = rig;
  const changes: Change[] = [];
  for (let round = 0; round < 200; round++) {
    const judgement = judge(mended);
    const fix = judgement.findings
      .filter((one) => one.severity !== 'A')
      .flatMap((one) => fixesFor(judgement, one).slice(0, 1))[0];
    if (!fix) break;
    changes.push(...fix.changes);
    mended = withRigChanges(mended, fix.changes);
  }
  return costOf(rig, mergeChanges([], changes)).seconds;
}

function leastWorkOf(...sizes: readonly number[]): void {
  for (const lights of sizes) {
    const { kit, look } = rigOf(lights);
    const rig = buildRig(kit, look);
    let first: number | null = null;
    const start = performance.now();
    const work = leastWork(rig, { onPlan: () => (first ??= performance.now() - start) });
    const took = performance.now() - start;
    const naiveStart = performance.now();
    const naive = oneByOne(rig);
    const naiveTook = performance.now() - naiveStart;
    console.log(
      `least work, ${lights} lights: ${work.seconds} s of work (${work.exact ? 'least' : `none under ${work.atLeast} s`}), ` +
        `x${(naive / Math.max(1, work.seconds)).toFixed(2)} cheaper than mending one by one, at x${(took / naiveTook).toFixed(1)} its time; ` +
        `a first plan after ${((100 * (first ?? took)) / took).toFixed(0)} % of it`,
    );
    const triesStart = performance.now();
    const found = smallestFirst(rig, NAIVE_TRIES);
    const tries = (performance.now() - triesStart) / took;
    console.log(
      `  every combination, the smaller first: ${found === null ? `nothing among ${NAIVE_TRIES}` : `${found} s of work`}, at x${tries.toFixed(1)} the time of the search`,
    );
  }
}

async function fitThirtyByThirty(): Promise<void> {
  // Node's workers do not take over the loader that reads TypeScript here.
  const start = `import('tsx/esm/api').then(({ register }) => { register(); return import(${JSON.stringify(new URL('./fitWorker.ts', import.meta.url).href)}); })`;
  const worker = new Worker(start, { eval: true });
  const result = await new Promise<{
    quick: number;
    naive: number;
    trials: number;
    messages: number;
    pairs: number;
    works: number;
  }>((resolve, reject) => {
    worker.on('error', reject);
    worker.on('message', (message) => {
      if (message.kind === 'result') resolve(message);
      else if (process.stderr.isTTY)
        process.stderr.write(`\rfit, ${message.kind}: ${message.done} of ${message.all} pairs `);
    });
    worker.postMessage(thirtyOfEach());
  });
  await worker.terminate();
  console.log(
    `fit 30 x 30 in a worker: ${result.pairs} pairs, ${result.works} of them work, ${result.messages} progress messages; ` +
      `${result.quick.toFixed(0)} ms against ${result.naive.toFixed(0)} ms for judging all ${result.trials} ways, x${(result.naive / result.quick).toFixed(1)}`,
  );
}

/** Proposals from the demo's kit, against judging one of the looks proposed. */
function proposalsFor(...counts: readonly number[]): void {
  const kit = indexKit(demo);
  const purposes = ['Key', 'Fill', 'Rim', 'Background'];
  const bodies = ['body-1'];
  for (const count of counts) {
    const lights = Array.from({ length: count }, (_, n) => ({ purpose: purposes[n % purposes.length]! }));
    const start = performance.now();
    const { proposals, exact } = propose(kit, { bodies, lights });
    const took = performance.now() - start;
    const look = { id: 'proposed', name: 'Proposed', event: 'none', units: proposals[0]!.units };
    const one = time(() => judge(buildRig(kit, look)));
    console.log(
      `propose, ${count} lights of ${demo.units.length} units: ${proposals.length} proposals, ${exact ? 'the best' : 'good'}, ` +
        `x${(took / one).toFixed(0)} of judging one of them (${took.toFixed(0)} ms)`,
    );
  }
}

function weighApp(folder: string): void {
  if (!existsSync(folder)) return console.log('the app is not exported: run ./bin/demo or ./bin/test first');
  const scripts = join(folder, '_expo/static/js/web');
  const size = (file: string) => gzipSync(readFileSync(file), { level: 9 }).length / 1024;
  const chunks = readdirSync(scripts)
    .filter((name) => name.endsWith('.js'))
    .map((name) => ({ name, kb: size(join(scripts, name)) }));
  const html = readFileSync(join(folder, 'index.html'), 'utf8');
  // The first screen is Tonight: the page names all that it needs.
  const first = chunks.filter(({ name }) => html.includes(name));
  const sum = (list: { kb: number }[]) => list.reduce((total, { kb }) => total + kb, 0);
  for (const { name, kb } of [...chunks].sort((a, b) => b.kb - a.kb))
    console.log(`  ${kb.toFixed(1).padStart(7)} kB  ${name}`);
  console.log(
    `first screen ${sum(first).toFixed(0)} kB gzip (aim: under ${FIRST_SCREEN_AIM_KB}), all of it ${sum(chunks).toFixed(0)} kB`,
  );
}

benchSetUp(rigOf(60));
benchPower();
benchDiagnose(demo);
