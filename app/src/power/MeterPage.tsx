import { agreementOf } from '@ergon/core/power/agreement';
import { cameraOf } from '@ergon/core/power/cameraDials';
import { type LightPower, lightPowers } from '@ergon/core/power/lightPower';
import type { Reading } from '@ergon/core/record/reading';
import { fieldOf } from '@ergon/core/words/settingWords';
import { agreementText } from '@ergon/core/words/powerWording';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Choice } from '../components/Choice';
import { Field } from '../components/Field';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { byLabel } from '../rig/byLabel';
import { type JudgedLook, useJudgedLook } from '../rig/judgedLook';
import { LineView, type LineViewOf, NoSuchLook, useLineView } from '../screens/LineView';
import { CameraDials } from './CameraDials';
import { MeasuredBlock } from './MeasuredBlock';
import { MeterFoot } from './MeterFoot';
import { ReadingList } from './ReadingList';
import { ALL, askedLights, nextAsked, readingOf, ROOM } from './metering';
import { useReadings } from './useReadings';
import { useReadingLog } from './useReadingLog';

/** Readings of a hand-held meter: the room, each light alone, all together. */
export function MeterPage() {
  const of = useLineView();
  const judged = useJudgedLook(of?.look.id);
  if (!of || !judged) return <NoSuchLook title="Meter" />;
  return <Meter key={of.look.id} of={of} judged={judged} />;
}

function Meter({ of, judged }: { of: LineViewOf; judged: JudgedLook }) {
  const { names } = useRig();
  const { judgement, look } = judged;
  const readings = useReadings(look.id);
  const powers = useMemo(() => {
    const order = byLabel(names);
    return lightPowers(judgement, readings).sort((a, b) => order(a.light.id, b.light.id));
  }, [judgement, readings, names]);
  const [asked, setAsked] = useState<string>(() =>
    readings.some(isOfRoom) ? (nextAsked(powers, readings, ROOM) ?? ROOM) : ROOM,
  );
  const [place, setPlace] = useState(readings[0]?.place ?? '');
  const log = useReadingLog(look.id);
  const body = cameraOf(judgement.rig);
  const camera = body && readingOf({ body, powers, asked, place });
  const save = (stops: number) => {
    log.add({ ...camera!, stops }, whatText(asked, names.unit));
    setAsked(nextAsked(powers, readings, asked) ?? ALL);
  };
  return (
    <LineView
      view="Power"
      title="Meter"
      subtitle={camera ? `${look.name} · meter at ISO ${camera.iso}, ${camera.shutter}` : look.name}
      of={of}
      footer={
        !of.readOnly &&
        camera && (
          <MeterFoot
            what={whatText(asked, names.unit)}
            asked={askedLights(powers, asked)}
            judged={judged}
            body={body}
            shutter={camera.shutter}
            onSave={save}
          />
        )
      }
    >
      {!camera && <NoCamera judged={judged} />}
      {camera && !of.readOnly && (
        <WhatIsMetered powers={powers} asked={asked} onAsk={setAsked} place={place} onPlace={setPlace} />
      )}
      <Agreements powers={powers} readings={readings} judged={judged} />
      <MeasuredBlock powers={powers} readings={readings} judged={judged} readOnly={of.readOnly} />
      <ReadingList readings={readings} onRemove={of.readOnly ? null : log.remove} />
    </LineView>
  );
}

interface WhatIsMeteredProps {
  powers: readonly LightPower[];
  asked: string;
  onAsk: (asked: string) => void;
  place: string;
  onPlace: (place: string) => void;
}

function WhatIsMetered({ powers, asked, onAsk, place, onPlace }: WhatIsMeteredProps) {
  const { names } = useRig();
  return (
    <>
      <Choice
        label="What is metered"
        options={[
          { value: ROOM, label: 'The room' },
          ...powers.map(({ light: { id } }) => ({ value: id, label: names.unit(id) })),
          { value: ALL, label: 'All lights' },
        ]}
        value={asked}
        onChoose={onAsk}
      />
      <Words tone="quiet">{howText(asked, names.unit)}</Words>
      <View style={styles.place}>
        <Field label="Where the meter is: face, background" value={place} onChangeText={onPlace} />
      </View>
    </>
  );
}

const isOfRoom = ({ lights }: Reading): boolean => Object.keys(lights).length === 0;

const whatText = (asked: string, unit: (id: string) => string): string =>
  asked === ROOM ? 'The room' : asked === ALL ? 'All' : unit(asked);

function howText(asked: string, unit: (id: string) => string): string {
  if (asked === ROOM) return 'All flashes off: the light that is there.';
  return asked === ALL ? 'All lights fire at once.' : `${unit(asked)} fires alone, the others off.`;
}

/** Without ISO and shutter a reading says nothing of the picture. */
function NoCamera({ judged }: { judged: JudgedLook }) {
  const { names } = useRig();
  const body = cameraOf(judged.judgement.rig);
  if (!body) return <Words>No camera of yours is in this look yet. Put one in on its lines.</Words>;
  const missing = (['iso', 'shutter'] as const).find((field) => body.settings[field] == null) ?? 'shutter';
  return (
    <>
      <Words>{`Set first: ${fieldOf({ unit: body.id, field: missing }, names)}.`}</Words>
      <CameraDials judged={judged} body={body} />
    </>
  );
}

interface AgreementsProps {
  powers: readonly LightPower[];
  readings: readonly Reading[];
  judged: JudgedLook;
}

/** Lights whose last two readings do not go with what was set between them. */
function Agreements({ powers, readings, judged }: AgreementsProps) {
  const { names } = useRig();
  const body = cameraOf(judged.judgement.rig);
  const found = powers.flatMap(({ light, train }) => (body && agreementOf({ light, body, train }, readings)) ?? []);
  return (
    <>
      {found.map((one) => (
        <Words key={one.light} tone={one.whys.length > 0 ? 'fault' : 'quiet'}>
          {agreementText(one, names)}
        </Words>
      ))}
    </>
  );
}

const styles = StyleSheet.create({
  place: { maxWidth: 480 },
});
