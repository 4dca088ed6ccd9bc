import type { EventHead } from '@ergon/core/record/event';
import type { Look } from '@ergon/core/record/look';
import { useLocalSearchParams } from 'expo-router';
import type { ReactNode } from 'react';
import { Page } from '../components/Page';
import { Words } from '../components/Words';
import { ReadOnly } from '../event/ReadOnly';
import { useIsReadOnly } from '../event/useTonight';
import { useRig } from '../rig/Rig';
import { useRememberLook } from '../rig/currentLook';
import { LineViews, type LineViewName, pathOf } from './LineViews';
import { LookList } from './LookList';
import { ToTonight } from './ToTonight';

export interface LineViewOf {
  look: Look;
  event: EventHead;
  readOnly: boolean;
}

interface LineViewProps {
  title: string;
  subtitle?: string;
  footer?: ReactNode;
  after?: ReactNode;
  of: LineViewOf;
  view: LineViewName;
  children: ReactNode;
}

/** The look in the address with its event; null while there is no such look. */
export function useLineView(): LineViewOf | null {
  const { look: id } = useLocalSearchParams<{ look: string }>();
  const { rig } = useRig();
  useRememberLook(id);
  const look = rig?.looks.find((one) => one.id === id);
  const event = rig?.events.find((one) => one.id === look?.event);
  const readOnly = useIsReadOnly(event?.id);
  return look && event ? { look, event, readOnly } : null;
}

/** A page of one of the views of a look. */
export function LineView({ title, subtitle, footer, after, of, view, children }: LineViewProps) {
  return (
    <Page
      title={title}
      subtitle={subtitle}
      before={<LookList current={of.look.id} place="lines" view={pathOf(view)} />}
      after={after}
      footer={footer}
    >
      <LineViews look={of.look.id} here={view} />
      <ReadOnly event={of.event.id} />
      {children}
    </Page>
  );
}

export const NoSuchLook = ({ title }: { title: string }) => (
  <Page title={title}>
    <Words>There is no such look: it may have been removed. Choose another in Tonight.</Words>
    <ToTonight />
  </Page>
);
