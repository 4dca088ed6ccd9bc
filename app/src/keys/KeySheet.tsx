import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { space } from '../theme/tokens';
import { SHORTCUTS } from './shortcuts';

/** Every key there is, and what it does. */
export function KeySheet({ onClose }: { onClose: () => void }) {
  const router = useRouter();
  return (
    <>
      {SHORTCUTS.map(({ does, named, told }) => (
        <View key={does} style={styles.key}>
          <View style={styles.name}>
            <Words as="strong">{named}</Words>
          </View>
          <Words>{told}</Words>
        </View>
      ))}
      <View style={styles.key}>
        <Button label="What words mean" onPress={() => router.push('/glossary')} />
        <Button label="Close" onPress={onClose} />
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  key: { flexDirection: 'row', gap: space.small },
  name: { width: 160 },
});
