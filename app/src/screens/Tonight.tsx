import { momentsOf, outOfOrder } from '@ergon/core/operation/timetable';
import type { EventHead } from '@ergon/core/record/event';
import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { Block } from '../components/Block';
import { Button } from '../components/Button';
import { Choice } from '../components/Choice';
import { Page } from '../components/Page';
import { Words } from '../components/Words';
import { whenAndWhere } from '../event/eventText';
import { MomentLine } from '../event/MomentLine';
import { ReadOnly } from '../event/ReadOnly';
import { useDay, useIsReadOnly, useTonight } from '../event/useTonight';
import { useRig } from '../rig/Rig';
import { type JudgedLook, useJudgedLooks } from '../rig/judgedLook';
import { useTheme } from '../theme/Theme';
import { space, THEMES } from '../theme/tokens';
import { CrewCorner } from './CrewCorner';
import { FirstSteps } from './FirstSteps';
import { nextStep } from './nextStep';

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
  const looks = useJudgedLooks(event.id);
  const readOnly = useIsReadOnly(event.id);
  const moments = rig ? momentsOf(rig, event.id) : [];
  const early = outOfOrder(moments);
  return (
    <>
      <ReadOnly event={event.id} />
      {!readOnly && rig && rig.looks.length > 0 && <NextThing event={event} />}
      <View role="list" aria-label="Moments">
        {moments.map((moment) => (
          <View key={moment.id} role="listitem" style={[styles.moment, { borderColor: colours.rule }]}>
            <MomentLine moment={moment} judged={looks.find(({ look }) => look.id === moment.look)} />
          </View>
        ))}
      </View>
      <UnusedLooks looks={looks.filter(({ look }) => !moments.some((moment) => moment.look === look.id))} />
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

/** Looks made for the event that no moment uses yet. */
function UnusedLooks({ looks }: { looks: readonly JudgedLook[] }) {
  const { colours } = useTheme();
  if (looks.length === 0) return null;
  return (
    <View role="list" aria-label="Looks in no moment">
      {looks.map((judged) => (
        <View key={judged.look.id} role="listitem" style={[styles.moment, { borderColor: colours.rule }]}>
          <MomentLine moment={{ name: judged.look.name, place: 'in no moment' }} judged={judged} />
        </View>
      ))}
    </View>
  );
}

/** The one next thing to do. */
function NextThing({ event }: { event: EventHead }) {
  const router = useRouter();
  const { sentence, button } = nextStep(event, useJudgedLooks(event.id));
  return (
    <Block label="Next">
      <Words as="sentence" tone="onBlock">
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
    </Block>
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
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small },
  theme: { gap: space.tiny, maxWidth: 420 },
});
