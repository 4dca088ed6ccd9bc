import { stopsLabel } from '@ergon/core/measure/stops';
import type { KitDocument } from '@ergon/core/record/kitDocument';
import { buildRig, indexKit } from '@ergon/core/rig/rig';
import { simulate } from '@ergon/core/shot/simulate';
import type { TimelineEvent } from '@ergon/core/shot/timeline';
import { shotsOf } from '@ergon/core/verdict/judge';
import { isFailing, verdictOf } from '@ergon/core/verdict/verdict';
import type { Names } from '@ergon/core/words/settingWords';
import { namesOf, verdictText } from '@ergon/core/words/wording';
import { looksOf } from './chosenLooks.ts';
import { shotText } from './shotText.ts';
import { Unusable } from './unusable.ts';

export interface FireOptions {
  look: string;
  body?: string;
  json: boolean;
}

/** Presses one shutter of a look, or each in turn, in each way it is held, and prints the time line. */
export function fire(
  document: KitDocument,
  { look: id, body, json }: FireOptions,
  say: (text: string) => void,
): number {
  const look = document.looks.find((one) => one.id === id);
  if (!look) throw new Unusable(`--look: the file has no look "${id}"; it has ${looksOf(document)}`);
  const kit = indexKit(document);
  const names = namesOf(kit, document.onAir);
  const rig = buildRig(kit, look, document.onAir);
  const wanted = shotsOf(rig).filter((one) => body === undefined || one.body.id === body);
  if (wanted.length === 0) {
    throw new Unusable(
      `--body: the look has ${body === undefined ? 'no body' : `no body "${body}"`}; it has ${rig.bodies.map((one) => one.id).join(', ') || 'none'}`,
    );
  }
  const shots = wanted.map((one) => {
    const shot = simulate(rig, one.body, { attitude: one.attitude });
    const ours = [...shot.runs.values()].filter((run) => !rig.strangers.has(run.light.id));
    return { shot, verdicts: ours.map((run) => verdictOf(rig, shot, run)) };
  });
  if (json) {
    say(
      JSON.stringify(
        shots.map(({ shot, verdicts }) => ({
          body: shot.body.id,
          attitude: shot.attitude,
          timeline: shot.timeline,
          verdicts: verdicts.map(({ unit, verdict, atUs }) => ({ unit, verdict, atUs })),
        })),
        null,
        2,
      ),
    );
  } else {
    for (const { shot, verdicts } of shots) {
      say(shotText(shot.body.id, shot.attitude, names));
      for (const event of shot.timeline) say(`  ${event.atUs.toFixed(0).padStart(8)} us  ${eventText(event, names)}`);
      for (const verdict of verdicts)
        if (verdict.verdict !== 'dark') say(`  ${names.unit(verdict.unit)}: ${verdictText(verdict)}`);
    }
  }
  return shots.some(({ verdicts }) => verdicts.some(isFailing)) ? 1 : 0;
}

function eventText(event: TimelineEvent, names: Names): string {
  const who = names.unit(event.unit);
  const perhaps = event.possible ? ' perhaps' : '';
  switch (event.kind) {
    case 'curtain-opens':
      return `${who} first curtain starts`;
    case 'contact':
      return `${who} closes its contact${perhaps}`;
    case 'frame-sent':
      return `${who} sends${perhaps}`;
    case 'pulse':
      return pulseText(event, names);
    case 'pulse-ignored':
      return `${who} lets the pulse of ${names.unit(event.cause!)} pass`;
    case 'curtain-closes':
      return `${who} second curtain is home`;
    case 'ready':
      return `${who} is charged again${perhaps}`;
  }
}

function pulseText(event: TimelineEvent, names: Names): string {
  const who = `${names.unit(event.unit)}${event.possible ? ' perhaps' : ''}`;
  if (event.pulse === 'burst') return `${who} speaks in coded light`;
  if (event.pulse === 'red-eye') return `${who} flashes against red eyes`;
  const power = event.power === undefined ? '' : ` at ${stopsLabel(event.power)}`;
  const pops = event.pops === undefined ? '' : `, ${event.pops} pops`;
  // A pop-up is set off by nothing but its own body.
  const by = event.cause === undefined ? '' : `, set off by ${names.unit(event.cause)}`;
  const share = event.chance == null ? '' : `, in about ${Math.round(100 * event.chance)} of 100 shots`;
  return `${who} ${event.pulse === 'pre' ? 'meters' : 'fires'}${power}${pops}${share}${by}`;
}
