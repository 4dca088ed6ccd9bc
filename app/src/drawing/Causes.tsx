import { causeChain } from '@ergon/core/shot/causeChain';
import type { Shot } from '@ergon/core/shot/lightRun';
import type { Verdict } from '@ergon/core/verdict/verdict';
import type { Names } from '@ergon/core/words/settingWords';
import { chainText } from '@ergon/core/words/workWording';
import { useState } from 'react';
import { View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { space } from '../theme/tokens';

interface CausesProps {
  verdicts: readonly Verdict[];
  shot: Shot;
  names: Names;
}

/** What set each light off, link by link. */
export function Causes({ verdicts, shot, names }: CausesProps) {
  const [open, setOpen] = useState(false);
  return (
    <View style={{ gap: space.small, maxWidth: 720 }}>
      <Button
        label={open ? 'Close the causes' : 'What sets each light off'}
        expanded={open}
        onPress={() => setOpen(!open)}
      />
      {open && (
        <View role="list" aria-label="Causes" style={{ gap: space.small }}>
          {verdicts.map(({ unit }) => (
            <View role="listitem" key={unit}>
              <Words as="strong">{names.unit(unit)}</Words>
              <Words as="small" tone="quiet">
                {chainText(causeChain(shot, unit), names)}
              </Words>
            </View>
          ))}
        </View>
      )}
    </View>
  );
}
