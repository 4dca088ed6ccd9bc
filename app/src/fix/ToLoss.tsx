import { type Href, useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import type { JudgedLook } from '../rig/judgedLook';
import { useRig } from '../rig/Rig';
import { ourSenders } from './ourSenders';

/** The way to what is done without a sender. */
export function ToLoss({ judged }: { judged: JudgedLook }) {
  const router = useRouter();
  const { names } = useRig();
  const senders = ourSenders(judged.judgement.rig);
  if (senders.length === 0) return null;
  const label = senders.length === 1 ? `${names.unit(senders[0]!.id)} is lost` : 'A sender is lost';
  return (
    <View style={styles.box}>
      <Button
        label={label}
        detail="what fires without it"
        onPress={() => router.push(`/fix/${judged.look.id}/lost` as Href)}
      />
    </View>
  );
}

const styles = StyleSheet.create({ box: { alignItems: 'flex-start' } });
