import { useQueryClient } from '@tanstack/react-query';
import { type Href, useRouter } from 'expo-router';
import { forgetFetched } from '../offline/keptCache';

/** What a device does once somebody is signed in on it: what was fetched for another is none of theirs. */
export function useEntered(to: Href): () => Promise<void> {
  const client = useQueryClient();
  const router = useRouter();
  return async () => {
    client.clear();
    await forgetFetched();
    client.setQueryData(['session'], { signedIn: true });
    router.replace(to);
  };
}
