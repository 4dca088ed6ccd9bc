import { Play } from '@ergon/core/drill/play';
import { faultsOf } from '@ergon/core/drill/staging';
import { buildRig, indexKit } from '@ergon/core/rig/rig';
import { drillTitle } from '@ergon/core/words/drillWording';
import type { About } from '@ergon/core/words/faultWords';
import { namesOf } from '@ergon/core/words/wording';
import { useRouter } from 'expo-router';
import { useMemo } from 'react';
import { Button } from '../components/Button';
import { Page } from '../components/Page';
import { Words } from '../components/Words';
import { type OpenDrill, useOpenDrill } from './openDrill';
import { PlaySheet } from './PlaySheet';
import { ToDrills } from './ToDrills';
import { useDrillLog } from './useDrillLog';

/** The drill under way: gear that is only made up, with something wrong in it. */
export function PlayPage() {
  const [open, keep] = useOpenDrill();
  if (open) return <OpenSheet open={open} keep={keep} />;
  return (
    <Page title="Drill">
      <Words>No drill is under way on this device.</Words>
      <ToDrills label="Choose a drill" />
    </Page>
  );
}

interface OpenSheetProps {
  open: OpenDrill;
  keep: (next: OpenDrill | null) => void;
}

function OpenSheet({ open, keep }: OpenSheetProps) {
  const router = useRouter();
  const log = useDrillLog();
  const { staged, kit, steps } = open;
  const { about, faults } = useMemo(() => {
    const index = indexKit(kit);
    const rig = buildRig(index, staged.look);
    const words: About = { rig, names: namesOf(index) };
    return { about: words, faults: faultsOf(rig, staged.hidden) };
  }, [kit, staged]);
  const play = useMemo(() => faults && new Play(about.rig, faults, steps), [about, faults, steps]);
  if (!play || !faults)
    return (
      <Page title="Drill" subtitle={drillTitle(staged)}>
        <Words>This drill was made by another version of the app and cannot be gone on with.</Words>
        <Button label="Drop it" onPress={() => keep(null)} />
      </Page>
    );
  const end = (all: OpenDrill, { seconds, isSolved }: Play) => {
    const id = log.end(all, { took: { seconds, steps: all.steps.length }, solved: isSolved });
    keep(null);
    router.replace({ pathname: '/drills/[drill]', params: { drill: id } });
  };
  return (
    <PlaySheet
      staged={staged}
      play={play}
      about={about}
      onStep={(step) => {
        const all = { ...open, steps: [...steps, step] };
        const next = new Play(about.rig, faults, all.steps);
        if (next.isSolved) end(all, next);
        else keep(all);
      }}
      onGiveUp={() => end(open, play)}
    />
  );
}
