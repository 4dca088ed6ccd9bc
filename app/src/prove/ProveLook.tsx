import type { Shot } from '@ergon/core/shot/lightRun';
import { openPairs, type Press, testOrder } from '@ergon/core/prove/testOrder';
import { proofsOf } from '@ergon/core/verdict/proof';
import { orderSentence, pressedBy, pressName } from '@ergon/core/words/proveWording';
import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import type { JudgedLook } from '../rig/judgedLook';
import { space } from '../theme/tokens';
import { ProofGrid } from './ProofGrid';

/** The test fires still to make for a look, in the order that proves most for the fewest presses. */
function usePresses({ judgement, look }: JudgedLook) {
  const { rig } = useRig();
  return useMemo(() => {
    const proofs = proofsOf(judgement, rig?.tests.filter((test) => test.look === look.id) ?? []);
    return { proofs, order: testOrder(openPairs(judgement.rig, proofs)) };
  }, [judgement, look.id, rig?.tests]);
}

interface ProveLookProps {
  judged: JudgedLook;
  readOnly: boolean;
  onPress: (press: Press) => void;
  /** The shot that is looked at. */
  shot: Shot;
}

/** What is proven and what is not, and the next press to make. */
export function ProveLook({ judged, readOnly, onPress, shot }: ProveLookProps) {
  const { names } = useRig();
  const { proofs, order } = usePresses(judged);
  const { shots, verdicts } = judged.judgement;
  return (
    <View role="region" aria-label="Test fires" style={styles.box}>
      <Words as="heading" level={2}>
        Test fires
      </Words>
      <Words as="sentence" live>
        {orderSentence(order)}
      </Words>
      <ProofGrid proofs={proofs} shots={shots} shot={shot} verdicts={verdicts} />
      {!readOnly && (
        <View role="list" aria-label="Presses to make" style={styles.list}>
          {order.presses.map((press, index) => (
            <View key={`${press.letter ?? 'all'} ${press.shot.body} ${press.shot.attitude}`} role="listitem">
              <Button
                label={pressName(press)}
                detail={`${pressedBy(press, names)}, proves ${press.proves.length}`}
                kind={index === 0 ? 'act' : 'plain'}
                onPress={() => onPress(press)}
              />
            </View>
          ))}
        </View>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.base },
  list: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small },
});
