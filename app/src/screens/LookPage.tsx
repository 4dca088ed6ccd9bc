import type { Shot } from '@ergon/core/lightRun';
import { useLocalSearchParams } from 'expo-router';
import type { ComponentType } from 'react';
import { Choice } from '../components/Choice';
import { Page } from '../components/Page';
import { useWide } from '../components/useWide';
import { Words } from '../components/Words';
import { useRememberLook } from '../rig/currentLook';
import { type JudgedLook, useJudgedLook } from '../rig/Rig';

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
          ? 'No body is in this look, so there is no shutter to press.'
          : 'There is no such look. Choose one in Tonight.'}
      </Words>
    </Page>
  );
}

interface BodyChoiceProps {
  judged: JudgedLook;
  shot: Shot;
  onChoose: (body: string) => void;
}

/** Whose shutter is pressed, where there is more than one. */
export function BodyChoice({ judged, shot, onChoose }: BodyChoiceProps) {
  const wide = useWide();
  const { shots } = judged.judgement;
  if (shots.length < 2) return null;
  const options = shots.map(({ body }) => ({ value: body.id, label: body.unit.label }));
  return <Choice label="Shot by" fill={!wide} options={options} value={shot.body.id} onChoose={onChoose} />;
}
