import { isAmiss, lightPowers } from '@ergon/core/power/lightPower';
import { evenly, planPowers } from '@ergon/core/power/powerPlan';
import type { KitDocument } from '@ergon/core/record/kitDocument';
import { buildRig, indexKit } from '@ergon/core/rig/rig';
import { judge } from '@ergon/core/verdict/judge';
import { givesText, levelText, planLines, powerNotes, setFromText } from '@ergon/core/words/powerWording';
import { namesOf } from '@ergon/core/words/wording';
import { chosenLooks } from './chosenLooks.ts';
import { Unusable } from './unusable.ts';

export interface PowerOptions {
  look: string;
  /** Lights to move, left out all; by so many stops, left out none. */
  lights?: string | undefined;
  by?: string | undefined;
  json: boolean;
}

/** Prints what every light of a look gives and who sets it, and what a change of power would take. @returns 1 where one fails. */
export function power(document: KitDocument, options: PowerOptions, say: (text: string) => void): number {
  const [look] = chosenLooks(document, options.look);
  const judgement = judge(buildRig(indexKit(document), look!, document.onAir));
  const readings = document.readings.filter((reading) => reading.look === look!.id);
  const powers = lightPowers(judgement, readings);
  const names = namesOf(document, document.onAir);
  const stops = stopsIn(options.by);
  const asked = askedLights(
    options.lights,
    powers.map(({ light }) => light.id),
  );
  const plan = stops === null ? null : planPowers(judgement, evenly(asked, stops));
  if (options.json) {
    const lights = powers.map(({ light, from, level, verdicts, ...rest }) => ({
      light: light.id,
      ...rest,
      from: from.kind === 'sender' ? { ...from, senders: from.senders.map(({ id }) => id) } : from,
      level: { stops: level.stops, reading: level.reading?.id ?? null, unknown: level.unknown },
      verdicts: verdicts.map(({ shot, attitude, verdict, stopsOff }) => ({ shot, attitude, verdict, stopsOff })),
    }));
    const { outcome, ...told } = plan ?? { outcome: null };
    const change = plan && { ...told, findings: outcome!.findings.map(({ id }) => id) };
    say(JSON.stringify({ look: look!.id, lights, plan: change }, null, 2));
  } else {
    say(look!.name);
    for (const one of powers) {
      say(`  ${one.light.unit.label}: ${givesText(one, names)}, ${setFromText(one.from, names)}`);
      for (const note of [levelText(one), ...powerNotes(one, names)]) if (note) say(`    ${note}`);
    }
    if (plan) {
      say(`  By ${options.by} stops:`);
      for (const line of planLines(plan, names)) say(`    ${line}`);
    }
  }
  return powers.some(isAmiss) ? 1 : 0;
}

function stopsIn(text: string | undefined): number | null {
  if (text === undefined) return null;
  const [, sign, above, below] = /^([+-]?)(\d+(?:\.\d+)?)(?:\/([1-9]\d*))?$/.exec(text) ?? [];
  if (above === undefined) throw new Unusable(`--by: "${text}" is no number of stops, such as -1/3 or 0.5`);
  return (sign === '-' ? -1 : 1) * (Number(above) / Number(below ?? 1));
}

function askedLights(text: string | undefined, known: readonly string[]): readonly string[] {
  if (text === undefined) return known;
  const asked = text.split(',').map((id) => id.trim());
  const lost = asked.find((id) => !known.includes(id));
  if (lost !== undefined) throw new Unusable(`--lights: the look has no light "${lost}"; it has ${known.join(', ')}`);
  return asked;
}
