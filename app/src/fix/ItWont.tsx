import { useRouter } from 'expo-router';
import { Button } from '../components/Button';

interface ItWontProps {
  look: string;
  unit: string;
  label: string;
}

/** Somebody sees a light fail: the way to finding out why, with that light marked. */
export function ItWont({ look, unit, label }: ItWontProps) {
  const router = useRouter();
  const toFix = () => router.push({ pathname: '/fix/[look]', params: { look, light: unit } });
  return <Button label="It won’t" hint={`${label}: find out why`} onPress={toFix} />;
}
