import type { Moment } from '@ergon/core/record/event';
import { StyleSheet, View } from 'react-native';
import { LinkBox } from '../components/LinkBox';
import { Words } from '../components/Words';
import { MiniLines } from '../drawing/MiniLines';
import type { JudgedLook } from '../rig/judgedLook';
import { tallyText } from '../screens/tallyText';
import { space, TOUCH } from '../theme/tokens';

/** What is shown of a moment; of a look that none uses, the same. */
export type ShownMoment = Pick<Moment, 'name' | 'time' | 'place' | 'noFlash'>;

/** A moment of an event: when, what, where, and how its look stands; the way to that look's lines. */
export function MomentLine({ moment, judged }: { moment: ShownMoment; judged: JudgedLook | undefined }) {
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
            judged ? lookText(moment, judged) : moment.noFlash !== true && 'no look yet',
          ]
            .filter(Boolean)
            .join(' · ')}
        </Words>
        {judged && <MiniLines readiness={judged.readiness} />}
      </View>
    </>
  );
  if (!judged) return <View style={styles.link}>{what}</View>;
  return (
    <LinkBox href={{ pathname: '/lines/[look]', params: { look: judged.look.id } }} style={[styles.link]}>
      {what}
    </LinkBox>
  );
}

/** The look is named where it is called otherwise than its moment. */
const lookText = (moment: ShownMoment, judged: JudgedLook): string =>
  [judged.look.name !== moment.name && judged.look.name, tallyText(judged)].filter(Boolean).join(': ');

const styles = StyleSheet.create({
  link: {
    flexDirection: 'row',
    gap: space.base,
    paddingVertical: space.base,
    minHeight: TOUCH,
    flexGrow: 1,
    flexShrink: 1,
  },
  time: { width: 52, paddingTop: 2 },
  what: { flex: 1, gap: space.tiny },
});
