import { buildRig, indexKit } from '@ergon/core/rig/rig';
import { briefText, clockText, drillTitle } from '@ergon/core/words/drillWording';
import { StyleSheet, View } from 'react-native';
import { Block } from '../components/Block';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import type { Made, StageResult } from '../workers/stageDrill.worker';

interface BriefProps {
  result: StageResult;
  onBegin: (made: Made) => void;
}

/** What there is, before the clock starts. */
export function Brief({ result: { made }, onBegin }: BriefProps) {
  if (!made)
    return (
      <Words tone="fault" live>
        Nothing can be hidden there so that it can be found: too little of it surely fires as planned. Mend the look
        first, or take the practice gear.
      </Words>
    );
  const { staged, kit } = made;
  const rig = buildRig(indexKit(kit), staged.look);
  return (
    <Block label="The brief">
      <Words as="strong" tone="onBlock">
        {drillTitle(staged)}
      </Words>
      <Words as="sentence" tone="onBlock" live>
        {briefText(staged, rig)}
      </Words>
      <Words tone="quietOnBlock">
        {`The clock starts at once, and counts walks and work too. The best order takes ${clockText(staged.best.seconds)}.`}
      </Words>
      <View style={styles.act}>
        <Button kind="act" label="Begin" onPress={() => onBegin(made)} />
      </View>
    </Block>
  );
}

const styles = StyleSheet.create({ act: { maxWidth: 360 } });
