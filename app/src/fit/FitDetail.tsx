import { allWays, CARRIES, type FitChoice, type WayResult } from '@ergon/core/fit/fit';
import { whatWouldHelp } from '@ergon/core/fit/fitNeeds';
import { trialOf } from '@ergon/core/fit/fitTrial';
import { stageOf, STAGES } from '@ergon/core/rig/codes';
import { STATION_NAMES } from '@ergon/core/words/stationWords';
import type { KitItem } from '@ergon/core/rig/rig';
import { judge } from '@ergon/core/verdict/judge';
import { lineOf, type SignalLine } from '@ergon/core/verdict/signalLine';
import { whyText } from '@ergon/core/words/findingWording';
import { CARRIES_NAMES, carriesText, fitNeedText, triWord, wayText } from '@ergon/core/words/fitWording';
import { fieldOf, type Names, powerText } from '@ergon/core/words/settingWords';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { LineStrip } from '../drawing/LineStrip';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';

/** Ways shown before one asks for all. */
const SHOWN = 3;

interface FitDetailProps {
  choice: FitChoice;
  body: KitItem;
  flash: KitItem;
  width: number;
  /** The pair is named close by already. */
  untitled?: boolean;
}

/** One pair explained: the line of each way, what it carries and why not more, and what would help. */
export function FitDetail({ choice, body, flash, width, untitled }: FitDetailProps) {
  const { names } = useRig();
  const [opened, setOpened] = useState(false);
  const ways = useMemo(() => allWays(choice, body, flash), [choice, body, flash]);
  const needs = useMemo(() => whatWouldHelp(choice, body, flash, ways[0] ?? null), [choice, body, flash, ways]);
  const shown = opened ? ways : ways.slice(0, SHOWN);
  return (
    <View style={styles.detail}>
      {!untitled && (
        <Words as="heading" level={2}>
          {`${flash.unit.label} with ${body.unit.label}`}
        </Words>
      )}
      {ways.length === 0 && <Words>Nothing of what is chosen joins these two.</Words>}
      {shown.map((result, index) => (
        <WayShown
          key={wayText(result.way, names)}
          choice={choice}
          body={body}
          flash={flash}
          result={result}
          width={width}
          first={index === 0}
        />
      ))}
      {shown.length < ways.length && (
        <Button kind="quiet" label={`Show all ${ways.length} ways`} onPress={() => setOpened(true)} />
      )}
      {needs.length > 0 && (
        <View style={styles.part}>
          <Words as="strong">What would help</Words>
          {needs.map((need) => (
            <Words key={fitNeedText(need, names)}>{fitNeedText(need, names)}</Words>
          ))}
        </View>
      )}
    </View>
  );
}

interface WayShownProps extends FitDetailProps {
  result: WayResult;
  first: boolean;
}

function WayShown({ choice, body, flash, result, width, first }: WayShownProps) {
  const { names: kitNames } = useRig();
  const colours = useColours();
  const { line, names } = useMemo(() => {
    const trial = trialOf(choice.families, body, flash, result.way);
    const judgement = judge(trial.rig);
    const shot = judgement.shots[0]!;
    const verdict = judgement.verdicts.find((one) => one.unit === trial.light.id)!;
    // Parts of the trial go by the labels of what they stand for.
    const named: Names = {
      unit: (id) => trial.rig.placed.get(id)?.unit.label ?? kitNames.unit(id),
      family: kitNames.family,
      power: (id, stops) => powerText(trial.rig.placed.get(id)?.profile, stops),
    };
    const bare = lineOf(trial.rig, shot, shot.runs.get(trial.light.id)!, verdict);
    return { line: withLosses(bare, result), names: named };
  }, [choice, body, flash, result, kitNames]);
  return (
    <View style={[styles.part, { borderColor: colours.rule }, !first && styles.divided]}>
      <Words as="strong">{wayText(result.way, kitNames)}</Words>
      <Words as="small" tone="quiet">
        {result.cleanTo === null ? carriesText(result) : `${carriesText(result)}. Clean to ${result.cleanTo}.`}
      </Words>
      <View
        role="img"
        aria-label={`Line: ${line.stations.map((station) => `${STATION_NAMES[station.stage]} ${station.state}`).join(', ')}`}
      >
        <LineStrip line={line} width={width} />
        <View style={[styles.stages, { width }]} aria-hidden>
          {STAGES.map((stage) => (
            <View key={stage} style={styles.stage}>
              <Words as="small" tone="quiet" align="center" single>
                {STATION_NAMES[stage]}
              </Words>
            </View>
          ))}
        </View>
      </View>
      {reasonsOf(result, names).map(({ lost, holds, why }) => (
        <Words key={why} as="small" tone={holds === false ? 'fault' : 'ink'}>
          {`${lost.join(', ')}: ${triWord(holds)}. ${why}`}
        </Words>
      ))}
    </View>
  );
}

interface Reason {
  lost: string[];
  holds: boolean | null;
  why: string;
}

/** Why each thing is lost or open; what is lost for one reason stands together. */
function reasonsOf(result: WayResult, names: Names): Reason[] {
  const reasons = new Map<string, Reason>();
  for (const name of CARRIES) {
    const { holds, fault, fields } = result.carries[name];
    // What does not fire carries nothing else either: that need not be said four times.
    if (holds === true || (holds === false && fault === null)) continue;
    const why = fault ? whyText(fault, names) : `Not recorded: ${fields.map((ref) => fieldOf(ref, names)).join('; ')}.`;
    const known = reasons.get(why);
    if (known) known.lost.push(CARRIES_NAMES[name]);
    else reasons.set(why, { lost: [CARRIES_NAMES[name]], holds, why });
  }
  return [...reasons.values()];
}

/** Stations where something is lost on the way are half filled, although the light fires. */
function withLosses(line: SignalLine, result: WayResult): SignalLine {
  const lost = new Set(
    CARRIES.map((name) => result.carries[name])
      .filter(({ holds, fault }) => holds === false && fault !== null)
      .map(({ fault }) => stageOf(fault!.code)),
  );
  const stations = line.stations.map((station) =>
    station.state === 'ok' && lost.has(station.stage) ? { ...station, state: 'loss' as const } : station,
  );
  return { ...line, stations };
}

const styles = StyleSheet.create({
  detail: { gap: space.wide },
  part: { gap: space.tiny },
  divided: { borderTopWidth: 1, paddingTop: space.base },
  stages: { flexDirection: 'row' },
  // Wider than its share: the longest name stands between two short ones.
  stage: { flex: 1, marginHorizontal: -space.tiny },
});
