/** The one thing the interface takes from the web's own half of React. */
declare module 'react-dom' {
  import type { ReactNode, ReactPortal } from 'react';
  export function createPortal(children: ReactNode, at: Element): ReactPortal;
}
