import type { Shot } from '@ergon/core/shot/lightRun';
import { useLocalSearchParams } from 'expo-router';
import { useState } from 'react';
import { Page } from '../components/Page';
import { ReadOnly } from '../event/ReadOnly';
import { useIsReadOnly } from '../event/useTonight';
import type { JudgedLook } from '../rig/judgedLook';
import { LookList } from '../screens/LookList';
import { LookPage } from '../screens/LookPage';
import { IncidentLog } from './IncidentLog';
import { SeenSheet } from './SeenSheet';
import { StepSheet } from './StepSheet';
import { useIncident } from './useIncident';

/** A light did not do as meant: what was seen, the next check, the cause, the cure and its proof. */
export const FixPage = () => <LookPage title="Fix" of={FixLook} />;

function FixLook({ judged, shot }: { judged: JudgedLook; shot: Shot }) {
  const incidents = useIncident(judged);
  const { light } = useLocalSearchParams<{ light?: string }>();
  // Once looked for, the light one came with is marked no more.
  const [looked, setLooked] = useState<string | undefined>();
  const readOnly = useIsReadOnly(judged.look.event);
  const { look } = judged;
  const place = { before: <LookList current={look.id} place="fix" /> };
  if (readOnly)
    return (
      <Page title="Fix" subtitle={look.name} {...place}>
        <ReadOnly event={look.event} />
        <IncidentLog judged={judged} incidents={incidents} readOnly />
      </Page>
    );
  const { open } = incidents;
  return open ? (
    <StepSheet key={open.id} judged={judged} incident={open} incidents={incidents} place={place} />
  ) : (
    <SeenSheet
      judged={judged}
      shot={shot}
      incidents={incidents}
      place={place}
      marked={light === looked ? undefined : light}
      onBegun={() => setLooked(light)}
    />
  );
}
