import type { Fix } from '@ergon/core/mend/fixes';
import { costText, fixText, otherLines } from '@ergon/core/words/wording';
import { View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { useEdit } from './editing';
import { howTosFor } from './howTo';

interface FixButtonProps {
  look: string;
  fix: Fix;
  kind?: 'act' | 'plain';
  onBlock?: boolean;
}

/** A proven fix, one tap away; what else goes with it is listed, so that nothing changes unseen. */
export function FixButton({ look, fix, kind = 'act', onBlock }: FixButtonProps) {
  const { names, kit } = useRig();
  const edit = useEdit();
  return (
    <View>
      <Button
        kind={kind}
        onBlock={onBlock}
        label={fixText(fix, names)}
        detail={costText(fix, names)}
        onPress={() => edit(look, fix.changes, fixText(fix, names))}
      />
      {otherLines(fix, names).map((line) => (
        <Words key={line} as="small" tone={onBlock ? 'quietOnBlock' : 'quiet'}>
          {`and: ${line}`}
        </Words>
      ))}
      {howTosFor(kit, fix.changes).map((line) => (
        <Words key={line} as="small" tone={onBlock ? 'quietOnBlock' : 'quiet'}>
          {line}
        </Words>
      ))}
    </View>
  );
}
