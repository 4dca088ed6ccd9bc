import { usesOf } from '@ergon/core/operation/timetable';
import type { Href } from 'expo-router';
import { ScrollView, StyleSheet, View } from 'react-native';
import { LinkBox } from '../components/LinkBox';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { useJudgedLooks } from '../rig/judgedLook';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { tallyText } from './tallyText';

interface LookListProps {
  current: string;
  place: 'lines' | 'fire' | 'fix';
  /** Below the look: another look is shown in the same view. */
  view?: string;
}

/** The looks of an event beside the drawing, on a wide screen. */
export function LookList({ current, place, view = '' }: LookListProps) {
  const colours = useColours();
  const { rig } = useRig();
  const event = rig?.events.find(({ id }) => id === rig.looks.find((look) => look.id === current)?.event);
  const looks = useJudgedLooks(event?.id);
  return (
    <View role="navigation" aria-label="Looks" style={[styles.list, { borderColor: colours.rule }]}>
      <ScrollView tabIndex={0}>
        <View style={styles.event}>
          <Words as="small" tone="quiet">
            {event?.name}
          </Words>
        </View>
        {looks.map((judged) => {
          const isHere = judged.look.id === current;
          return (
            <LinkBox
              key={judged.look.id}
              href={`/${place}/${judged.look.id}${view}` as Href}
              current={isHere}
              style={[styles.look, isHere && { backgroundColor: colours.block }]}
            >
              <Words as="strong" tone={isHere ? 'onBlock' : 'ink'}>
                {judged.look.name}
              </Words>
              <Words as="small" tone={isHere ? 'quietOnBlock' : 'quiet'}>
                {[rig && usesOf(rig, judged.look)[0]?.time, tallyText(judged)].filter(Boolean).join(' · ')}
              </Words>
            </LinkBox>
          );
        })}
      </ScrollView>
    </View>
  );
}

const styles = StyleSheet.create({
  list: { width: 236, borderRightWidth: 1 },
  event: { padding: space.wide, paddingTop: space.gap },
  look: { paddingHorizontal: space.wide, paddingVertical: space.base, gap: space.hair },
});
