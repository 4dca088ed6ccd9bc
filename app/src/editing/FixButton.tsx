import type { Fix } from '@ergon/core/mend/fixes';
import type { KitIndex } from '@ergon/core/rig/rig';
import type { Names } from '@ergon/core/words/settingWords';
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
  /** What it costs and how it is done is said elsewhere. */
  bare?: boolean;
  /** In the place of setting it at once. */
  onApply?: (label: string) => void;
}

/** What else goes with a fix, and the ways through the menus. */
export const fixNotes = (fix: Fix, names: Names, kit: KitIndex): string[] => [
  ...otherLines(fix, names).map((line) => `and: ${line}`),
  ...howTosFor(kit, fix.changes),
];

/** A proven fix, one tap away; what else goes with it is listed, so that nothing changes unseen. */
export function FixButton({ look, fix, kind = 'act', onBlock, bare, onApply }: FixButtonProps) {
  const { names, kit } = useRig();
  const edit = useEdit();
  const label = fixText(fix, names);
  return (
    <View>
      <Button
        kind={kind}
        onBlock={onBlock}
        label={label}
        detail={bare ? undefined : costText(fix, names)}
        hint={bare ? costText(fix, names) : undefined}
        onPress={() => (onApply ? onApply(label) : edit(look, fix.changes, label))}
      />
      {!bare &&
        fixNotes(fix, names, kit).map((line) => (
          <Words key={line} as="small" tone={onBlock ? 'quietOnBlock' : 'quiet'}>
            {line}
          </Words>
        ))}
    </View>
  );
}
