import { useMutation } from '@tanstack/react-query';
import { useRig } from './Rig';

interface KitChange<Input, Result> {
  send: (input: Input) => Promise<Result>;
  /** What takes it back, and what the member calls it. */
  undo: (result: Result, input: Input) => { label: string; run: () => Promise<unknown> };
  onDone?: (result: Result, input: Input) => void;
  onFailed?: () => void;
}

/** A change of the kit, sent at once, that the one undo stack takes back. */
export function useKitChange<Input = void, Result = unknown>({
  send,
  undo,
  onDone,
  onFailed,
}: KitChange<Input, Result>) {
  const { queue, refresh } = useRig();
  return useMutation({
    mutationFn: send,
    onSuccess: (result, input) => {
      const { label, run } = undo(result, input);
      // Whether or not it could be taken back, what is shown must be what is there.
      queue.pushUndo(label, () => run().finally(refresh));
      onDone?.(result, input);
      refresh();
    },
    onError: onFailed,
  });
}
