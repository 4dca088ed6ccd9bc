import type { Drill } from '@ergon/core/record/drill';
import { drillTitle, scoreText } from '@ergon/core/words/drillWording';
import { format } from 'date-fns/format';
import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { Block } from '../components/Block';
import { Button } from '../components/Button';
import { LinkBox } from '../components/LinkBox';
import { Page } from '../components/Page';
import { Words } from '../components/Words';
import { useColours } from '../theme/Theme';
import { space, TOUCH } from '../theme/tokens';
import { NewDrill } from './NewDrill';
import { useOpenDrill } from './openDrill';
import { Progress } from './Progress';
import { useDrillLog } from './useDrillLog';

/** Practice on a quiet evening: the same faults, the same search, and nobody waits. */
export function DrillsPage() {
  const router = useRouter();
  const [open, keep] = useOpenDrill();
  const log = useDrillLog();
  return (
    <Page title="Drills" subtitle="Something is hidden: find it">
      {open ? (
        <Block label="Under way">
          <Words as="sentence" tone="onBlock">
            {`${drillTitle(open.staged)} is under way on this device.`}
          </Words>
          <View style={styles.act}>
            <Button kind="act" label="Go on" onPress={() => router.push('/drills/play')} />
          </View>
        </Block>
      ) : (
        <NewDrill
          onBegin={(made) => {
            keep({ ...made, steps: [] });
            router.push('/drills/play');
          }}
        />
      )}
      <Progress drills={log.all} />
      <Played drills={log.all} />
    </Page>
  );
}

function Played({ drills }: { drills: readonly Drill[] }) {
  const colours = useColours();
  if (drills.length === 0) return null;
  return (
    <View role="region" aria-label="Drills played" style={styles.box}>
      <Words as="heading" level={2}>
        Played
      </Words>
      {drills.map((drill) => (
        <LinkBox
          key={drill.id}
          href={{ pathname: '/drills/[drill]', params: { drill: drill.id } }}
          style={[styles.entry, { borderColor: colours.rule }]}
        >
          <Words as="strong">{drillTitle(drill)}</Words>
          <Words>{scoreText(drill)}</Words>
          <Words as="small" tone="quiet">
            {`${drill.by} · ${format(new Date(drill.at), 'd MMM yyyy, HH:mm')}`}
          </Words>
        </LinkBox>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  act: { maxWidth: 360 },
  box: { gap: space.small, maxWidth: 620 },
  entry: { minHeight: TOUCH, gap: space.hair, paddingVertical: space.small, borderTopWidth: 1 },
});
