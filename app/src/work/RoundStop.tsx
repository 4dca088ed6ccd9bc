import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { useColours } from '../theme/Theme';
import { radius, space } from '../theme/tokens';

/** How far a way leads from the camera's line in the picture, in px: the shortest still seen as one, and the farthest. */
const NEAREST = 12;
const FARTHEST = 40;
const STROKE = 3;
const MARK = 11;

interface RoundStopProps {
  /** The way there and back, in seconds; 0 at the camera, null where nobody measured it. */
  walkSeconds: number | null;
  /** The longest way of the round, in seconds. */
  farthest: number;
  /** What is done there. */
  children: ReactNode;
}

/** One stop of a round, drawn as a path: down along the camera, out to the place as far as it is, and back. */
export function RoundStop({ walkSeconds, farthest, children }: RoundStopProps) {
  const colours = useColours();
  const isAtCamera = walkSeconds === 0;
  const out = isAtCamera ? 0 : wayOut(walkSeconds, farthest);
  const line = { backgroundColor: colours.ink };
  return (
    <View role="listitem" style={styles.stop}>
      <View aria-hidden style={styles.path}>
        <View style={[styles.along, line]} />
        {isAtCamera ? (
          <View style={[styles.atCamera, line]} />
        ) : (
          <View
            style={[styles.way, walkSeconds === null && styles.unmeasured, { width: out, borderColor: colours.ink }]}
          >
            <View style={[styles.mark, { backgroundColor: colours.ground, borderColor: colours.ink }]} />
          </View>
        )}
        <View style={[styles.along, line]} />
      </View>
      <View style={styles.done}>{children}</View>
    </View>
  );
}

/** What nobody measured is drawn half-way, with dots. */
function wayOut(walkSeconds: number | null, farthest: number): number {
  const share = walkSeconds === null || farthest <= 0 ? 0.5 : walkSeconds / farthest;
  return NEAREST + share * (FARTHEST - NEAREST);
}

const styles = StyleSheet.create({
  stop: { flexDirection: 'row', gap: space.small },
  path: { width: FARTHEST + MARK / 2 },
  along: { width: STROKE, height: space.small },
  atCamera: { width: STROKE, flex: 1 },
  way: {
    flex: 1,
    justifyContent: 'center',
    borderWidth: STROKE,
    borderLeftWidth: 0,
    borderTopRightRadius: radius.base,
    borderBottomRightRadius: radius.base,
  },
  unmeasured: { borderStyle: 'dotted' },
  mark: {
    position: 'absolute',
    right: -(MARK + STROKE) / 2,
    width: MARK,
    height: MARK,
    borderRadius: MARK / 2,
    borderWidth: STROKE,
  },
  done: { flex: 1, minWidth: 0, gap: space.hair, paddingVertical: space.small },
});
