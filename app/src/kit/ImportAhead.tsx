import { importing, replacedBy } from '@ergon/core/operation/editsOf';
import type { KitDocument } from '@ergon/core/record/kitDocument';
import { StyleSheet, View } from 'react-native';
import { FormEnd } from '../components/FormEnd';
import { Words } from '../components/Words';
import { EditList } from '../history/EditList';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { radius, space } from '../theme/tokens';

export interface Ahead {
  file: string;
  document: KitDocument;
}

interface ImportAheadProps {
  ahead: Ahead;
  onImport: () => void;
  onLeave: () => void;
}

/** What an import would change of what is there now, before it is done: a file may be older than the crew's own edits. */
export function ImportAhead({ ahead: { file, document }, onImport, onLeave }: ImportAheadProps) {
  const colours = useColours();
  const { rig, names } = useRig();
  if (!rig) return null;
  const edits = importing(rig, document, 'ahead');
  const replaced = replacedBy(edits);
  const added = edits.length - replaced.length;
  return (
    <View
      role="group"
      aria-label={`Import of ${file}`}
      style={[styles.ahead, { borderColor: colours.rule, backgroundColor: colours.raised }]}
    >
      <Words as="strong" live>
        {`${file} would change ${replaced.length === 1 ? 'one thing' : `${replaced.length} things`} you have:`}
      </Words>
      <EditList edits={replaced} told={{ names, state: rig, ahead: true }} />
      <Words as="small" tone="quiet">
        {`${added === 0 ? 'Nothing is added' : `${added} ${added === 1 ? 'thing is' : 'things are'} added`} besides. A file may be older than what was changed since: one undo takes all of it back.`}
      </Words>
      <FormEnd act={{ label: 'Import it', hint: file }} onAct={onImport} leave="Cancel" onLeave={onLeave} />
    </View>
  );
}

const styles = StyleSheet.create({
  ahead: { padding: space.wide, gap: space.small, borderWidth: 1, borderRadius: radius.base },
});
