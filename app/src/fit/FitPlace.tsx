import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Choice } from '../components/Choice';
import { Foot } from '../components/Foot';
import { useWide } from '../components/useWide';
import { Words } from '../components/Words';
import { KitPage } from '../kit/KitPage';
import { space } from '../theme/tokens';
import { FitLinks } from './FitLinks';
import { GearChoice } from './GearChoice';
import type { Pair } from './pair';
import { PairPane } from './PairPane';
import { type FitGear, MOST_OF_KIND, useFitChoice } from './useFitChoice';

/** Which links work between the chosen bodies and flashes, what each carries, and what would be needed. */
export function FitPlace() {
  const wide = useWide();
  const [choosing, setChoosing] = useState(false);
  const [offCamera, setOffCamera] = useState(true);
  const [worstFirst, setWorstFirst] = useState(false);
  const [pair, setPair] = useState<Pair | null>(null);
  const gear = useFitChoice(offCamera);
  const { items, left, choice, unseen } = gear;
  const [body, flash] = [items.get(pair?.body ?? ''), items.get(pair?.flash ?? '')];
  const isOpen = body && flash && !left.has(body.unit.id) && !left.has(flash.unit.id);
  const { bodies, flashes, triggers } = choice;
  return (
    <KitPage
      title="Fit"
      subtitle={`${bodies.length} bodies · ${flashes.length} flashes · ${triggers.length} triggers`}
      full={wide}
      after={isOpen && <PairPane choice={choice} body={body} flash={flash} />}
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
            {`At most ${MOST_OF_KIND} of a kind fit in one table: ${unseen} ${unseen === 1 ? 'unit is' : 'units are'} not in it. Choose the gear to see others.`}
          </Words>
        )}
        {items.size > 0 && (
          <Foot>
            <View style={styles.buttons}>
              <Button label="Choose the gear" expanded={choosing} onPress={() => setChoosing(!choosing)} />
              {!wide && (
                <Button
                  label={worstFirst ? 'Worst first' : 'Best first'}
                  hint="press to turn the order"
                  onPress={() => setWorstFirst(!worstFirst)}
                />
              )}
            </View>
          </Foot>
        )}
        {choosing && <GearChoice {...gear} />}
      </View>
      {bodies.length === 0 || flashes.length === 0 ? (
        <NothingToFit items={items} />
      ) : (
        <FitLinks choice={choice} items={items} worstFirst={worstFirst} chosen={pair} onChoose={setPair} />
      )}
    </KitPage>
  );
}

/** What is missing of a body and a flash, and the way to it. */
function NothingToFit({ items }: Pick<FitGear, 'items'>) {
  const router = useRouter();
  const kinds = new Set([...items.values()].map(({ profile }) => profile.kind));
  const missing = [!kinds.has('body') && 'body', !kinds.has('flash') && 'flash'].filter((kind) => kind !== false);
  if (missing.length === 0) return <Words>Choose at least one body and one flash.</Words>;
  return (
    <View style={styles.box}>
      <Words>{`Fit shows how a body and a flash work together. No ${missing.join(' and no ')} is in service yet.`}</Words>
      <Foot>
        <View style={styles.buttons}>
          <Button kind="act" label="To the units" hint="to add some" onPress={() => router.push('/kit')} />
        </View>
      </Foot>
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.base },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small, alignItems: 'center' },
});
