import { usesOf } from '@ergon/core/operation/timetable';
import { ScrollView, StyleSheet, View } from 'react-native';
import { LinkBox } from '../components/LinkBox';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { useJudgedLooks } from '../rig/judgedLook';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { tallyText } from './tallyText';

/** The looks of an event beside the drawing, on a wide screen. */
export function LookList({ current, place }: { current: string; place: 'lines' | 'fire' }) {
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
          const here = judged.look.id === current;
          return (
            <LinkBox
              key={judged.look.id}
              href={{ pathname: `/${place}/[look]`, params: { look: judged.look.id } }}
              current={here}
              style={[styles.look, here && { backgroundColor: colours.block }]}
            >
              <Words as="strong" tone={here ? 'onBlock' : 'ink'}>
                {judged.look.name}
              </Words>
              <Words as="small" tone={here ? 'quietOnBlock' : 'quiet'}>
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
