import { type Href, useRouter } from 'expo-router';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { useKept } from '../components/useKept';
import { Words } from '../components/Words';
import type { JudgedLook } from '../rig/judgedLook';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { LinesIn } from './LineList';
import { ShotChoice } from './LookPage';
import { isSelected, type Selected } from './selected';
import { tallyText } from './tallyText';
import { useChosenShot } from './useChosenShot';
import { useOrderedLines } from './useOrderedLines';

const WIDTH = 424;

/** The lines of the look that is chosen in Tonight, beside its moments; a light leads to its lines, with it open. */
export function LookPane({ judged }: { judged: JudgedLook }) {
  const colours = useColours();
  const router = useRouter();
  const { look, judgement } = judged;
  const [shot, setChosenShot] = useChosenShot(judged, judgement.shots[0]);
  const [, setSelected] = useKept<Selected | null>(`station.${look.id}`, isSelected, null);
  const lines = useOrderedLines(judged, shot);
  const goTo = (place: 'lines' | 'fire') => router.push(`/${place}/${look.id}` as Href);
  return (
    <ScrollView
      role="region"
      aria-label="Chosen look"
      style={[styles.pane, { borderColor: colours.rule }]}
      contentContainerStyle={styles.content}
      tabIndex={0}
    >
      <View>
        <Words as="heading" level={2}>
          {look.name}
        </Words>
        <Words as="small" tone="quiet">
          {tallyText(judged)}
        </Words>
      </View>
      <View style={styles.row}>
        <Button label="Lines" hint={look.name} onPress={() => goTo('lines')} />
        <Button label="Fire" hint={look.name} onPress={() => goTo('fire')} />
      </View>
      {shot ? (
        <>
          <ShotChoice judged={judged} shot={shot} onChoose={setChosenShot} />
          <LinesIn
            judged={judged}
            shot={shot}
            lines={lines}
            selected={null}
            onSelect={(light) => {
              setSelected(light);
              goTo('lines');
            }}
            below={null}
            width={WIDTH - 2 * space.wide}
          />
        </>
      ) : (
        <Words>No body is in this look yet.</Words>
      )}
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  pane: { width: WIDTH, flexGrow: 0, borderLeftWidth: 1 },
  content: { padding: space.wide, paddingTop: space.gap, gap: space.base },
  row: { flexDirection: 'row', gap: space.small },
});
