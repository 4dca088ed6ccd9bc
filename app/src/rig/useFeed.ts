import type { TakenOperation } from '@ergon/core/operation/takenOperation';
import { useEffect } from 'react';
import type { OperationQueue } from './operationQueue';
import type { Present } from './ports';
import type { QueueState } from './queueState';

/** How often is asked while no stream comes. */
const ASK_MS = 5000;

/** Other members' operations as they happen: a stream in the tab that leads, and asking where there is none. */
export function useFeed(queue: OperationQueue, { leads, base }: QueueState): void {
  const member = base?.member.id;
  useEffect(() => {
    if (!leads || member === undefined) return;
    let stream = openStream(queue, member);
    const isOpen = () => stream !== null && stream.readyState === stream.OPEN;
    const ask = () => void queue.ask();
    const timer = setInterval(() => {
      if (isOpen()) return;
      ask();
      // One that was answered with an error is not taken up again by itself.
      if (stream?.readyState === stream?.CLOSED) stream = openStream(queue, member);
    }, ASK_MS);
    window.addEventListener('online', ask);
    return () => {
      stream?.close();
      clearInterval(timer);
      window.removeEventListener('online', ask);
    };
  }, [queue, leads, member]);
}

/** The browser takes a lost stream up again by itself, from the last number it was told. */
function openStream(queue: OperationQueue, member: string): EventSource | null {
  if (typeof EventSource === 'undefined') return null;
  const stream = new EventSource(
    `/api/feed?after=${queue.snapshot().base?.number ?? 0}&member=${encodeURIComponent(member)}`,
  );
  stream.addEventListener('message', ({ data }: MessageEvent<string>) =>
    queue.learn([JSON.parse(data) as TakenOperation]),
  );
  stream.addEventListener('present', ({ data }: MessageEvent<string>) =>
    queue.tellPresent(JSON.parse(data) as Present[]),
  );
  return stream;
}
