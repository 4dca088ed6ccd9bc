import { type PlannedRow, planUnits, type UnitPlan, unitTable } from '@ergon/core/describe/unitTable';
import { putting } from '@ergon/core/operation/editsOf';
import { counted } from '@ergon/core/words/saying';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { FilePick } from '../components/FilePick';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { ExportButton } from './ExportButton';
import { readCsv, writeCsv } from './csv';

/** Rows shown of each outcome before one asks for all. */
const SHOWN = 20;

interface Preview {
  file: string;
  plan: UnitPlan;
}

/** The unit list as a table for a spreadsheet, out and in. Nothing is written before the preview is confirmed. */
export function UnitsFile() {
  const { rig, kit } = useRig();
  const [preview, setPreview] = useState<Preview | null>(null);
  const [unreadable, setUnreadable] = useState<string | null>(null);
  const [done, setDone] = useState<string | null>(null);
  const read = async (file: File) => {
    setDone(null);
    try {
      const plan = planUnits(readCsv(await file.text()), rig?.units ?? [], kit.profiles.values());
      setPreview({ file: file.name, plan });
      setUnreadable(null);
    } catch (error) {
      setPreview(null);
      setUnreadable(`${file.name}, ${(error as Error).message}`);
    }
  };
  return (
    <View style={styles.box}>
      <Words as="heading" level={2}>
        Unit list
      </Words>
      <Words tone="quiet">
        Your units as a CSV table for a spreadsheet. Columns may stand in any order; only label and model are needed.
      </Words>
      <View style={styles.buttons}>
        <ExportButton
          label="Export the list"
          hint="as CSV"
          name="ergon-units.csv"
          write={() => writeCsv(unitTable(rig?.units ?? [], kit.profiles))}
        />
        <FilePick
          label="Read a list"
          hint="Unit list to read"
          accept=".csv,text/csv"
          onPick={(file) => void read(file)}
        />
      </View>
      {unreadable !== null && (
        <Words tone="fault" live>
          {`Nothing was read. In ${unreadable}`}
        </Words>
      )}
      {done !== null && <Words live>{done}</Words>}
      {preview && (
        <PlanPreview
          key={preview.file}
          {...preview}
          onDone={(said) => {
            setPreview(null);
            setDone(said);
          }}
        />
      )}
    </View>
  );
}

/** @param onDone with what was written; null where nothing was. */
function PlanPreview({ file, plan, onDone }: Preview & { onDone: (said: string | null) => void }) {
  const of = (outcome: PlannedRow['outcome']) => plan.rows.filter((row) => row.outcome === outcome);
  const [adds, changes, same, refused] = [of('add'), of('change'), of('same'), of('refuse')];
  const write = useWritePlan(file, { adds, changes, refused }, onDone);
  if (plan.problems.length > 0) return <NoUnitList file={file} problems={plan.problems} />;
  const writes = adds.length + changes.length;
  const parts = [adds.length > 0 && `add ${adds.length}`, changes.length > 0 && `change ${changes.length}`];
  return (
    <View role="region" aria-label="Preview of the list" style={styles.box}>
      <Words as="sentence" live>
        {`${file}: ${adds.length} to add, ${changes.length} to change, ${same.length} as they are, ${refused.length} refused.`}
      </Words>
      <RowList title="Refused: mend these in the file and read it again" rows={refused} say={refusedText} fault all />
      <RowList title="To change" rows={changes} say={changedText} />
      <RowList title="To add" rows={adds} say={(row) => `line ${row.line}: ${row.label}`} />
      <View style={styles.buttons}>
        {writes > 0 && (
          <Button
            kind="act"
            label={capital(parts.filter(Boolean).join(' and '))}
            detail={refused.length > 0 ? `and leave ${refused.length} out` : undefined}
            onPress={write}
          />
        )}
        <Button label={writes > 0 ? 'Write nothing' : 'Close'} onPress={() => onDone(null)} />
      </View>
    </View>
  );
}

interface PlannedWrites {
  adds: readonly PlannedRow[];
  changes: readonly PlannedRow[];
  refused: readonly PlannedRow[];
}

/** Writes the rows in one piece; undone, all of them go back in one piece. */
function useWritePlan(file: string, { adds, changes, refused }: PlannedWrites, onDone: (said: string) => void) {
  const { queue } = useRig();
  return () => {
    const units = [...adds, ...changes].map((row) => row.unit!);
    queue.submit(`reading ${file}`, (rig, born) =>
      units.flatMap((doc) => putting(rig, { on: { kind: 'unit', id: doc.id }, doc, born })),
    );
    onDone(writtenText(file, { adds, changes, refused }));
  };
}

/** "From hired.csv: 2 units added, 1 changed, 3 refused. One undo takes all of it back." */
function writtenText(file: string, { adds, changes, refused }: PlannedWrites): string {
  const parts = [
    adds.length > 0 && `${counted(adds.length, 'unit')} added`,
    changes.length > 0 && `${adds.length > 0 ? changes.length : counted(changes.length, 'unit')} changed`,
    refused.length > 0 && `${refused.length} refused`,
  ];
  return `From ${file}: ${parts.filter(Boolean).join(', ')}. One undo takes all of it back.`;
}

const NoUnitList = ({ file, problems }: { file: string; problems: readonly string[] }) => (
  <View role="alert">
    <Words tone="fault">{`${file} is not a unit list. Nothing was read.`}</Words>
    {problems.map((problem) => (
      <Words key={problem} as="small">
        {problem}
      </Words>
    ))}
  </View>
);

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
const refusedText = (row: PlannedRow): string =>
  `line ${row.line}, ${row.label || 'no label'}: ${row.reasons.map(({ column, message }) => `${column} ${message}`).join('; ')}`;
const changedText = (row: PlannedRow): string => `line ${row.line}, ${row.before!.label}: ${row.changes.join(', ')}`;

interface RowListProps {
  title: string;
  rows: readonly PlannedRow[];
  say: (row: PlannedRow) => string;
  fault?: boolean;
  all?: boolean;
}

function RowList({ title, rows, say, fault, all }: RowListProps) {
  const colours = useColours();
  const [opened, setOpened] = useState(false);
  if (rows.length === 0) return null;
  const shown = all || opened ? rows : rows.slice(0, SHOWN);
  return (
    <View>
      <Words as="strong">{title}</Words>
      <View role="list" aria-label={title}>
        {shown.map((row) => (
          <View key={row.line} role="listitem" style={[styles.row, { borderColor: colours.rule }]}>
            <Words as="small" tone={fault ? 'fault' : 'ink'}>
              {say(row)}
            </Words>
          </View>
        ))}
      </View>
      {shown.length < rows.length && (
        <Button kind="quiet" label={`Show all ${rows.length}`} onPress={() => setOpened(true)} />
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.base },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small, alignItems: 'flex-start' },
  row: { borderTopWidth: 1, paddingVertical: space.tiny },
});
