import { ScrollView, StyleSheet, View } from 'react-native';
import { LinkBox } from '../components/LinkBox';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { useJudgedLooks } from '../rig/judgedLook';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { tallyText } from './tallyText';

/** The evening's looks beside the drawing, on a wide screen. */
export function LookList({ current, place }: { current: string; place: 'lines' | 'fire' }) {
  const colours = useColours();
  const { rig } = useRig();
  const looks = useJudgedLooks();
  return (
    <View role="navigation" aria-label="Looks" style={[styles.list, { borderColor: colours.rule }]}>
      <ScrollView tabIndex={0}>
        <View style={styles.event}>
          <Words as="small" tone="quiet">
            {rig?.event.name}
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
                {[judged.look.time, tallyText(judged)].filter(Boolean).join(' · ')}
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
