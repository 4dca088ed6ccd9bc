import type { FitChoice } from '@ergon/core/fit/fit';
import type { KitItem } from '@ergon/core/rig/rig';
import { CARRIES_NAMES } from '@ergon/core/words/fitWording';
import { useMemo, useState } from 'react';
import { ScrollView, StyleSheet, useWindowDimensions, View } from 'react-native';
import { Button } from '../components/Button';
import { Choice } from '../components/Choice';
import { Toggles } from '../components/Toggles';
import { Words } from '../components/Words';
import { useWide } from '../components/useWide';
import { KitPage } from '../kit/KitPage';
import { useRig } from '../rig/Rig';
import { byLabel } from '../rig/byLabel';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { FitDetail } from './FitDetail';
import { FitPairs } from './FitPairs';
import { FitTable } from './FitTable';
import { useFit } from './useFit';

export interface Pair {
  body: string;
  flash: string;
}

const KINDS = [
  { kind: 'body', title: 'Bodies' },
  { kind: 'flash', title: 'Flashes' },
  { kind: 'trigger', title: 'Triggers' },
] as const;

/** At most this many of a kind: more would be no table to read. */
const MOST = 30;
const DETAIL_WIDTH = 380;

/** Which links work between the chosen bodies and flashes, what each carries, and what would be needed. */
export function FitPlace() {
  const wide = useWide();
  const { rig, kit, names } = useRig();
  const colours = useColours();
  const { width } = useWindowDimensions();
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [choosing, setChoosing] = useState(false);
  const [offCamera, setOffCamera] = useState(true);
  const [mostLostFirst, setMostLostFirst] = useState(false);
  const [pair, setPair] = useState<Pair | null>(null);
  const items = useMemo(() => {
    const order = byLabel(names);
    const here = (rig?.units ?? []).filter((unit) => unit.inService !== false).sort((a, b) => order(a.id, b.id));
    return new Map(
      here.flatMap((unit) => {
        const profile = kit.profiles.get(unit.profile);
        return profile ? [[unit.id, { unit, profile } satisfies KitItem] as const] : [];
      }),
    );
  }, [rig?.units, kit, names]);
  const chosen = useMemo(() => [...items.values()].filter((item) => !left.has(item.unit.id)), [items, left]);
  const choice = useMemo((): FitChoice => {
    const of = (kind: KitItem['profile']['kind']) => chosen.filter((item) => item.profile.kind === kind).slice(0, MOST);
    return { bodies: of('body'), flashes: of('flash'), triggers: of('trigger'), families: kit.families, offCamera };
  }, [chosen, kit, offCamera]);
  const { cells, progress, stopped, stop, again } = useFit(choice);
  const [body, flash] = [items.get(pair?.body ?? ''), items.get(pair?.flash ?? '')];
  const open = body && flash && !left.has(body.unit.id) && !left.has(flash.unit.id) ? { body, flash } : null;
  const { bodies, flashes, triggers } = choice;
  const unseen = chosen.length - bodies.length - flashes.length - triggers.length;
  return (
    <KitPage
      title="Fit"
      subtitle={`${bodies.length} bodies · ${flashes.length} flashes · ${triggers.length} triggers`}
      full={wide}
      after={
        open && (
          <ScrollView
            role="complementary"
            aria-label="Pair"
            tabIndex={0}
            style={[styles.side, { backgroundColor: colours.raised, borderColor: colours.rule }]}
            contentContainerStyle={styles.sideContent}
          >
            <FitDetail
              key={`${open.body.unit.id} ${open.flash.unit.id}`}
              choice={choice}
              {...open}
              width={DETAIL_WIDTH - 2 * space.page}
            />
          </ScrollView>
        )
      }
    >
      <View style={styles.box}>
        <Choice
          label="The flash stands"
          fill={!wide}
          options={[
            { value: true, label: 'off the camera' },
            { value: false, label: 'anywhere' },
          ]}
          value={offCamera}
          onChoose={setOffCamera}
        />
        {unseen > 0 && (
          <Words tone="quiet">
            {`At most ${MOST} of a kind fit in one table: ${unseen} ${unseen === 1 ? 'unit is' : 'units are'} not in it. Choose the gear to see others.`}
          </Words>
        )}
        <View style={styles.buttons}>
          <Button label="Choose the gear" expanded={choosing} onPress={() => setChoosing(!choosing)} />
          {!wide && (
            <Button
              label={mostLostFirst ? 'Most lost first' : 'Least lost first'}
              hint="press to turn the order"
              onPress={() => setMostLostFirst(!mostLostFirst)}
            />
          )}
        </View>
        {choosing &&
          KINDS.map(({ kind, title }) => {
            const options = [...items.values()].filter((item) => item.profile.kind === kind);
            const chosen = options.map((item) => item.unit.id).filter((id) => !left.has(id));
            return (
              <View key={kind} style={styles.box}>
                <View style={styles.buttons}>
                  <Words as="strong" grow>
                    {title}
                  </Words>
                  <Button
                    kind="quiet"
                    label={chosen.length === 0 ? `All ${title.toLowerCase()}` : `No ${title.toLowerCase()}`}
                    onPress={() =>
                      setLeft((old) => {
                        const ids = options.map((item) => item.unit.id);
                        return new Set([
                          ...[...old].filter((id) => !ids.includes(id)),
                          ...(chosen.length === 0 ? [] : ids),
                        ]);
                      })
                    }
                  />
                </View>
                <Toggles
                  label={title}
                  options={options.map((item) => ({ value: item.unit.id, label: item.unit.label }))}
                  values={chosen}
                  onChange={(values) =>
                    setLeft((old) => {
                      const ids = options.map((item) => item.unit.id);
                      return new Set([
                        ...[...old].filter((id) => !ids.includes(id)),
                        ...ids.filter((id) => !values.includes(id)),
                      ]);
                    })
                  }
                />
              </View>
            );
          })}
      </View>
      {bodies.length === 0 || flashes.length === 0 ? (
        <Words>Choose at least one body and one flash.</Words>
      ) : cells ? (
        <View style={styles.box}>
          <Words as="small" tone="quiet">
            {`Strokes, from the left: ${Object.values(CARRIES_NAMES).join(', ')}. A bar: lost. Dotted: not recorded.`}
          </Words>
          {wide ? (
            <FitTable bodies={bodies} flashes={flashes} cells={cells} chosen={pair} onChoose={setPair} />
          ) : (
            <FitPairs
              choice={choice}
              cells={cells}
              items={items}
              mostLostFirst={mostLostFirst}
              width={width - 2 * space.wide}
              chosen={pair}
              onChoose={setPair}
            />
          )}
        </View>
      ) : stopped ? (
        <View style={styles.buttons}>
          <Words grow>Stopped.</Words>
          <Button label="Work it out" onPress={again} />
        </View>
      ) : (
        <View style={styles.buttons}>
          <Words grow live>
            {progress ? `${progress.done} of ${progress.all} pairs` : 'Working it out…'}
          </Words>
          <Button label="Stop" onPress={stop} />
        </View>
      )}
    </KitPage>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.base },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small, alignItems: 'center' },
  side: { flexGrow: 0, width: DETAIL_WIDTH, borderLeftWidth: 1 },
  sideContent: { padding: space.page },
});
