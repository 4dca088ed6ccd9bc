import type { Moment } from '@ergon/core/record/event';
import type { Look } from '@ergon/core/record/look';
import { Pressable, StyleSheet, View } from 'react-native';
import { LinkBox } from '../components/LinkBox';
import { Words } from '../components/Words';
import { MiniLines } from '../drawing/MiniLines';
import type { JudgedLook } from '../rig/judgedLook';
import { tallyText } from '../screens/tallyText';
import { useColours } from '../theme/Theme';
import { space, TOUCH } from '../theme/tokens';

/** What is shown of a moment; of a look that none uses, the same. */
type ShownMoment = Pick<Moment, 'name' | 'time' | 'place' | 'noFlash'>;

interface MomentLineProps {
  moment: ShownMoment;
  judged: JudgedLook | undefined;
  /** Its look while that is not judged yet. */
  look?: Look;
  /** Where lines stand beside the moments: chooses this look for that, instead of going there. */
  choice?: { isChosen: boolean; choose: (look: string) => void } | null;
}

/** A moment of an event: when, what, where, and how its look stands; the way to that look's lines. */
export function MomentLine({ moment, judged, look = judged?.look, choice = null }: MomentLineProps) {
  const colours = useColours();
  const what = (
    <>
      <View style={styles.time}>
        <Words as="strong">{moment.time ?? '–'}</Words>
      </View>
      <View style={styles.what}>
        <Words as="heading">{moment.name}</Words>
        <Words as="small" tone="quiet">
          {[
            moment.place,
            moment.noFlash === true && 'no flash allowed',
            look ? lookText(moment, look, judged) : moment.noFlash !== true && 'no look yet',
          ]
            .filter(Boolean)
            .join(' · ')}
        </Words>
        {look && <MiniLines readiness={judged?.readiness ?? []} />}
      </View>
    </>
  );
  if (!look) return <View style={[styles.link, choice && styles.choice]}>{what}</View>;
  if (choice) {
    const chosen = [styles.link, styles.choice, choice.isChosen && { backgroundColor: colours.shade }];
    return (
      <Pressable role="button" aria-pressed={choice.isChosen} onPress={() => choice.choose(look.id)} style={chosen}>
        {what}
      </Pressable>
    );
  }
  return (
    <LinkBox href={{ pathname: '/lines/[look]', params: { look: look.id } }} style={[styles.link]}>
      {what}
    </LinkBox>
  );
}

/** The look is named where it is called otherwise than its moment. */
const lookText = (moment: ShownMoment, look: Look, judged: JudgedLook | undefined): string =>
  [look.name !== moment.name && look.name, judged ? tallyText(judged) : 'working it out'].filter(Boolean).join(': ');

const styles = StyleSheet.create({
  link: {
    flexDirection: 'row',
    gap: space.base,
    paddingVertical: space.base,
    minHeight: TOUCH,
    flexGrow: 1,
    flexShrink: 1,
  },
  choice: { paddingHorizontal: space.small },
  time: { width: 52, paddingTop: 2 },
  what: { flex: 1, gap: space.tiny },
});
