import {
  easingText,
  eveningSentence,
  momentText,
  swapSchedule,
  swapText,
  unknownText,
} from '@ergon/core/words/energyWording';
import { useLocalSearchParams } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Block } from '../components/Block';
import { Page } from '../components/Page';
import { useWide } from '../components/useWide';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { ToTonight } from '../screens/ToTonight';
import { space } from '../theme/tokens';
import { ChargeChart } from './ChargeChart';
import { ChargeTable } from './ChargeTable';
import { chargeRows, firingMoments } from './chargeRows';
import { type EveningShown, useEvening } from './useEvening';

/** Whether every light lasts the evening: its cells, its charging time, its heat. */
export function EnergyPage() {
  const { event: id } = useLocalSearchParams<{ event: string }>();
  const { rig } = useRig();
  const shown = useEvening(id);
  const event = rig?.events.find((one) => one.id === id);
  if (!rig || !shown) return null;
  if (!event)
    return (
      <Page title="Energy">
        <Words>There is no such event: it may have been removed.</Words>
        <ToTonight />
      </Page>
    );
  return (
    <Page key={id} title="Energy" subtitle={event.name}>
      <Summary shown={shown} />
      <Charges shown={shown} />
      <Words as="small" tone="quiet">
        Never open a unit: its capacitor stays charged long after it is off. Heed the pauses its maker asks for, charge
        packs with somebody by, and let mains units hang on an earthed outlet with residual-current protection, dry, as
        local code says.
      </Words>
    </Page>
  );
}

/** The one thing to know, when cells are changed, and what would ease it. */
function Summary({ shown: { evening, easings, moments } }: { shown: EveningShown }) {
  const { names, rig } = useRig();
  const dealtTo = (id: string) => rig?.units.find((unit) => unit.id === id)?.dealtTo ?? null;
  const called = (id: string) => moments.find((moment) => moment.id === id)?.name ?? id;
  const swaps = swapSchedule(evening);
  return (
    <Block label="The evening">
      <Words as="sentence" tone="onBlock" live>
        {eveningSentence(evening, names)}
      </Words>
      {swaps.map((swap) => (
        <Words key={swap.moment} tone="onBlock">
          {swapText(swap, called(swap.moment), dealtTo, names)}
        </Words>
      ))}
      {easings.map((easing) => (
        <Words key={easingText(easing, names)} tone="quietOnBlock">
          {easingText(easing, names)}
        </Words>
      ))}
    </Block>
  );
}

function Charges({ shown: { evening, moments: all } }: { shown: EveningShown }) {
  const { names } = useRig();
  const wide = useWide();
  const [asked, setAsked] = useState<string | null>(null);
  const moments = firingMoments(all, evening);
  const rows = chargeRows(moments, evening);
  const least = [...rows].sort((a, b) => b.sets - a.sets || a.left - b.left)[0];
  if (!least)
    return (
      <Words>
        Note frames at the moments of the event, and the pops of a set of cells at your models: then it is drawn here.
      </Words>
    );
  const chosen = rows.find(({ light }) => light === asked) ?? least;
  const of = evening.lights.find(({ light }) => light === chosen.light)!;
  const open = evening.lights.filter(({ unknown }) => unknown.length > 0);
  return (
    <View style={wide ? styles.beside : styles.below}>
      <View style={[styles.below, wide && styles.half]}>
        <ChargeChart
          rows={rows}
          chosen={chosen.light}
          labels={moments.map(({ time }, index) => time ?? String(index + 1))}
        />
        <View>
          <Words as="strong">{names.unit(chosen.light)}</Words>
          {of.moments.map((one) => (
            <Words key={one.moment} as="small">
              {`${all.find(({ id }) => id === one.moment)!.name}: ${momentText(one)}`}
            </Words>
          ))}
        </View>
      </View>
      <View style={[styles.below, wide && styles.half]}>
        <ChargeTable rows={rows} moments={moments} chosen={chosen.light} onChoose={setAsked} />
        {open.map((one) => (
          <Words key={one.light} as="small" tone="quiet">
            {`${names.unit(one.light)}: ${unknownText(one, names)}`}
          </Words>
        ))}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  below: { gap: space.wide },
  beside: { flexDirection: 'row', gap: space.gap, maxWidth: 1100 },
  half: { flex: 1, minWidth: 0 },
});
