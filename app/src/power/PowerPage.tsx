import { apertures } from '@ergon/core/exposure/aperture';
import { dialling } from '@ergon/core/operation/dialling';
import { settingEdits } from '@ergon/core/operation/editsOf';
import { cameraOf } from '@ergon/core/power/cameraDials';
import { type LightPower, lightPowers } from '@ergon/core/power/lightPower';
import { motionOf } from '@ergon/core/power/motion';
import type { PowerPlan } from '@ergon/core/power/powerPlan';
import { roomLevel } from '@ergon/core/power/room';
import type { Reading } from '@ergon/core/record/reading';
import type { Body } from '@ergon/core/rig/rig';
import { levelText, motionText } from '@ergon/core/words/powerWording';
import { listed, settingValue } from '@ergon/core/words/settingWords';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Choice } from '../components/Choice';
import { Words } from '../components/Words';
import { FieldList } from '../editing/FieldList';
import { brightnessFields } from '../editing/lampFields';
import { useEdit } from '../editing/editing';
import { useRig } from '../rig/Rig';
import { byLabel } from '../rig/byLabel';
import { type JudgedLook, useJudgedLook } from '../rig/judgedLook';
import { LineView, type LineViewOf, NoSuchLook, useLineView } from '../screens/LineView';
import { space } from '../theme/tokens';
import { BalanceBlock } from './BalanceBlock';
import { CameraDials } from './CameraDials';
import { ChosenLights } from './ChosenLights';
import { FooledBy } from './FooledBy';
import { FreezeButton } from './FreezeButton';
import { HighSpeedCost } from './HighSpeedCost';
import { LightWishes } from './LightWishes';
import { PowerFoot } from './PowerFoot';
import { NAME_WIDTH, OPEN_WIDTH, PowerRow, VALUE_WIDTH } from './PowerRow';
import { ScaleHead } from './PowerScale';
import { axisOf, isDialledOtherwise, type Measure } from './scaleLayout';
import { usePowerTrial } from './usePowerTrial';
import { useReadings } from './useReadings';

/** Power and mode of every light of a look, and from where they are set. */
export function PowerPage() {
  const of = useLineView();
  const judged = useJudgedLook(of?.look.id);
  if (!of || !judged) return <NoSuchLook title="Power" />;
  return <Power key={of.look.id} of={of} judged={judged} />;
}

function Power({ of, judged }: { of: LineViewOf; judged: JudgedLook }) {
  const { names } = useRig();
  const edit = useEdit();
  const { judgement, look } = judged;
  const readings = useReadings(look.id);
  const powers = useMemo(() => sorted(lightPowers(judgement, readings), byLabel(names)), [judgement, readings, names]);
  const trial = usePowerTrial(judgement, powers);
  const { chosen } = trial;
  const who = chosen.length === 0 ? 'All lights' : listed(chosen, names);
  const body = cameraOf(judged.judgement.rig);
  const set = () => {
    edit(look.id, trial.plan!.changes, `${who} ${trial.what}`);
    trial.drop();
  };
  return (
    <LineView
      view="Power"
      title="Power"
      subtitle={[look.name, body && cameraText(body, names)].filter(Boolean).join(' · ')}
      of={of}
      footer={!of.readOnly && powers.length > 0 && <PowerFoot look={look.id} who={who} trial={trial} onSet={set} />}
    >
      {powers.length === 0 && <Words>No light is in this look yet. Put some in on its lines.</Words>}
      {powers.length > 0 && (
        <Ladder
          of={of}
          judged={judged}
          powers={powers}
          readings={readings}
          plan={trial.plan}
          chosen={chosen}
          onChoose={trial.choose}
        />
      )}
      {chosen.length > 0 && !of.readOnly && (
        <ChosenLights
          judged={judged}
          powers={powers.filter(({ light }) => chosen.includes(light.id))}
          mode={trial.mode}
          onMode={trial.tryMode}
        />
      )}
      {powers.length > 0 && <BalanceBlock judged={judged} readings={readings} readOnly={of.readOnly} />}
      {body && powers.length > 0 && !of.readOnly && <LightWishes judged={judged} body={body} readings={readings} />}
      {body && !of.readOnly && <CameraDials judged={judged} body={body} />}
    </LineView>
  );
}

interface LadderProps {
  of: LineViewOf;
  judged: JudgedLook;
  powers: readonly LightPower[];
  readings: readonly Reading[];
  plan: PowerPlan | null;
  chosen: readonly string[];
  onChoose: (lights: readonly string[]) => void;
}

