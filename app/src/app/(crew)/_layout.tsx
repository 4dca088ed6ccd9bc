import { Slot } from 'expo-router';
import { CrewShell } from '../../screens/CrewShell';

export default function CrewLayout() {
  return (
    <CrewShell>
      <Slot />
    </CrewShell>
  );
}

export { NotFetched as ErrorBoundary } from '../../screens/NotFetched';
