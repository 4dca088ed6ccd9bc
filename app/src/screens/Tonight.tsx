import { momentsOf, outOfOrder } from '@ergon/core/operation/timetable';
import type { EventHead } from '@ergon/core/record/event';
import type { Look } from '@ergon/core/record/look';
import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Choice } from '../components/Choice';
import { FootBlock } from '../components/FootBlock';
import { Page } from '../components/Page';
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
import { nextStep, type NextStep } from './nextStep';

/** Until the looks are judged. */
const WORKING: NextStep = { sentence: 'Working out what fires…', button: null };

/** The event whose day it is, or the next one; before there is any, the way to it. */
export function Tonight() {
  const { rig } = useRig();
  const event = useTonight();
  const day = useDay();
  if (!rig) return null;
  return event ? (
    <Page title={event.name} subtitle={whenAndWhere(event, day)}>
      {rig.looks.length === 0 && <FirstSteps />}
      <TonightsEvent event={event} />
      <Below />
    </Page>
  ) : (
    <Page title={rig.crew.name} subtitle="Nothing planned yet">
      <FirstSteps />
      <Below />
    </Page>
  );
}

function TonightsEvent({ event }: { event: EventHead }) {
  const router = useRouter();
  const { rig } = useRig();
  const { colours } = useTheme();
  const { looks, judged } = useLooksJudgedSoon(event.id);
  const readOnly = useIsReadOnly(event.id);
  const moments = rig ? momentsOf(rig, event.id) : [];
  const early = outOfOrder(moments);
  return (
    <>
      <ReadOnly event={event.id} />
      {!readOnly && rig && rig.looks.length > 0 && <NextThing event={event} judged={judged} />}
      <View role="list" aria-label="Moments">
        {moments.map((moment) => (
          <View key={moment.id} role="listitem" style={[styles.moment, { borderColor: colours.rule }]}>
            <MomentLine
              moment={moment}
              look={looks.find(({ id }) => id === moment.look)}
              judged={judged?.find(({ look }) => look.id === moment.look)}
            />
          </View>
        ))}
      </View>
      <UnusedLooks looks={looks.filter(({ id }) => !moments.some(({ look }) => look === id))} judged={judged} />
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

/** Looks made for the event that no moment uses yet. */
function UnusedLooks({ looks, judged }: { looks: readonly Look[]; judged: Judged }) {
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
          />
        </View>
      ))}
    </View>
  );
}

/** The one next thing to do. */
function NextThing({ event, judged }: { event: EventHead; judged: Judged }) {
  const router = useRouter();
  const wide = useWide();
  const { sentence, button } = judged ? nextStep(event, judged) : WORKING;
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
      {!judged && <View style={wide ? styles.room : styles.roomBelow} />}
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
