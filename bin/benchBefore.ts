/** This clone's core beside that of another, in one run and in turn, so that what else the machine does meets both. */
import { timeEach } from './benchTime.ts';
import { type BenchRig, type Core, rigOf, sixtyOver } from './benchRigs.ts';

/** What is measured: each core works on rigs made of its own demo, since documents change too. */
const CASES: readonly { what: string; run: (core: Core) => () => void }[] = [
  { what: '60 lights judged', run: (core) => judging(core, rigOf(core, 60)) },
  { what: '60 lights over 6 shots judged', run: (core) => judging(core, sixtyOver(core, 6)) },
  { what: '60 lights over 6 shots after an edit', run: (core) => editing(core, sixtyOver(core, 6)) },
  { what: '10 lights with all fixes', run: (core) => fixing(core, rigOf(core, 10)) },
  { what: '600 lights with all fixes', run: (core) => fixing(core, rigOf(core, 600)) },
];

function judging({ buildRig, judge }: Core, { kit, look }: BenchRig): () => void {
  return () => judge(buildRig(kit, look));
}

/** A light's power is set to and fro. */
function editing({ buildRig, judge, rejudge }: Core, { kit, look }: BenchRig): () => void {
  const [id] = Object.keys(look.units).filter((unit) => unit.startsWith('made-'));
  const looks = [-2, -4].map((power) => ({
    ...look,
    units: { ...look.units, [id!]: { ...look.units[id!], power } },
  }));
  let judgement = judge(buildRig(kit, look));
  let edits = 0;
  return () => void (judgement = rejudge(judgement, buildRig(kit, looks[edits++ % 2]!)));
}

function fixing({ buildRig, judge, fixesFor }: Core, { kit, look }: BenchRig): () => void {
  const rig = buildRig(kit, look);
  return () => {
    const judgement = judge(rig);
    for (const finding of judgement.findings) fixesFor(judgement, finding);
  };
}

export function benchBefore(now: Core, before: Core): void {
  console.log('against the clone in ERGON_BEFORE:');
  for (const { what, run } of CASES) {
    const [took, was] = timeEach([run(now), run(before)]);
    console.log(`  ${what}: ${took!.toFixed(2)} ms, x${(took! / was!).toFixed(2)} of ${was!.toFixed(2)} ms before`);
  }
}
