import { firstCheck } from '@ergon/core/cards/firstCheck';
import { expectedOf } from '@ergon/core/prove/soloPress';
import type { Press } from '@ergon/core/prove/testOrder';
import type { Light } from '@ergon/core/rig/rig';
import { isRight, type Verdict } from '@ergon/core/verdict/verdict';
import { firstCheckText } from '@ergon/core/words/cardWording';
import { FIRE_CAUTION, pressName, resultText } from '@ergon/core/words/proveWording';
import { verdictText } from '@ergon/core/words/wording';
import { useRouter } from 'expo-router';
import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Choice } from '../components/Choice';
import { Words } from '../components/Words';
import type { Sighting } from '@ergon/core/record/incident';
import type { Symptom } from '@ergon/core/record/incidentTerms';
import { useIncident } from '../fix/useIncident';
import { useRig } from '../rig/Rig';
import type { JudgedLook } from '../rig/judgedLook';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import type { Mark, Marked } from './marked';
import type { PressLog } from './usePressLog';
import { StandinButton } from './StandinButton';
import { useStandinPress } from './useStandin';

interface PressSheetProps {
  judged: JudgedLook;
  press: Press;
  pressLog: PressLog;
}

/** One press: what to switch off, what to expect, what was seen, and after a miss what to look at first. */
export function PressSheet({ judged, press, pressLog: { marked, mark, logged } }: PressSheetProps) {
  const expected = useMemo(() => expectedOf(judged.judgement.rig, press), [judged, press]);
  if (logged) return <Logged judged={judged} press={press} logged={logged} />;
  return (
    <View role="region" aria-label={pressName(press)} style={styles.box}>
      <Words>
        {press.letter === null
          ? 'Switch every group on and press.'
          : `Switch every other group off on the senders and press. Only group ${press.letter} should fire.`}
      </Words>
      <Words as="small" tone="quiet">
        {FIRE_CAUTION}
      </Words>
      <View style={styles.row}>
        <Button label="All fired" onPress={() => mark(allFired(press))} />
        <AskStandin judged={judged} press={press} onSeen={mark} />
      </View>
      {press.proves.map((light) => (
        <SeenRow
          key={light}
          light={light}
          expected={expected.find(({ unit }) => unit === light)}
          seen={marked[light] ?? null}
          onSeen={(seen) => mark({ ...marked, [light]: seen })}
        />
      ))}
    </View>
  );
}

const allFired = ({ proves }: Press): Marked => Object.fromEntries(proves.map((light) => [light, { result: 'fired' }]));

function AskStandin({ judged, press, onSeen }: { judged: JudgedLook; press: Press; onSeen: (marked: Marked) => void }) {
  return <StandinButton ask={useStandinPress(judged.judgement.rig, press, onSeen)} />;
}

const RESULTS = [
  { value: 'fired', label: 'fired' },
  { value: 'dark', label: 'dark' },
  { value: 'early', label: 'early' },
  { value: 'bar', label: 'bar' },
  { value: 'power', label: 'power' },
] as const;
type ResultValue = (typeof RESULTS)[number]['value'];

const markOf = (value: ResultValue): Mark =>
  value === 'fired' || value === 'dark' ? { result: value } : { result: 'wrong', wrong: value };
const valueOf = (mark: Mark | null): ResultValue | null =>
  mark === null ? null : mark.result === 'wrong' ? (mark.wrong ?? 'power') : mark.result;

interface SeenRowProps {
  light: string;
  expected: Verdict | undefined;
  seen: Mark | null;
  onSeen: (mark: Mark) => void;
}

function SeenRow({ light, expected, seen, onSeen }: SeenRowProps) {
  const { names } = useRig();
  const colours = useColours();
  const name = names.unit(light);
  return (
    <View style={[styles.seen, { borderColor: colours.rule }]}>
      <Words as="strong">{name}</Words>
      <Words as="small" tone={expected && isRight(expected) ? 'quiet' : 'fault'}>
        {expected ? `expect: ${verdictText(expected)}` : 'nobody can say what to expect'}
      </Words>
      <Choice
        label={`What ${name} did`}
        options={RESULTS}
        value={valueOf(seen)}
        onChoose={(value) => onSeen(markOf(value))}
      />
    </View>
  );
}

interface LoggedProps extends Omit<PressSheetProps, 'pressLog'> {
  logged: Marked;
}

/** What was logged; each miss with the first thing to look at and the way there. */
function Logged({ judged, press, logged }: LoggedProps) {
  const { names } = useRig();
  const missed = Object.entries(logged).filter(([, { result }]) => result !== 'fired');
  return (
    <View role="region" aria-label={`${pressName(press)}, logged`} style={styles.box}>
      <Words as="sentence" live>
        {missed.length === 0
          ? `Logged: ${pressName(press).toLowerCase()}, all fired.`
          : `Logged: ${missed.map(([light, mark]) => `${names.unit(light)} ${resultText(mark)}`).join(', ')}.`}
      </Words>
      {missed.length > 0 && <FindIt judged={judged} press={press} logged={logged} />}
      {missed.map(([light, mark]) => (
        <Miss key={light} judged={judged} press={press} light={light} mark={mark} />
      ))}
    </View>
  );
}

/** What was logged is what was seen: the search for the cause begins with it. */
function FindIt({ judged, press, logged }: LoggedProps) {
  const router = useRouter();
  const { begin } = useIncident(judged);
  const { shot, letter } = press;
  const seen = Object.entries(logged).flatMap(([light, mark]): Sighting[] => {
    const saw = sawOf(mark);
    return saw === null ? [] : [{ light, ...shot, letter, saw }];
  });
  const find = () => {
    if (seen.some(({ saw }) => saw !== 'fires')) begin(seen);
    router.push({ pathname: '/fix/[look]', params: { look: judged.look.id } });
  };
  return (
    <View style={styles.find}>
      <Button label="Find what is wrong" onPress={find} />
    </View>
  );
}

/** Null where a power was off and nobody said which way: that is asked in Fix. */
function sawOf({ result, wrong }: Mark): Symptom | null {
  if (result !== 'wrong') return result === 'fired' ? 'fires' : 'dark';
  return wrong === 'early' || wrong === 'bar' ? wrong : null;
}

function Miss({ judged, press, light, mark }: { judged: JudgedLook; press: Press; light: string; mark: Mark }) {
  const { names } = useRig();
  const router = useRouter();
  const { rig } = judged.judgement;
  const check = firstCheck(rig, rig.placed.get(light) as Light, press.shot.body, mark);
  const open = () =>
    router.push({ pathname: '/lines/[look]/cards', params: { look: judged.look.id, unit: check.unit } });
  return (
    <View style={styles.miss}>
      <Words grow>{firstCheckText(check, rig.placed.get(check.unit)!, names)}</Words>
      <Button label="Its card" hint={names.unit(check.unit)} onPress={open} />
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.base, maxWidth: 620 },
  find: { maxWidth: 360 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small },
  seen: { gap: space.tiny, paddingTop: space.small, borderTopWidth: 1 },
  miss: { flexDirection: 'row', alignItems: 'center', gap: space.small },
});
