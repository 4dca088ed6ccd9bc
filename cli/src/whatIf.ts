import type { Change } from '@ergon/core/record/change';
import { checked } from '@ergon/core/record/fieldFault';
import type { KitDocument } from '@ergon/core/record/kitDocument';
import { didYouMean } from '@ergon/core/record/nearestWord';
import { settingsSchema } from '@ergon/core/record/lookSchema';
import { readSetting, type SettingPath, type SettingValue, withSetting } from '@ergon/core/record/settings';
import { buildRig, indexKit, type Rig } from '@ergon/core/rig/rig';
import { judge } from '@ergon/core/verdict/judge';
import { whatIf as tryOut } from '@ergon/core/verdict/whatIf';
import { findingText } from '@ergon/core/words/findingWording';
import { changeText, namesOf, verdictText } from '@ergon/core/words/wording';
import { whatIfSentence } from '@ergon/core/words/workWording';
import { chosenLooks } from './chosenLooks.ts';
import { Unusable } from './unusable.ts';

export interface WhatIfOptions {
  look?: string;
  set: readonly string[];
  json: boolean;
}

/** Prints what changes would do to each look that has their units, and changes nothing. */
export function whatIf(document: KitDocument, { look, set, json }: WhatIfOptions, say: (text: string) => void): number {
  if (set.length === 0) throw new Unusable('--set: say what to change, such as --set light-6.channel=7');
  const kit = indexKit(document);
  const names = namesOf(kit, document.onAir);
  const results = chosenLooks(document, look).map((one) => {
    const rig = buildRig(kit, one, document.onAir);
    const changes = set.map((text) => changeOf(text, rig, look));
    const real = changes.filter((change) => change !== null);
    return { look: one, changes: real, result: tryOut(judge(rig), real) };
  });
  const told = results.filter(({ changes }) => changes.length > 0);
  if (told.length === 0)
    throw new Unusable(
      `--set: no look has the unit of ${set.join(' or ')}; there are ${[...kit.units.keys()].join(', ')}`,
    );
  if (json) {
    const plain = told.map(({ look: { id }, changes, result: { after: _after, ...rest } }) => ({
      look: id,
      changes,
      ...rest,
    }));
    say(JSON.stringify(plain, null, 2));
  } else {
    for (const { look: one, changes, result } of told) {
      say(`${one.name} (${one.id}): ${changes.map((change) => changeText(change, names)).join(', ')}`);
      say(`  ${whatIfSentence(result, names)}`);
      for (const { light, shot, before, after } of [...result.breaks, ...result.mends, ...result.clouds])
        say(
          `  ${names.unit(shot)} · ${names.unit(light)}: ${before ? verdictText(before) : 'in no shot'}, then ${after ? verdictText(after) : 'in no shot'}`,
        );
      for (const finding of result.findings)
        say(`  ${finding.severity} ${finding.code}: ${findingText(finding, names).why}`);
    }
  }
  return told.some(({ result }) => result.breaks.length > 0) ? 1 : 0;
}

/** `unit.setting=value`, the value as JSON or as a plain word; null when this look has no such unit. */
function changeOf(text: string, rig: Rig, look: string | undefined): Change | null {
  const match = /^([a-z0-9-]+)\.([A-Za-z.]+)=(.*)$/.exec(text);
  if (!match) throw new Unusable(`--set: "${text}" is not unit.setting=value`);
  const [, unit, setting, written] = match as unknown as [string, string, string, string];
  const placed = rig.placed.get(unit);
  if (!placed) {
    if (look !== undefined) throw new Unusable(`--set: the look has no ${unitText(unit, [...rig.placed.keys()])}`);
    return null;
  }
  // Whatever was typed: the schema says whether there is such a setting and whether it may be that.
  const path = setting as SettingPath;
  const to = valueOf(written) as SettingValue;
  const { faults = [] } = checked(settingsSchema, withSetting(placed.settings, path, to));
  if (faults.length > 0)
    throw new Unusable(faults.map((fault) => `--set: ${unit}.${fault.path} ${fault.message}`).join('\n'));
  return { unit, setting: path, from: readSetting(placed.settings, path), to };
}

const unitText = (unit: string, known: readonly string[]): string =>
  `unit "${unit}"${didYouMean(unit, known) || '.'} It has ${known.join(', ')}`;

function valueOf(written: string): unknown {
  try {
    return JSON.parse(written) as unknown;
  } catch {
    return written;
  }
}
