import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';

/** The way to the drills. */
export function ToDrills({ label = 'Drills', detail }: { label?: string; detail?: string }) {
  const router = useRouter();
  return (
    <View style={styles.box}>
      <Button label={label} detail={detail} onPress={() => router.push('/drills')} />
    </View>
  );
}

const styles = StyleSheet.create({ box: { alignItems: 'flex-start' } });
