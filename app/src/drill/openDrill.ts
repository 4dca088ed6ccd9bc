/** The drill under way on this device: kept there with every step until it is ended, so that leaving costs nothing. */
import type { DrillStep, Staged } from '@ergon/core/record/drill';
import type { Kit } from '@ergon/core/rig/rig';
import { useState } from 'react';
import { keepDraft, readDraft } from '../offline/deviceDraft';
import { useRig } from '../rig/Rig';

export interface OpenDrill {
  staged: Staged;
  kit: Kit;
  steps: DrillStep[];
}

/** Made by this app in this shape or an older one, which is then no drill to go on with. */
const isOpenDrill = (value: unknown): value is OpenDrill =>
  typeof value === 'object' && value !== null && 'staged' in value && 'kit' in value && 'steps' in value;

export function useOpenDrill(): [OpenDrill | null, (next: OpenDrill | null) => void] {
  const { rig } = useRig();
  const key = rig ? `drill ${rig.crew.id} ${rig.member.id}` : null;
  const [held, hold] = useState<{ key: string; open: OpenDrill | null } | null>(null);
  const kept = (): OpenDrill | null => {
    const draft = key === null ? null : readDraft(key);
    return isOpenDrill(draft) ? draft : null;
  };
  if (key !== null && held?.key !== key) hold({ key, open: kept() });
  return [
    held?.key === key ? held.open : null,
    (open) => {
      if (key === null) return;
      keepDraft(key, open);
      hold({ key, open });
    },
  ];
}
