import { useRouter } from 'expo-router';
import { Button } from '../components/Button';

/** The way back from a place that has nothing to show. */
export function ToTonight() {
  const router = useRouter();
  return <Button kind="act" label="Go to Tonight" onPress={() => router.replace('/')} />;
}
