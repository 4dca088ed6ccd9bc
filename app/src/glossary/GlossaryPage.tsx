import { termsWith } from '@ergon/core/words/glossary';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Field } from '../components/Field';
import { Page } from '../components/Page';
import { Words } from '../components/Words';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';

/** The words used here, found by what people call them elsewhere too. */
export function GlossaryPage() {
  const colours = useColours();
  const [typed, setTyped] = useState('');
  const terms = termsWith(typed);
  return (
    <Page title="What words mean" subtitle="The words used here, and what others call them">
      <View style={styles.column}>
        <Field label="Find a word" value={typed} onChangeText={setTyped} />
        {terms.length === 0 && <Words live>No such word, and nobody’s other word for one.</Words>}
        <View role="list" aria-label="Words">
          {terms.map(({ word, means, elsewhere }) => (
            <View key={word} role="listitem" style={[styles.term, { borderColor: colours.rule }]}>
              <Words as="strong">{`${word}:`}</Words>
              <Words>{means}</Words>
              {elsewhere.length > 0 && <Words as="small" tone="quiet">{`Elsewhere: ${elsewhere.join(', ')}.`}</Words>}
            </View>
          ))}
        </View>
      </View>
    </Page>
  );
}

const styles = StyleSheet.create({
  column: { gap: space.base, maxWidth: 620 },
  term: { borderTopWidth: 1, paddingVertical: space.small, gap: space.hair },
});
