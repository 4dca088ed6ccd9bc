/** Judging and firing rigs of 10, 60 and 600 lights, over up to six shots, and after an edit. */
import { fixesFor } from '@ergon/core/mend/fixes';
import { buildRig, type Rig } from '@ergon/core/rig/rig';
import { simulate } from '@ergon/core/shot/simulate';
import { judge, shotsOf } from '@ergon/core/verdict/judge';
import { rejudge } from '@ergon/core/verdict/rejudge';
import { verdictOf } from '@ergon/core/verdict/verdict';
import type { Measure } from './measure.ts';
import { type BenchRig, FRAME_MS, rigOf, sixtyOver } from './rigs.ts';
import { time } from './time.ts';

const ofFrame = (ms: number): string => `${((100 * ms) / FRAME_MS).toFixed(1)} % of a display frame`;

function sized(lights: number): { fire: number; check: number; withFixes: number } {
  const { kit, look } = rigOf(lights);
  const rig = buildRig(kit, look);
  return {
    fire: time(() => simulate(rig, rig.bodies[0]!)),
    check: time(() => judge(buildRig(kit, look))),
    withFixes: time(() => {
      const judgement = judge(rig);
      for (const finding of judgement.findings) fixesFor(judgement, finding);
    }),
  };
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

/** A light's power is set to and fro. */
function editing({ kit, look }: BenchRig): () => void {
  const [id] = Object.keys(look.units).filter((unit) => unit.startsWith('made-'));
  const looks = [-2, -4].map((power) => ({ ...look, units: { ...look.units, [id!]: { ...look.units[id!], power } } }));
  let judgement = judge(buildRig(kit, look));
  let edits = 0;
  return () => void (judgement = rejudge(judgement, buildRig(kit, looks[edits++ % 2]!)));
}

function ofSixty(shots: number, one: number | null): { took: number; found: Measure } {
  const { kit, look } = sixtyOver(shots);
  const rig = buildRig(kit, look);
  const took = time(() => judge(buildRig(kit, look)));
  const naive = time(() => judgeOneByOne(rig));
  const said = `${took.toFixed(2)} ms, x${(took / (one ?? took)).toFixed(1)} of one shot, ${ofFrame(took)}; x${(naive / took).toFixed(0)} quicker than each light by itself`;
  return {
    took,
    found: { what: `60 lights over ${judge(rig).shots.length} shots judged`, value: took, unit: 'ms', said },
  };
}

export function part(short: boolean): Measure[] {
  const found: Measure[] = [];
  const small = sized(10);
  for (const lights of short ? [10, 60] : [10, 60, 600]) {
    const row = lights === 10 ? small : sized(lights);
    const one = (what: string, key: keyof typeof row) =>
      found.push({
        what: `${lights} lights ${what}`,
        value: row[key],
        unit: 'ms',
        said: `${row[key].toFixed(3)} ms, x${(row[key] / small[key]).toFixed(1)} of 10 lights (linear: x${lights / 10}), ${ofFrame(row[key])}`,
      });
    one('fired once', 'fire');
    one('judged', 'check');
    one('judged, with all fixes', 'withFixes');
  }
  let first: number | null = null;
  for (const shots of [1, 2, 6]) {
    const { took, found: measure } = ofSixty(shots, first);
    first ??= took;
    found.push(measure);
  }
  found.push({ what: '60 lights over 6 shots after an edit', value: time(editing(sixtyOver(6))), unit: 'ms' });
  return found;
}
