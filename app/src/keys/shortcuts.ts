/** The keys there are, once: what is pressed is looked up here, and the sheet of keys is written from it. */

/** What a key does; the screen says how. */
export type Deed = 'along' | 'find' | 'undo' | 'redo' | 'keys' | 'close';

interface Shortcut {
  does: Deed;
  /** As `KeyboardEvent.key` names them. */
  keys: readonly string[];
  /** With Ctrl or Cmd held, or with neither. */
  control: boolean;
  /** How the sheet names the keys and the deed. */
  named: string;
  told: string;
}

export const SHORTCUTS: readonly Shortcut[] = [
  {
    does: 'along',
    keys: ['ArrowUp', 'ArrowDown', 'ArrowLeft', 'ArrowRight'],
    control: false,
    named: 'arrow keys',
    told: 'go along lines and stations',
  },
  { does: 'find', keys: ['/'], control: false, named: '/', told: 'find a light' },
  { does: 'undo', keys: ['z', 'Z'], control: true, named: 'Ctrl+Z or Cmd+Z', told: 'undo' },
  { does: 'redo', keys: ['y', 'Y'], control: true, named: 'Ctrl+Y or Cmd+Y', told: 'redo' },
  { does: 'keys', keys: ['?'], control: false, named: '?', told: 'this list' },
  { does: 'close', keys: ['Escape'], control: false, named: 'Esc', told: 'close what is open' },
];

type Pressed = Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey' | 'target'>;

/** What a key press asks for; null where it is nobody's, or belongs to the field or choice it was pressed in. */
export function deedOf(event: Pressed): Deed | null {
  if (event.altKey) return null;
  const control = event.ctrlKey || event.metaKey;
  const found = SHORTCUTS.find((one) => one.control === control && one.keys.includes(event.key));
  if (!found || (control && event.shiftKey)) return null;
  if (isTyping(event.target)) return found.does === 'close' ? 'close' : null;
  // Arrow keys inside a choice belong to the choice.
  return found.does === 'along' && isChoosing(event.target) ? null : found.does;
}

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement;

const isChoosing = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && target.getAttribute('role') === 'radio';
