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
  /** In the place of setting it at once. */
  onApply?: (label: string) => void;
}

/** A proven fix, one tap away; what else goes with it is listed, so that nothing changes unseen. */
export function FixButton({ look, fix, kind = 'act', onBlock, onApply }: FixButtonProps) {
  const { names, kit } = useRig();
  const edit = useEdit();
  const label = fixText(fix, names);
  return (
    <View>
      <Button
        kind={kind}
        onBlock={onBlock}
        label={label}
        detail={costText(fix, names)}
        onPress={() => (onApply ? onApply(label) : edit(look, fix.changes, label))}
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
