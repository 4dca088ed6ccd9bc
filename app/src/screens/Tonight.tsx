import { momentsOf, outOfOrder } from '@ergon/core/operation/timetable';
import type { EventHead } from '@ergon/core/record/event';
import type { Look } from '@ergon/core/record/look';
import { useRouter } from 'expo-router';
import type { ComponentProps } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Choice } from '../components/Choice';
import { FootBlock } from '../components/FootBlock';
import { Page } from '../components/Page';
import { isText, useKept } from '../components/useKept';
import { useWide } from '../components/useWide';
import { Words } from '../components/Words';
import { whenAndWhere } from '../event/eventText';
import { MomentLine } from '../event/MomentLine';
import { ReadOnly } from '../event/ReadOnly';
import { useDay, useIsReadOnly, useTonight } from '../event/useTonight';
import { useRig } from '../rig/Rig';
import { type JudgedLook, useLooksJudgedSoon } from '../rig/judgedLook';
import { useTheme } from '../theme/Theme';
import { space, THEMES, TOUCH, type } from '../theme/tokens';
import { CrewCorner } from './CrewCorner';
import { FirstSteps } from './FirstSteps';
import { LookPane } from './LookPane';
import { nextStep, type NextStep } from './nextStep';

/** Until the looks are judged. */
const WORKING: NextStep = { sentence: 'Working out what fires…', button: null };

/** The event whose day it is, or the next one; before there is any, the way to it. */
export function Tonight() {
  const { rig } = useRig();
  const event = useTonight();
  if (!rig) return null;
  return event ? (
    <TonightsEvent key={event.id} event={event} />
  ) : (
    <Page title={rig.crew.name} subtitle="Nothing planned yet">
      <FirstSteps />
      <Below />
    </Page>
  );
}

/** The event's moments; where there is room, the lines of the look that is chosen among them beside it. */
function TonightsEvent({ event }: { event: EventHead }) {
  const { rig } = useRig();
  const day = useDay();
  const wide = useWide();
  const { looks, judged } = useLooksJudgedSoon(event.id);
  const step = judged ? nextStep(event, judged) : WORKING;
  const [kept, choose] = useKept<string | null>(`chosen.${event.id}`, isText, null);
  const meant = step.button && 'look' in step.button ? step.button.look : null;
  const [first] = judged ?? [];
  const chosen = judged?.find(({ look }) => look.id === kept) ?? judged?.find(({ look }) => look.id === meant) ?? first;
  const pane = wide && chosen ? <LookPane key={chosen.look.id} judged={chosen} /> : null;
  return (
    <Page title={event.name} subtitle={whenAndWhere(event, day)} after={pane}>
      {rig?.looks.length === 0 && <FirstSteps />}
      <Moments
        event={event}
        looks={looks}
        judged={judged}
        step={step}
        choice={pane && { chosen: chosen?.look.id, choose }}
      />
      <Below />
    </Page>
  );
}

interface MomentsProps {
  event: EventHead;
  looks: readonly Look[];
  judged: Judged;
  step: NextStep;
  /** Null where a moment leads to its lines. */
  choice: { chosen: string | undefined; choose: (look: string) => void } | null;
}

function Moments({ event, looks, judged, step, choice }: MomentsProps) {
  const router = useRouter();
  const { rig } = useRig();
  const { colours } = useTheme();
  const choiceOf = (look: string | null | undefined) =>
    choice && { isChosen: look === choice.chosen, choose: choice.choose };
  const readOnly = useIsReadOnly(event.id);
  const moments = rig ? momentsOf(rig, event.id) : [];
  const early = outOfOrder(moments);
  return (
    <>
      <ReadOnly event={event.id} />
      {!readOnly && rig && rig.looks.length > 0 && <NextThing step={step} />}
      <View role="list" aria-label="Moments">
        {moments.map((moment) => (
          <View key={moment.id} role="listitem" style={[styles.moment, { borderColor: colours.rule }]}>
            <MomentLine
              moment={moment}
              look={looks.find(({ id }) => id === moment.look)}
              judged={judged?.find(({ look }) => look.id === moment.look)}
              choice={choiceOf(moment.look)}
            />
          </View>
        ))}
      </View>
      <UnusedLooks
        looks={looks.filter(({ id }) => !moments.some(({ look }) => look === id))}
        judged={judged}
        choiceOf={choiceOf}
      />
      {early && <Words as="small" tone="quiet">{`${early.name} stands after something later.`}</Words>}
      <View style={styles.row}>
        <Button
          label={readOnly ? 'Look at it' : 'Plan it'}
          hint={event.name}
          onPress={() => router.push({ pathname: '/events/[event]', params: { event: event.id } })}
        />
        <Button label="Other events" onPress={() => router.push('/events')} />
      </View>
    </>
  );
}

type Judged = readonly JudgedLook[] | null;

interface UnusedLooksProps extends Pick<MomentsProps, 'looks' | 'judged'> {
  choiceOf: (look: string) => ComponentProps<typeof MomentLine>['choice'];
}

/** Looks made for the event that no moment uses yet. */
function UnusedLooks({ looks, judged, choiceOf }: UnusedLooksProps) {
  const { colours } = useTheme();
  if (looks.length === 0) return null;
  return (
    <View role="list" aria-label="Looks in no moment">
      {looks.map((look) => (
        <View key={look.id} role="listitem" style={[styles.moment, { borderColor: colours.rule }]}>
          <MomentLine
            moment={{ name: look.name, place: 'in no moment' }}
            look={look}
            judged={judged?.find((one) => one.look === look)}
            choice={choiceOf(look.id)}
          />
        </View>
      ))}
    </View>
  );
}

/** The one next thing to do. */
function NextThing({ step }: { step: NextStep }) {
  const router = useRouter();
  const wide = useWide();
  const { sentence, button } = step;
  return (
    <FootBlock label="Next">
      <Words as="sentence" tone="onBlock" live>
        {sentence}
      </Words>
      {button && (
        <View style={styles.act}>
          <Button
            kind="act"
            label={button.label}
            onPress={() =>
              router.push(
                button.place === 'events'
                  ? { pathname: '/events/[event]', params: { event: button.event } }
                  : button.place === 'cards'
                    ? { pathname: '/lines/[look]/cards', params: { look: button.look } }
                    : { pathname: `/${button.place}/[look]`, params: { look: button.look } },
              )
            }
          />
        </View>
      )}
      {step === WORKING && <View style={wide ? styles.room : styles.roomBelow} />}
    </FootBlock>
  );
}

/** The theme, whose rig this is, and the way out. */
function Below() {
  const { name: theme, choose } = useTheme();
  return (
    <>
      <View style={styles.theme}>
        <Words as="small" tone="quiet">
          Light around you
        </Words>
        <Choice
          label="Theme"
          fill
          options={THEMES.map((value) => ({ value, label: value }))}
          value={theme}
          onChoose={choose}
        />
      </View>
      <CrewCorner />
    </>
  );
}

const styles = StyleSheet.create({
  act: { maxWidth: 360 },
  moment: { borderTopWidth: 1 },
  /** As high as the button that comes, so that nothing moves under a thumb. */
  room: { height: TOUCH },
  /** On a phone the sentence that comes takes a second line. */
  roomBelow: { height: TOUCH + type.sentence.lineHeight },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small },
  theme: { gap: space.tiny, maxWidth: 420 },
});
