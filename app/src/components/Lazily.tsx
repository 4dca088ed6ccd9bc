import { type ComponentType, lazy, type LazyExoticComponent, type ReactNode, Suspense } from 'react';
import { Words } from './Words';

/** A part that is fetched when it is first shown: what two places share would else weigh on the first screen. */
export const lazily = <P extends object>(
  load: () => Promise<ComponentType<P>>,
): LazyExoticComponent<ComponentType<P>> => lazy(async () => ({ default: await load() }));

export function Lazily({ children }: { children: ReactNode }) {
  return <Suspense fallback={<Words live>Opening…</Words>}>{children}</Suspense>;
}
