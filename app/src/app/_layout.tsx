import { AtkinsonHyperlegibleNext_400Regular } from '@expo-google-fonts/atkinson-hyperlegible-next/400Regular';
import { AtkinsonHyperlegibleNext_700Bold } from '@expo-google-fonts/atkinson-hyperlegible-next/700Bold';
import { QueryClient } from '@tanstack/react-query';
import { PersistQueryClientProvider } from '@tanstack/react-query-persist-client';
import { useFonts } from 'expo-font';
import { Slot } from 'expo-router';
import { useEffect, useState } from 'react';
import { keptCache } from '../offline/keptCache';
import { startServiceWorker } from '../offline/newVersion';
import { PrintStyle } from '../theme/PrintStyle';
import { ThemeProvider } from '../theme/Theme';

const newClient = (): QueryClient =>
  new QueryClient({
    defaultOptions: {
      // What is kept for a start without a server must not be thrown out meanwhile.
      queries: { networkMode: 'always', gcTime: Infinity },
      mutations: { networkMode: 'always' },
    },
  });

export default function Layout() {
  // A font that fails to load must not keep the crew from its lights: the system's takes its place.
  const [loaded, failed] = useFonts({ AtkinsonHyperlegibleNext_400Regular, AtkinsonHyperlegibleNext_700Bold });
  const [client] = useState(newClient);
  useEffect(() => void startServiceWorker(), []);
  if (!loaded && !failed) return null;
  return (
    <PersistQueryClientProvider client={client} persistOptions={keptCache}>
      <ThemeProvider>
        <PrintStyle />
        <Slot />
      </ThemeProvider>
    </PersistQueryClientProvider>
  );
}

export { NothingFetched as ErrorBoundary } from '../screens/NotFetched';
