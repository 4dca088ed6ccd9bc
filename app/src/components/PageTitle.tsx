import { usePathname } from 'expo-router';
import { useEffect } from 'react';
import { useCurrentLook } from '../rig/currentLook';
import { useRig } from '../rig/Rig';
import { placeNameOf } from './placeNames';

function useTitle(parts: readonly (string | null | undefined)[]): null {
  const title = [...new Set(parts.filter(Boolean)), 'Ergon'].join(' · ');
  useEffect(() => {
    document.title = title;
  }, [title]);
  return null;
}

/** Of a page before anybody is signed in. */
export const BareTitle = ({ title }: { title: string }) => useTitle([title]);

/** What a tab and a screen reader call a page: what it is, the place it belongs to, and the look it is about. */
export function PlaceTitle({ title }: { title: string }) {
  const path = usePathname();
  const current = useCurrentLook();
  const { rig } = useRig();
  const isOfLook = current !== null && path.split('/').includes(current);
  const look = isOfLook ? rig?.looks.find(({ id }) => id === current)?.name : null;
  return useTitle([title, placeNameOf(path), look]);
}
