import { useRef } from 'react';
import { Button } from './Button';

interface FilePickProps {
  /** On the button. */
  label: string;
  /** What is picked, for a reader. */
  hint: string;
  /** As an input's `accept`. */
  accept: string;
  onPick: (file: File) => void;
  disabled?: boolean;
}

/** A button that lets a person pick one file; the same one may be picked again. */
export function FilePick({ label, hint, accept, onPick, disabled }: FilePickProps) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button label={label} onPress={() => input.current?.click()} disabled={disabled} />
      <input
        ref={input}
        type="file"
        accept={accept}
        aria-label={hint}
        style={{ display: 'none' }}
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          event.target.value = '';
          if (file) onPick(file);
        }}
      />
    </>
  );
}
