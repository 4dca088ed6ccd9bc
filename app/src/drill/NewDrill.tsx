import type { Incident } from '@ergon/core/record/incident';
import type { Kit } from '@ergon/core/rig/rig';
import { incidentText } from '@ergon/core/words/diagnosisWording';
import { buildRig } from '@ergon/core/rig/rig';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { space } from '../theme/tokens';
import { startStageDrill } from '../workers/startWorkers';
import type { Made, StageRequest, StageResult } from '../workers/stageDrill.worker';
import { useWorker } from '../workers/useWorker';
import { Brief } from './Brief';
import { DrillFields, type Wanted } from './DrillFields';
import { someWord } from './someWord';
import { tens } from '../workers/tens';

/** Whose gear, how hard, and the word it is drawn by; or something that went wrong before. */
export function NewDrill({ onBegin }: { onBegin: (made: Made) => void }) {
  const { rig } = useRig();
  const [wanted, want] = useState<Wanted>(() => ({ look: null, level: 1, word: someWord() }));
  const [request, setRequest] = useState<StageRequest | null>(null);
  const working = useWorker<StageRequest, number, StageResult>(startStageDrill, request);
  const { level, word } = wanted;
  const look = rig?.looks.find(({ id }) => id === wanted.look) ?? null;
  const ask = (asked: Asked) => setRequest(requestFor(asked, rig));
  return (
    <View style={styles.box}>
      <Words as="heading" level={2}>
        A new drill
      </Words>
      <DrillFields wanted={wanted} onWant={want} />
      {request === null || working.result ? (
        <View style={styles.act}>
          <Button
            kind={working.result ? 'plain' : 'act'}
            label="Make the drill"
            disabled={word.trim() === ''}
            onPress={() => ask({ level, seed: word.trim(), look })}
          />
        </View>
      ) : (
        <Making {...working} onDrop={() => setRequest(null)} />
      )}
      {working.result && <Brief result={working.result} onBegin={onBegin} />}
      <Before onChoose={(incident) => ask({ incident })} />
    </View>
  );
}

type Asked = { level: number; seed: string; look: Look | null } | { incident: Incident };
type Rig = NonNullable<ReturnType<typeof useRig>['rig']>;
type Look = Rig['looks'][number];

function requestFor(asked: Asked, rig: Rig | null): StageRequest | null {
  if (!('incident' in asked) && asked.look === null)
    return { source: 'practice', level: asked.level, seed: asked.seed };
  if (!rig) return null;
  const kit: Kit = { families: [...rig.families], profiles: [...rig.profiles], units: [...rig.units] };
  if (!('incident' in asked)) return { source: 'look', level: asked.level, seed: asked.seed, kit, look: asked.look! };
  const look = rig.looks.find(({ id }) => id === asked.incident.look);
  return look ? { source: 'incident', incident: asked.incident, kit, look } : null;
}

function Making({ progress, onDrop }: { progress: number | null; onDrop: () => void }) {
  return (
    <View style={styles.making}>
      <Words live>{`Hiding something: ${tens(progress)} %`}</Words>
      <Button kind="quiet" label="Stop" onPress={onDrop} />
    </View>
  );
}

/** What went wrong before and was found. */
function Before({ onChoose }: { onChoose: (incident: Incident) => void }) {
  const { rig, kit, names } = useRig();
  const found = (rig?.incidents ?? []).filter(({ ended }) => ended?.proven === true && ended.cause.length > 0);
  if (found.length === 0) return null;
  return (
    <View style={styles.before}>
      <Words as="heading" level={2}>
        Or what went wrong before
      </Words>
      {found.map((incident) => {
        const look = rig!.looks.find(({ id }) => id === incident.look);
        if (!look) return null;
        const { what } = incidentText(incident, { rig: buildRig(kit, look), names }, Date.parse);
        return <Button key={incident.id} label={what} detail={look.name} onPress={() => onChoose(incident)} />;
      })}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.base, maxWidth: 620 },
  act: { maxWidth: 360 },
  making: { flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between', gap: space.base },
  before: { gap: space.small, maxWidth: 360 },
});
