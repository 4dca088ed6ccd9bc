import { format } from 'date-fns/format';
import { parseISO } from 'date-fns/parseISO';
import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { Block } from '../components/Block';
import { Button } from '../components/Button';
import { Choice } from '../components/Choice';
import { LinkBox } from '../components/LinkBox';
import { Page } from '../components/Page';
import { Words } from '../components/Words';
import { MiniLines } from '../drawing/MiniLines';
import { useRig } from '../rig/Rig';
import { type JudgedLook, useJudgedLooks } from '../rig/judgedLook';
import { useTheme } from '../theme/Theme';
import { space, THEMES, TOUCH } from '../theme/tokens';
import { CrewCorner } from './CrewCorner';
import { nextStep } from './nextStep';
import { tallyText } from './tallyText';

export function Tonight() {
  const router = useRouter();
  const { rig } = useRig();
  const looks = useJudgedLooks();
  const { name: theme, choose } = useTheme();
  if (!rig) return null;
  const next = nextStep(looks);
  const { button } = next;
  const { date, place } = rig.event;
  return (
    <Page
      title={rig.event.name}
      subtitle={[date && format(parseISO(date), 'EEEE d MMMM yyyy'), place].filter(Boolean).join(' · ')}
    >
      <Block label="Next">
        <Words as="sentence" tone="onBlock">
          {next.sentence}
        </Words>
        {button && (
          <View style={styles.act}>
            <Button
              kind="act"
              label={button.label}
              onPress={() => router.push({ pathname: `/${button.place}/[look]`, params: { look: button.look } })}
            />
          </View>
        )}
      </Block>
      <View role="list" aria-label="Looks">
        {looks.map((judged) => (
          <LookRow key={judged.look.id} judged={judged} />
        ))}
      </View>
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
    </Page>
  );
}

function LookRow({ judged }: { judged: JudgedLook }) {
  const { colours } = useTheme();
  const { look } = judged;
  return (
    <View role="listitem" style={[styles.look, { borderColor: colours.rule }]}>
      <LinkBox href={{ pathname: '/lines/[look]', params: { look: look.id } }} style={[styles.link]}>
        <View style={styles.time}>
          <Words as="strong">{look.time ?? '–'}</Words>
        </View>
        <View style={styles.what}>
          <Words as="heading">{look.name}</Words>
          <Words as="small" tone="quiet">
            {[look.place, tallyText(judged)].filter(Boolean).join(' · ')}
          </Words>
          <MiniLines readiness={judged.readiness} />
        </View>
      </LinkBox>
    </View>
  );
}

const styles = StyleSheet.create({
  act: { maxWidth: 420 },
  look: { borderTopWidth: 1 },
  link: { flexDirection: 'row', gap: space.base, paddingVertical: space.base, minHeight: TOUCH },
  time: { width: 52, paddingTop: 2 },
  what: { flex: 1, gap: space.tiny },
  theme: { gap: space.tiny, maxWidth: 420 },
});