function Ladder({ of, judged, powers, readings, plan, chosen, onChoose }: LadderProps) {
  const [opened, setOpened] = useState<string | null>(null);
  const [wanted, setMeasure] = useState<Measure>('power');
  const body = cameraOf(judged.judgement.rig);
  const aperture = body?.settings.aperture == null ? null : apertures.stopsOf(body.settings.aperture);
  const canShowLight = aperture !== null && powers.some(({ level }) => level.stops !== null);
  const measure = canShowLight ? wanted : 'power';
  const axis = axisOf(measure, powers, aperture);
  const room = body && roomLevel(body, readings);
  const dialled = useDialled(judged);
  return (
    <View>
      {canShowLight && (
        <View style={styles.measure}>
          <Choice
            label="Shown"
            options={[
              { value: 'power', label: 'Power' },
              { value: 'light', label: 'What it reads' },
            ]}
            value={measure}
            onChoose={(value) => setMeasure(value as Measure)}
          />
        </View>
      )}
      {measure === 'light' && (
        <Words as="small" tone="quiet">
          {`What each light can read. Upright: its aim.${room === null ? '' : ' Shaded: the room.'} ~ not read alone.`}
        </Words>
      )}
      <View style={styles.head}>
        <ScaleHead axis={axis} />
      </View>
      <View role="list" aria-label="Lights">
        {powers.map((power) => {
          const { id } = power.light;
          const on = { measure, axis, aperture, room };
          return (
            <PowerRow
              key={id}
              power={power}
              move={plan?.moves.find(({ light }) => light === id)}
              on={on}
              chosen={chosen.includes(id)}
              onChoose={() => onChoose(chosen.includes(id) ? chosen.filter((one) => one !== id) : [...chosen, id])}
              open={opened === id}
              onOpen={() => setOpened(opened === id ? null : id)}
              onDialled={isDialledOtherwise(power) && !of.readOnly ? () => dialled(power) : null}
            >
              <LightDetail judged={judged} power={power} readings={readings} readOnly={of.readOnly} />
            </PowerRow>
          );
        })}
      </View>
    </View>
  );
}

interface LightDetailProps {
  judged: JudgedLook;
  power: LightPower;
  readings: readonly Reading[];
  readOnly: boolean;
}

/** What it reads, and what decides how bright it is. */
function LightDetail({ judged, power, readings, readOnly }: LightDetailProps) {
  const { names } = useRig();
  const level = levelText(power);
  const motion = motionOf(power.light, power.wanted, power.train);
  const { body } = power.level;
  return (
    <>
      {level !== null && <Words tone="quiet">{capital(level)}</Words>}
      {motion && <Words tone="quiet">{motionText(power, motion, names)}</Words>}
      {power.mode === 'ttl' && !readOnly && <FooledBy judged={judged} powers={[power]} />}
      {power.mode === 'ttl' && !readOnly && <FreezeButton judged={judged} power={power} readings={readings} />}
      {body && <HighSpeedCost light={power.light} body={body} />}
      {!readOnly && <FieldList judged={judged} fields={brightnessFields(power.light)} isAtFault={() => false} />}
    </>
  );
}

/** Somebody has been there: what is dialled is what is wanted, on the unit's card too. */
function useDialled({ look }: JudgedLook) {
  const { rig, queue, names } = useRig();
  return ({ light, wanted }: LightPower) => {
    const from = light.settings.dialledPower ?? null;
    const tick = {
      setting: 'power',
      dialled: { value: wanted, by: rig?.member.name ?? '', at: new Date().toISOString() },
    };
    queue.submit(`power of ${names.unit(light.id)} dialled`, (state) => [
      ...settingEdits(state, look.id, [{ unit: light.id, setting: 'dialledPower', from, to: null }]),
      ...dialling(state, light.id, [tick]),
    ]);
  };
}

const sorted = (powers: readonly LightPower[], order: (a: string, b: string) => number): LightPower[] =>
  [...powers].sort((a, b) => order(a.light.id, b.light.id));

const capital = (text: string): string => `${text.charAt(0).toUpperCase()}${text.slice(1)}.`;

const cameraText = ({ settings }: Body, names: ReturnType<typeof useRig>['names']): string =>
  [
    settings.aperture == null ? null : settingValue('aperture', settings.aperture, names),
    settings.shutter == null ? null : settingValue('shutter', settings.shutter, names),
    settings.iso == null ? null : `ISO ${settings.iso}`,
  ]
    .filter(Boolean)
    .join(' · ');

const styles = StyleSheet.create({
  measure: { paddingBottom: space.base },
  head: { marginLeft: NAME_WIDTH + space.small, marginRight: VALUE_WIDTH + space.small + OPEN_WIDTH },
});
