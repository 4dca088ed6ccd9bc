import { settingName, settingValue } from '@ergon/core/words/settingWords';
import { StyleSheet, View } from 'react-native';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { Button } from './Button';
import { Words } from './Words';

/** What needs the member's word: two people on one setting, or an edit the server would not take. */
export function Notices() {
  const colours = useColours();
  const { clashes, refused, queue, names } = useRig();
  const [clash] = clashes;
  if (!clash && refused === null) return null;
  return (
    <View role="alert" style={[styles.notice, { backgroundColor: colours.raised, borderColor: colours.fault }]}>
      {clash ? (
        <>
          <Words as="strong">
            {`Two of you changed the ${settingName(clash.setting)} of ${names.unit(clash.unit)}.`}
          </Words>
          <Words>{`Yours: ${settingValue(clash.setting, clash.yours, names)}. Theirs: ${settingValue(clash.setting, clash.theirs, names)}, which stands.`}</Words>
          <View style={styles.row}>
            <Button kind="act" grow label="Keep theirs" onPress={() => queue.settle(clash, 'theirs')} />
            <Button grow label="Use mine" onPress={() => queue.settle(clash, 'mine')} />
          </View>
        </>
      ) : (
        <>
          <Words as="strong">That change was not taken.</Words>
          <Words>{refused}</Words>
          <Button label="Close" onPress={() => queue.dismissRefusal()} />
        </>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  notice: { margin: space.small, padding: space.wide, gap: space.small, borderWidth: 2, borderRadius: space.base },
  row: { flexDirection: 'row', gap: space.small },
});
