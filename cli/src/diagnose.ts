import { type Diagnosis, diagnose as diagnosed } from '@ergon/core/diagnose/diagnosis';
import { Reality } from '@ergon/core/diagnose/reality';
import { foundBefore } from '@ergon/core/diagnose/ownLog';
import { checked } from '@ergon/core/record/fieldFault';
import { incidentSchema } from '@ergon/core/record/incidentSchema';
import type { KitDocument } from '@ergon/core/record/kitDocument';
import { buildRig, indexKit, type Rig } from '@ergon/core/rig/rig';
import {
  answerText,
  causeText,
  checkLines,
  clearedLines,
  laterText,
  shareText,
  swappedText,
  unexplainedText,
} from '@ergon/core/words/diagnosisWording';
import type { About } from '@ergon/core/words/faultWords';
import { namesOf } from '@ergon/core/words/wording';
import { readFileSync } from 'node:fs';
import { chosenLooks } from './chosenLooks.ts';
import { Unusable } from './unusable.ts';

const seenSchema = incidentSchema.pick({ look: true, seen: true, checks: true });
type Seen = ReturnType<typeof seenSchema.parse>;

/** Prints what may be the cause of what was seen, and what to check next. @returns 1 where no one cause is left. */
export function diagnose(
  document: KitDocument,
  { seen: file, json }: { seen: string; json: boolean },
  say: (text: string) => void,
): number {
  const seen = seenIn(file);
  const [look] = chosenLooks(document, seen.look);
  const rig = buildRig(indexKit(document), look!, document.onAir);
  mustBeThere(rig, seen, file);
  const diagnosis = diagnosed({
    reality: new Reality(rig),
    incident: seen,
    found: foundBefore(document.incidents),
  });
  say(json ? asJson(diagnosis) : asText(diagnosis, seen, { rig, names: namesOf(document, document.onAir) }));
  return diagnosis.causes.length === 1 || diagnosis.swapped !== null ? 0 : 1;
}

function seenIn(file: string): Seen {
  let input: unknown;
  try {
    input = JSON.parse(readFileSync(file, 'utf8'));
  } catch (error) {
    throw new Unusable(`--seen: ${file} cannot be used: ${(error as Error).message}`);
  }
  const read = checked(seenSchema, input);
  if (read.faults)
    throw new Unusable(read.faults.map(({ path, message }) => `--seen: ${file}: ${path} ${message}`).join('\n'));
  return read.data;
}

function mustBeThere(rig: Rig, { seen }: Seen, file: string): void {
  const lights = new Set(rig.lights.map(({ id }) => id));
  const bodies = new Set(rig.bodies.map(({ id }) => id));
  seen.forEach(({ light, body }, index) => {
    const lost = !lights.has(light)
      ? (['light', light, lights] as const)
      : !bodies.has(body)
        ? (['body', body, bodies] as const)
        : null;
    if (!lost) return;
    const [field, id, known] = lost;
    throw new Unusable(`--seen: ${file}: seen[${index}].${field} names "${id}"; the look has ${[...known].join(', ')}`);
  });
}

/** So many causes are printed: the likeliest. */
const AT_ONCE = 12;

function asJson({ causes, ...rest }: Diagnosis): string {
  const told = causes.map(({ faults, share }) => ({
    share,
    faults: faults.map(({ unit, field, to }) => ({ unit, field, to })),
  }));
  return JSON.stringify({ causes: told, ...rest }, null, 2);
}

function asText(diagnosis: Diagnosis, seen: Seen, about: About): string {
  const { next, cure, causes } = diagnosis;
  const notes = [unexplainedText(diagnosis, seen, about), laterText(diagnosis, seen, about)];
  return [
    ...notes.filter((note) => note !== null),
    ...(diagnosis.swapped === null ? [] : [swappedText(diagnosis.swapped, about)]),
    ...causes.slice(0, AT_ONCE).map((cause) => `${shareText(cause.share)}: ${causeText(cause, about)}`),
    ...(causes.length > AT_ONCE ? [`and ${causes.length - AT_ONCE} less likely`] : []),
    ...clearedLines(diagnosis, seen, about),
    ...(next
      ? [
          `Next (${next.seconds} s): ${checkLines(next.check, about).join(' ')}`,
          ...next.answers.map((answer) => `  - ${answerText(next.check, answer, about)}`),
        ]
      : []),
    ...(cure ? [`Cure: ${checkLines(cure.check, about).join(' ')}`] : []),
  ].join('\n');
}
