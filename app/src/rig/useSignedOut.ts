import { useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'expo-router';
import { forgetFetched } from '../offline/keptCache';
import { noteSignedIn } from './askedAhead';

/** What a device does once its session has ended: nothing of it stays but what waits to be sent. */
export function useSignedOut(): () => Promise<void> {
  const client = useQueryClient();
  const router = useRouter();
  return async () => {
    noteSignedIn(false);
    client.clear();
    await forgetFetched();
    router.replace('/sign-in');
  };
}
