import { useEffect } from 'react';
import { useCurrentLook } from '../rig/currentLook';
import { useRig } from '../rig/Rig';
import { placeNameOf } from './placeNames';

const titleOf = (parts: readonly (string | null | undefined)[]): string =>
  [...new Set(parts.filter(Boolean)), 'Ergon'].join(' · ');

/** Of a page before anybody is signed in. */
export function BareTitle({ title }: { title: string }) {
  useEffect(() => {
    document.title = titleOf([title]);
  }, [title]);
  return null;
}

/** What a tab and a screen reader call a page: what it is, the place it belongs to, and the look it is about. */
export function PlaceTitle({ title }: { title: string }) {
  const current = useCurrentLook();
  const { rig } = useRig();
  const look = rig?.looks.find(({ id }) => id === current);
  useEffect(() => {
    const path = window.location.pathname;
    const isOfLook = look !== undefined && path.split('/').includes(look.id);
    document.title = titleOf([title, placeNameOf(path), isOfLook ? look.name : null]);
  }, [title, look]);
  return null;
}
