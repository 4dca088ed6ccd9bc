import { STAGES } from '@ergon/core/rig/codes';
import { STATION_NAMES } from '@ergon/core/words/stationWords';
import { StyleSheet, View } from 'react-native';
import { Words } from '../components/Words';
import { useColours } from '../theme/Theme';
import { space, type } from '../theme/tokens';
import { nameLines, namesHeight, SLIM_GAP, type SlimColumns } from './slimRow';

const ROOM = 56;

/** The names of the columns, once for all rows; they stay in sight while the rows are scrolled. */
export function StationNames({ columns, first, last }: { columns: SlimColumns; first: string; last: string }) {
  const colours = useColours();
  const lines = nameLines(columns);
  return (
    <View style={[styles.names, { backgroundColor: colours.ground, borderColor: colours.quiet }]} aria-hidden>
      <View style={{ width: columns.name }}>
        <Words as="tiny" tone="quiet">
          {first}
        </Words>
      </View>
      <View style={{ width: columns.strip, height: namesHeight(columns) }}>
        {STAGES.map((stage, index) => (
          <View
            key={stage}
            style={[
              styles.name,
              { left: columns.xs[index]! - ROOM / 2, top: (lines - 1 - (index % lines)) * type.tiny.lineHeight },
            ]}
          >
            <Words as="tiny" tone="quiet" align="center">
              {STATION_NAMES[stage]}
            </Words>
          </View>
        ))}
      </View>
      <View style={{ width: columns.power }}>
        <Words as="tiny" tone="quiet" align="right">
          {last}
        </Words>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  names: {
    // The web's own word for what stays at the top; the types are those of a phone's own views.
    position: 'sticky' as 'relative',
    top: 0,
    zIndex: 1,
    flexDirection: 'row',
    alignItems: 'flex-end',
    gap: SLIM_GAP,
    paddingTop: space.tiny,
    paddingBottom: space.hair,
    borderBottomWidth: 1,
  },
  name: { position: 'absolute', width: ROOM },
});
