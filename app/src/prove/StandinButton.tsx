import { View } from 'react-native';
import { Button } from '../components/Button';
import { Failure } from '../components/Failure';
import { useStandinAddress } from './useStandin';

/** Asks simulated gear, where there is some. */
export function StandinButton({ ask }: { ask: { mutate: () => void; isPending: boolean; error: Error | null } }) {
  if (useStandinAddress() === null) return null;
  return (
    <View>
      <Button
        label="Ask the stand-in kit"
        hint="simulated gear"
        onPress={() => ask.mutate()}
        disabled={ask.isPending}
      />
      <Failure error={ask.error} />
    </View>
  );
}
