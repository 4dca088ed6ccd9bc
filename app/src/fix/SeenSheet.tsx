import type { Sighting } from '@ergon/core/record/incident';
import type { Symptom } from '@ergon/core/record/incidentTerms';
import { SYMPTOMS } from '@ergon/core/record/incidentTerms';
import type { Shot } from '@ergon/core/shot/lightRun';
import { isMeantFor } from '@ergon/core/rig/meantFor';
import type { Light, Rig } from '@ergon/core/rig/rig';
import { SYMPTOM_NAMES } from '@ergon/core/words/diagnosisWording';
import { type ReactNode, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Choice } from '../components/Choice';
import { Page } from '../components/Page';
import { useWide } from '../components/useWide';
import { Words } from '../components/Words';
import { byLabel } from '../rig/byLabel';
import { useRig } from '../rig/Rig';
import { ToDrills } from '../drill/ToDrills';
import type { JudgedLook } from '../rig/judgedLook';
import { StandinButton } from '../prove/StandinButton';
import { useStandinSeen } from '../prove/useStandin';
import { ShotChoice, shotOf } from '../screens/LookPage';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { IncidentLog } from './IncidentLog';
import { ToLoss } from './ToLoss';
import type { useIncident } from './useIncident';

interface SeenSheetProps {
  judged: JudgedLook;
  shot: Shot;
  incidents: ReturnType<typeof useIncident>;
  place: { before: ReactNode };
  /** A light that is dark to begin with. */
  marked: string | undefined;
  onBegun: () => void;
}

type Saw = Readonly<Record<string, Symptom>>;

/** What somebody saw of each light in one press; only what is wrong need be said. */
export function SeenSheet({ judged, shot: firstShot, incidents, place, marked, onBegun }: SeenSheetProps) {
  const { names } = useRig();
  const wide = useWide();
  const { rig, shots } = judged.judgement;
  const [chosen, choose] = useState<string | null>(null);
  const [saw, setSaw] = useState<Saw>(marked !== undefined && isLight(rig, marked) ? { [marked]: 'dark' } : {});
  const shot = shotOf(shots, chosen) ?? firstShot;
  const ask = useStandinSeen(rig, shot, setSaw);
  const order = byLabel(names);
  const lights = rig.lights.filter(({ id }) => !rig.strangers.has(id)).sort((a, b) => order(a.id, b.id));
  const begin = (others: boolean) => {
    onBegun();
    incidents.begin(sightingsOf(lights, shot, saw, others ? rig : null));
  };
  const isWrong = Object.values(saw).some((symptom) => symptom !== 'fires');
  return (
    <Page
      title="What did you see?"
      subtitle={judged.look.name}
      {...place}
      footer={
        isWrong && (
          <View style={[styles.foot, wide && styles.footWide]}>
            <Button kind="act" label="Find it" detail="all the others did as meant" onPress={() => begin(true)} />
            <Button kind="plain" label="Find it" detail="I did not look at the others" onPress={() => begin(false)} />
          </View>
        )
      }
    >
      <ShotChoice judged={judged} shot={shot} onChoose={choose} />
      <View style={styles.standin}>
        <StandinButton ask={ask} />
      </View>
      <Words tone="quiet">Say what was not as meant. The rest can be said at the end.</Words>
      {lights.length === 0 && <Words>No light is in this look yet.</Words>}
      <View style={styles.rows}>
        {lights.map((light) => (
          <SeenRow
            key={light.id}
            light={light}
            saw={saw[light.id] ?? null}
            onSee={(symptom) => setSaw({ ...saw, [light.id]: symptom })}
          />
        ))}
      </View>
      <IncidentLog judged={judged} incidents={incidents} />
      <ToLoss judged={judged} />
      <ToDrills detail="practise on a quiet evening" />
    </Page>
  );
}

const isLight = (rig: Rig, id: string): boolean => rig.lights.some((light) => light.id === id);

/** @param rig where all that nobody marked did as meant; null leaves it unsaid. */
function sightingsOf(lights: readonly Light[], { body, attitude }: Shot, saw: Saw, rig: Rig | null): Sighting[] {
  return lights.flatMap((light): Sighting[] => {
    const marked = saw[light.id];
    const meant = rig && isMeantFor(rig, light, body);
    const symptom = marked ?? (meant === true ? 'fires' : meant === false ? 'dark' : null);
    return symptom === null ? [] : [{ light: light.id, body: body.id, attitude, saw: symptom }];
  });
}

const QUICK: readonly Symptom[] = ['fires', 'dark'];

function SeenRow({ light, saw, onSee }: { light: Light; saw: Symptom | null; onSee: (saw: Symptom) => void }) {
  const { names } = useRig();
  const colours = useColours();
  const [more, setMore] = useState(false);
  const name = names.unit(light.id);
  const shown = SYMPTOMS.filter((symptom) => more || QUICK.includes(symptom) || symptom === saw);
  return (
    <View style={[styles.row, { borderColor: colours.rule }]}>
      <View style={styles.name}>
        <Words as="strong">{name}</Words>
        {light.settings.purpose != null && (
          <Words as="small" tone="quiet">
            {light.settings.purpose}
          </Words>
        )}
      </View>
      <View style={more ? styles.all : undefined}>
        <Choice
          label={name}
          options={shown.map((value) => ({ value, label: SYMPTOM_NAMES[value] }))}
          value={saw}
          onChoose={onSee}
        />
      </View>
      {!more && <Button kind="quiet" label="More" hint={name} onPress={() => setMore(true)} />}
    </View>
  );
}

const styles = StyleSheet.create({
  rows: { maxWidth: 620 },
  row: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    gap: space.small,
    paddingVertical: space.small,
    borderTopWidth: 1,
  },
  name: { flexGrow: 1, flexBasis: 96 },
  all: { width: '100%' },
  foot: { gap: space.small, maxWidth: 360 },
  footWide: { flexDirection: 'row', maxWidth: 720 },
  standin: { alignItems: 'flex-start' },
});
