import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';

/** The way back from a place that has nothing to show. */
export function ToTonight() {
  const router = useRouter();
  return (
    <View style={styles.box}>
      <Button kind="act" label="Go to Tonight" onPress={() => router.replace('/')} />
    </View>
  );
}

const styles = StyleSheet.create({ box: { maxWidth: 360 } });
