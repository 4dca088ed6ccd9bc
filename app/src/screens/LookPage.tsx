import { type Shot, shotKey, shotRefOf } from '@ergon/core/shot/lightRun';
import { useLocalSearchParams } from 'expo-router';
import type { ComponentType } from 'react';
import { Choice } from '../components/Choice';
import { Page } from '../components/Page';
import { Words } from '../components/Words';
import { useWide } from '../components/useWide';
import { ReadOnly } from '../event/ReadOnly';
import { useIsReadOnly } from '../event/useTonight';
import { useRememberLook } from '../rig/currentLook';
import { type JudgedLook, useJudgedLook } from '../rig/judgedLook';
import { PlaceUnit } from './PlaceUnit';
import { ToTonight } from './ToTonight';
import { UnitsOfLook } from './UnitsOfLook';

interface LookPageProps {
  title: string;
  of: ComponentType<{ judged: JudgedLook; shot: Shot }>;
}

/** A place about one look, once there is such a look and a body in it. Each look starts the place afresh. */
export function LookPage({ title, of: Content }: LookPageProps) {
  const { look: id } = useLocalSearchParams<{ look: string }>();
  const judged = useJudgedLook(id);
  useRememberLook(id);
  const [shot] = judged?.judgement.shots ?? [];
  if (judged && shot) return <Content key={judged.look.id} judged={judged} shot={shot} />;
  return (
    <Page title={judged?.look.name ?? title}>
      <Words>
        {judged
          ? 'No body is in this look yet, so there is no shutter to press. Put one in, then what sits on it.'
          : 'There is no such look: it may have been removed. Choose another in Tonight.'}
      </Words>
      {judged ? <FillLook judged={judged} /> : <ToTonight />}
    </Page>
  );
}

function FillLook({ judged }: { judged: JudgedLook }) {
  const readOnly = useIsReadOnly(judged.look.event);
  if (readOnly) return <ReadOnly event={judged.look.event} />;
  return (
    <>
      <UnitsOfLook judged={judged} />
      <PlaceUnit judged={judged} />
    </>
  );
}

interface ShotChoiceProps {
  judged: JudgedLook;
  shot: Shot;
  onChoose: (shot: string) => void;
}

export const shotOf = (shots: readonly Shot[], key: string | null): Shot | undefined =>
  shots.find((one) => shotKey(shotRefOf(one)) === key);

/** "Camera 1", "Camera 1 upright", "Guest, not ours". */
export const shotName = ({ body, attitude }: Shot): string =>
  [body.unit.label, attitude === 'upright' && ' upright', body.settings.stranger === true && ', not ours']
    .filter(Boolean)
    .join('');

/** Whose shutter is pressed, where there is more than one, and how it is held. */
export function ShotChoice({ judged, shot, onChoose }: ShotChoiceProps) {
  const wide = useWide();
  const { shots } = judged.judgement;
  if (shots.length < 2) return null;
  const options = shots.map((one) => ({ value: shotKey(shotRefOf(one)), label: shotName(one) }));
  return <Choice label="Shot by" fill={!wide} options={options} value={shotKey(shotRefOf(shot))} onChoose={onChoose} />;
}
