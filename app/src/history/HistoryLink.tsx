import { useRouter } from 'expo-router';
import { Button } from '../components/Button';

/** The way to who did what; of one thing, or of all. */
export function HistoryLink({ of, name }: { of?: string; name?: string }) {
  const router = useRouter();
  return (
    <Button
      label="History"
      hint={name === undefined ? 'of the crew' : `of ${name}`}
      onPress={() => router.push({ pathname: '/history', params: of === undefined ? {} : { of } })}
    />
  );
}
