import { fixesFor, wantLessFor } from '@ergon/core/mend/fixes';
import { needFor } from '@ergon/core/mend/need';
import type { KitDocument } from '@ergon/core/record/kitDocument';
import type { Look } from '@ergon/core/record/look';
import { buildRig, indexKit } from '@ergon/core/rig/rig';
import type { Finding } from '@ergon/core/verdict/finding';
import { judge, type Judgement } from '@ergon/core/verdict/judge';
import type { TestFire } from '@ergon/core/record/testFire';
import { adviseUntested, readinessOf } from '@ergon/core/verdict/readiness';
import type { Verdict } from '@ergon/core/verdict/verdict';
import { findingText } from '@ergon/core/words/findingWording';
import type { Names } from '@ergon/core/words/settingWords';
import { changeLines, costText, namesOf, needText, whereText } from '@ergon/core/words/wording';
import { chosenLooks } from './chosenLooks.ts';
import { shotText } from './shotText.ts';

export interface CheckOptions {
  look?: string;
  json: boolean;
}

/** Judges looks and prints verdicts, findings and proven fixes. */
export function check(document: KitDocument, { look, json }: CheckOptions, say: (text: string) => void): number {
  const looks = chosenLooks(document, look);
  const kit = indexKit(document);
  const names = namesOf(kit, document.onAir);
  const judged = looks.map((one) => {
    const tests = document.tests.filter((test) => test.look === one.id);
    return { look: one, judgement: withUntested(judge(buildRig(kit, one, document.onAir)), tests) };
  });
  if (json) {
    const verdicts = judged.flatMap(({ look: { id }, judgement }) =>
      judgement.verdicts.map((verdict) => verdictJson(id, verdict)),
    );
    const findings = judged.flatMap(({ look: { id }, judgement }) =>
      judgement.findings.map((finding) => findingJson(id, judgement, finding, names)),
    );
    say(JSON.stringify({ verdicts, findings }, null, 2));
  } else {
    for (const one of judged) say(asText(one.look, one.judgement, names));
  }
  const serious = judged.some(({ judgement }) => judgement.findings.some((finding) => finding.severity !== 'A'));
  return serious ? 1 : 0;
}

/** What its test fires have not proven yet is said too. */
function withUntested(judgement: Judgement, tests: readonly TestFire[]): Judgement {
  const untested = adviseUntested(readinessOf(judgement, tests));
  return untested ? { ...judgement, findings: [...judgement.findings, untested] } : judgement;
}

const verdictJson = (look: string, { faults, unknown, ...verdict }: Verdict) => ({
  look,
  ...verdict,
  codes: faults.map((fault) => fault.code),
  unknown: unknown.map((ref) => `${ref.unit}.${ref.field}`),
});

function findingJson(look: string, judgement: Judgement, finding: Finding, names: Names) {
  const { what, why, evidence } = findingText(finding, names);
  const { code, severity, units, shots } = finding;
  return {
    look,
    code,
    severity,
    units,
    shots,
    what,
    why,
    evidence,
    fixes: fixesFor(judgement, finding),
    wantLess: wantLessFor(judgement, finding),
  };
}

function asText(look: Look, judgement: Judgement, names: Names): string {
  const lines = [`${look.name} (${look.id})`];
  for (const verdict of judgement.verdicts) {
    if (verdict.verdict === 'dark') continue;
    lines.push(
      `  ${shotText(verdict.shot, verdict.attitude, names)} · ${names.unit(verdict.unit)}: ${whereText(verdict, names)}`,
    );
  }
  for (const finding of judgement.findings) {
    const text = findingText(finding, names);
    lines.push(`  ${finding.severity} ${finding.code}: ${text.what} ${text.why}`);
    const fixes = fixesFor(judgement, finding);
    for (const fix of fixes)
      lines.push(`      ${changeLines(fix.changes, names).join('; ')} (${costText(fix, names)})`);
    const need = fixes.length === 0 && finding.severity !== 'A' ? needFor(judgement.rig, finding) : null;
    if (need) lines.push(`      ${needText(need)}`);
    for (const less of wantLessFor(judgement, finding))
      lines.push(`      or want less: ${changeLines(less.changes, names).join('; ')}`);
  }
  return `${lines.join('\n')}\n`;
}
