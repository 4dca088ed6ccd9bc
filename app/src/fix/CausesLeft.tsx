import type { Diagnosis } from '@ergon/core/diagnose/diagnosis';
import type { Incident } from '@ergon/core/record/incident';
import { causeText, clearedLines, shareText } from '@ergon/core/words/diagnosisWording';
import type { About } from '@ergon/core/words/faultWords';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';

interface CausesLeftProps {
  diagnosis: Diagnosis;
  incident: Incident;
  about: About;
}

/** So many are named at once: more nobody reads at a glance. */
const AT_ONCE = 4;

/** What it may still be, with how likely, and why the rest is fine. */
export function CausesLeft({ diagnosis, incident, about }: CausesLeftProps) {
  const colours = useColours();
  const [all, setAll] = useState(false);
  const { causes } = diagnosis;
  const most = causes[0]?.share ?? 1;
  const shown = all ? causes : causes.slice(0, AT_ONCE);
  const fine = clearedLines(diagnosis, incident, about);
  return (
    <View style={styles.box}>
      {causes.length > 1 && (
        <View role="list" aria-label="What it may be">
          {shown.map((cause) => (
            <View key={causeText(cause, about)} role="listitem" style={styles.cause}>
              <View style={styles.track}>
                <View
                  style={[
                    styles.share,
                    { width: `${Math.max(4, Math.round((100 * cause.share) / most))}%`, backgroundColor: colours.ink },
                  ]}
                />
              </View>
              <Words grow>{causeText(cause, about)}</Words>
              <Words as="small" tone="quiet">
                {shareText(cause.share)}
              </Words>
            </View>
          ))}
        </View>
      )}
      {causes.length > AT_ONCE && !all && (
        <View style={styles.more}>
          <Button kind="quiet" label={`${causes.length - AT_ONCE} more`} onPress={() => setAll(true)} />
        </View>
      )}
      {fine.map((line) => (
        <Words key={line} as="small" tone="quiet">
          {line}
        </Words>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.small, maxWidth: 620 },
  cause: { flexDirection: 'row', alignItems: 'center', gap: space.small, paddingVertical: space.tiny },
  more: { alignItems: 'flex-start' },
  track: { width: 48, height: 6, justifyContent: 'center' },
  share: { height: 6 },
});
