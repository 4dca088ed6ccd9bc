import { type Profile, radiosOf } from '@ergon/core/record/profile';
import type { QuestionContext } from '@ergon/core/describe/question';
import { useMemo } from 'react';
import { useRig } from '../rig/Rig';

/** Shoe systems and sockets as the crew already names them, the commonest first. */
function namedIn(profiles: Iterable<Profile>): Pick<QuestionContext, 'systems' | 'sockets'> {
  const systems = new Map<string, number>();
  const sockets = new Map<string, number>();
  const count = (map: Map<string, number>, name: string | null | undefined) => {
    if (name != null) map.set(name, (map.get(name) ?? 0) + 1);
  };
  for (const profile of profiles) {
    count(sockets, profile.syncSocket);
    count(systems, profile.kind === 'body' ? profile.shoe.system : profile.foot);
    if (profile.kind === 'trigger') count(systems, profile.topShoe);
  }
  const common = (map: Map<string, number>) => [...map].sort((a, b) => b[1] - a[1]).map(([name]) => name);
  return { systems: common(systems), sockets: common(sockets) };
}

export function useQuestionContext(archetype: string | null): QuestionContext {
  const { kit } = useRig();
  return useMemo(() => ({ families: kit.families, archetype, ...namedIn(kit.profiles.values()) }), [kit, archetype]);
}

/** "Plover master and remote", for a list. */
export const speaksText = (profile: Profile, families: QuestionContext['families']): string =>
  radiosOf(profile)
    .map((radio) => `${families.get(radio.family)?.name ?? radio.family} ${radio.roles.join(' and ')}`)
    .join(', ');
