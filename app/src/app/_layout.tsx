import { QueryClient } from '@tanstack/react-query';
import { PersistQueryClientProvider } from '@tanstack/react-query-persist-client';
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
  const [client] = useState(newClient);
  useEffect(() => void startServiceWorker(), []);
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
