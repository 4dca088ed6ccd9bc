import { ROWS } from '@ergon/core/shot/rowLight';
import { type FramePreview, framePreview, type SyncLimit, syncLimits } from '@ergon/core/shot/framePreview';
import type { Body, Light, Rig } from '@ergon/core/rig/rig';
import { realSync } from '@ergon/core/shot/foundSync';
import type { Shot } from '@ergon/core/shot/lightRun';
import type { Verdict } from '@ergon/core/verdict/verdict';
import { foundByText } from '@ergon/core/words/proveWording';
import { verdictText } from '@ergon/core/words/wording';
import { framePreviewText, syncLimitText } from '@ergon/core/words/workWording';
import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import Svg, { Rect } from 'react-native-svg';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';

const WIDTH = 108;
/** Three whole px for each row: parts of one would leave seams. */
const HEIGHT = 3 * ROWS;

/** Below this many stops a row is drawn black. */
const DARKEST_STOPS = -5;

interface FrameStripProps {
  rig: Rig;
  shot: Shot;
  verdicts: readonly Verdict[];
}

/** The frame each light would make, drawn small, and how fast the shutter may be on its path. */
export function FrameStrip({ rig, shot, verdicts }: FrameStripProps) {
  const { names } = useRig();
  const limits = useMemo(
    () =>
      syncLimits(
        rig,
        shot,
        verdicts.map(({ unit }) => unit),
      ),
    [rig, shot, verdicts],
  );
  return (
    <View style={styles.box}>
      <Words as="heading" level={2}>
        The frame
      </Words>
      <View role="list" aria-label="Frames" style={styles.list}>
        {verdicts.map((verdict) => (
          <OneFrame
            key={verdict.unit}
            shot={shot}
            verdict={verdict}
            name={names.unit(verdict.unit)}
            limit={limits.get(verdict.unit) ?? null}
          />
        ))}
      </View>
    </View>
  );
}

interface OneFrameProps {
  shot: Shot;
  verdict: Verdict;
  name: string;
  limit: SyncLimit | null;
}

function OneFrame({ shot, verdict, name, limit }: OneFrameProps) {
  const run = shot.runs.get(verdict.unit)!;
  const picture = useMemo(() => framePreview(shot, run), [shot, run]);
  return (
    <View role="listitem" style={styles.one}>
      {/* Where no light falls there is nothing to say of it that the words beside it do not say. */}
      <View {...(picture ? { role: 'img', 'aria-label': framePreviewText(picture) } : { 'aria-hidden': true })}>
        <Picture picture={picture} upright={shot.attitude === 'upright'} />
      </View>
      <View style={styles.words}>
        <Words as="strong">{name}</Words>
        <Words as="small" tone={verdict.verdict === 'in-sync' ? 'quiet' : 'fault'}>
          {verdictText(verdict)}
        </Words>
        {limit && <Limit limit={limit} body={shot.body} light={run.light} />}
      </View>
    </View>
  );
}

/** How fast the shutter may be, and who found that with test frames. */
function Limit({ limit, body, light }: { limit: SyncLimit; body: Body; light: Light }) {
  const found = realSync(body, light);
  return (
    <Words as="small" tone="quiet">
      {[syncLimitText(limit), found && foundByText(found.by)].filter(Boolean).join(' ')}
    </Words>
  );
}

/** The lens turns the picture over: the row that opens first is its lower edge, or a side of one held upright. */
function Picture({ picture, upright }: { picture: FramePreview | null; upright: boolean }) {
  const colours = useColours();
  const rows = picture?.rows ?? [];
  const each = HEIGHT / Math.max(1, rows.length);
  const [width, height] = upright ? [HEIGHT, WIDTH] : [WIDTH, HEIGHT];
  const placeOf = (index: number) =>
    upright
      ? { x: index * each, y: 1, width: each, height: height - 2 }
      : { x: 1, y: height - (index + 1) * each, width: width - 2, height: each };
  return (
    <Svg width={width} height={height} aria-hidden>
      <Rect
        x={0.5}
        y={0.5}
        width={width - 1}
        height={height - 1}
        fill={picture ? colours.block : 'none'}
        stroke={colours.quiet}
        strokeDasharray={picture ? undefined : '3 3'}
      />
      {rows.map((stops, index) => {
        const light = Math.max(0, 1 - stops / DARKEST_STOPS);
        return light === 0 ? null : <Rect key={index} {...placeOf(index)} fill={colours.open} opacity={light} />;
      })}
    </Svg>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.base },
  list: { flexDirection: 'row', flexWrap: 'wrap', gap: space.wide },
  one: { flexDirection: 'row', gap: space.base, flexBasis: 280, flexGrow: 1, maxWidth: 480 },
  words: { flex: 1 },
});
