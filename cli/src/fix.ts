import { leastWork } from '@ergon/core/mend/leastWork';
import type { KitDocument } from '@ergon/core/record/kitDocument';
import { buildRig, indexKit } from '@ergon/core/rig/rig';
import { changeLines, namesOf } from '@ergon/core/words/wording';
import { boundText, lookUpLines, needLines, visitsOf, workSentence } from '@ergon/core/words/workWording';
import { durationText } from '@ergon/core/words/saying';
import { chosenLooks } from './chosenLooks.ts';

export interface FixOptions {
  look?: string;
  atCamera: boolean;
  seconds?: number;
  json: boolean;
}

/** Prints the least work for each look. */
export function fix(document: KitDocument, options: FixOptions, say: (text: string) => void): number {
  const kit = indexKit(document);
  const names = namesOf(kit, document.onAir);
  const plans = chosenLooks(document, options.look).map((look) => {
    const rig = buildRig(kit, look, document.onAir);
    const { atCamera, seconds } = options;
    return { look, rig, work: leastWork(rig, { atCamera, ...(seconds !== undefined && { seconds }) }) };
  });
  if (options.json) {
    say(
      JSON.stringify(
        plans.map(({ look, work }) => ({ look: look.id, ...work })),
        null,
        2,
      ),
    );
  } else {
    for (const { look, rig, work } of plans) {
      say(`${look.name} (${look.id}): ${workSentence(work, names)}`);
      if (work.changes.length > 0) say(`  ${boundText(work, options.seconds !== undefined)}`);
      for (const stop of visitsOf(rig, work)) {
        const walk =
          stop.walkSeconds === null
            ? ', walk not measured'
            : stop.walkSeconds > 0
              ? `, ${durationText(stop.walkSeconds)} walk`
              : '';
        say(stop.unit === null ? '  At the camera' : `  At ${names.unit(stop.unit)}${walk}`);
        for (const line of changeLines(stop.changes, names)) say(`    ${line}`);
      }
      for (const line of needLines(work, names)) say(`  ${line}`);
      if (work.wants.length > 0) say('  Or want less');
      for (const { changes } of work.wants) say(`    ${changeLines(changes, names).join('; ')}`);
      const lines = lookUpLines(work, names);
      if (lines.length > 0) say('  To look up');
      for (const line of lines) say(`    ${line}`);
    }
  }
  return plans.some(({ work }) => work.left.length > 0 || work.lookUp.lights.length > 0) ? 1 : 0;
}
