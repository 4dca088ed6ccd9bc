import { netsOf } from '@ergon/core/propose/crewNets';
import { propose as proposeLooks } from '@ergon/core/propose/propose';
import type { WantedLight, Wish } from '@ergon/core/propose/wish';
import type { KitDocument } from '@ergon/core/record/kitDocument';
import { indexKit } from '@ergon/core/rig/rig';
import {
  controlSentence,
  fallbackText,
  lossTexts,
  missingText,
  sendersText,
  toldText,
} from '@ergon/core/words/proposalWording';
import { fieldOf } from '@ergon/core/words/settingWords';
import { namesOf } from '@ergon/core/words/wording';
import { Unusable } from './unusable.ts';

export interface ProposeOptions {
  lights?: string;
  bodies?: string;
  json: boolean;
}

/** Prints the best three looks the kit of a document could give for a wish. */
export function propose(document: KitDocument, options: ProposeOptions, say: (text: string) => void): number {
  const wish = wishOf(document, options);
  const kit = indexKit(document);
  const names = namesOf(kit);
  const { proposals, exact, missing, unrecorded } = proposeLooks(kit, wish);
  if (options.json) {
    const plain = proposals.map(({ spares, ...one }) => ({ ...one, spares: Object.fromEntries(spares) }));
    say(JSON.stringify({ proposals: plain, exact, missing, unrecorded }, null, 2));
    return proposals.length > 0 ? 0 : 1;
  }
  const modelName = (id: string) => {
    const profile = kit.profiles.get(id)!;
    return `${profile.maker} ${profile.model}`;
  };
  proposals.forEach((proposal, rank) => {
    say(`${rank + 1}. ${controlSentence(proposal)} ${sendersText(proposal, names)} Shutter ${proposal.shutter}.`);
    for (const light of proposal.lights) {
      const { purpose } = wish.lights[light.wanted]!;
      const fallback = fallbackText(light, proposal, names);
      say(
        `   ${purpose}: ${names.unit(light.unit)} ${toldText(light, proposal, names)}.${fallback ? ` ${fallback}` : ''}`,
      );
    }
    const losses = rank === 0 ? [] : lossTexts(proposal, proposals[0]!, wish);
    if (losses.length > 0) say(`   Against the first: ${losses.join('; ')}.`);
  });
  if (proposals.length === 0) {
    say('Nothing in the kit does this whole.');
    for (const one of missing) say(`  ${missingText(one, names, modelName)}`);
    for (const ref of unrecorded) say(`  Not recorded: ${fieldOf(ref, names)}.`);
  } else if (!exact) say('A good plan; the kit is too large to weigh every other.');
  return proposals.length > 0 ? 0 : 1;
}

function wishOf(document: KitDocument, { lights, bodies }: ProposeOptions): Wish {
  const wanted = (lights ?? '').split(',').map((text) => text.trim());
  if (wanted.some((text) => text === '')) throw new Unusable('--lights: name what each light is for: "key,fill,rim"');
  const known = document.units.filter(
    ({ profile }) => document.profiles.find(({ id }) => id === profile)?.kind === 'body',
  );
  const all = known.map(({ id }) => id);
  const chosen = bodies === undefined ? all.slice(0, 1) : bodies.split(',').map((text) => text.trim());
  const strange = chosen.find((id) => !all.includes(id));
  if (strange !== undefined)
    throw new Unusable(`--bodies: the file has no body "${strange}"; it has ${all.join(', ') || 'none'}`);
  return { bodies: chosen, lights: wanted.map(wantedLight), nets: netsOf(document, document.looks) };
}

/** "key", "key:metered", "front@body-1": what it is for, whether it meters, and the body it sits on. */
function wantedLight(text: string): WantedLight {
  const [, purpose, metered, body] = /^([^:@]+?)(:metered)?(?:@([a-z0-9-]+))?$/.exec(text) ?? [];
  if (purpose === undefined)
    throw new Unusable(`--lights: "${text}" is not written like key, key:metered or front@body-1`);
  return { purpose, metered: metered !== undefined, onBody: body ?? null };
}
