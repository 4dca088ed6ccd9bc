import { apertures } from '@ergon/core/exposure/aperture';
import { balanceChanges, balanceOf, balanceTask, type Wanted } from '@ergon/core/power/balanceTask';
import type { KitDocument } from '@ergon/core/record/kitDocument';
import { buildRig, indexKit } from '@ergon/core/rig/rig';
import { judge } from '@ergon/core/verdict/judge';
import { balanceSentence, leftOutText, partText, roomOpenText, totalText } from '@ergon/core/words/balanceWording';
import { planLines } from '@ergon/core/words/powerWording';
import { enumerated, fieldOf } from '@ergon/core/words/settingWords';
import { namesOf } from '@ergon/core/words/wording';
import { chosenLooks } from './chosenLooks.ts';
import { Unusable } from './unusable.ts';

export interface BalanceOptions {
  look: string;
  aperture?: string | undefined;
  /** How far the room is wanted below or above, in stops. */
  room?: string | undefined;
  json: boolean;
}

/** Prints the powers with which every light reads what it is aimed at. @returns 1 where nothing makes it fit. */
export function balance(document: KitDocument, options: BalanceOptions, say: (text: string) => void): number {
  const [look] = chosenLooks(document, options.look);
  const names = namesOf(document, document.onAir);
  const judgement = judge(buildRig(indexKit(document), look!, document.onAir));
  const readings = document.readings.filter((reading) => reading.look === look!.id);
  const wanted = wantedOf(options);
  const of = balanceTask(judgement, readings, wanted);
  if (of.task === null) {
    const missing = enumerated(of.unknown.map((ref) => fieldOf(ref, names)));
    throw new Unusable(`--look: ${look!.name} cannot be balanced before ${missing || 'a body of ours'} is recorded`);
  }
  const plan = balanceOf(of);
  const change = plan && balanceChanges(judgement, of, plan, wanted);
  if (options.json) {
    const parts = plan?.parts.map(({ part, ...rest }) => ({ lights: part.lights, aim: part.aim, ...rest }));
    const changes = change?.changes ?? [];
    say(
      JSON.stringify(
        { look: look!.id, plan: plan && { ...plan, parts }, changes, leftOut: of.open, roomOpen: of.roomOpen },
        null,
        2,
      ),
    );
    return plan ? 0 : 1;
  }
  say(`${look!.name}: ${balanceSentence(plan, of, names)}`);
  for (const part of plan?.parts ?? []) say(`  ${partText(part, names)}`);
  if (plan && plan.parts.length > 0) say(`  ${totalText(plan)}`);
  for (const line of change ? planLines(change, names) : []) say(`  ${line}`);
  if (of.roomOpen) say(`  ${roomOpenText(of)}`);
  for (const one of of.open) say(`  Left out: ${leftOutText(one, names)}`);
  return plan ? 0 : 1;
}

function wantedOf({ aperture, room }: BalanceOptions): Wanted {
  const level = room === undefined ? undefined : Number(room);
  if (level !== undefined && !Number.isFinite(level)) throw new Unusable(`--room: "${room}" is no number of stops`);
  if (aperture === undefined) return { room: level };
  const number = Number(aperture.replace(/^f\//i, ''));
  try {
    apertures.stopsOf(number);
  } catch {
    throw new Unusable(`--aperture: "${aperture}" is on no lens: ${apertures.thirds.join(', ')}`);
  }
  return { aperture: number, room: level };
}
