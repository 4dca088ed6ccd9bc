/** What is wrong with a label, in the user's words; undefined when nothing is. */
export function labelFault(label: string): string | undefined {
  if (label.trim() === '') return 'Give it a name.';
  return label.trim().length > 80 ? 'At most 80 characters.' : undefined;
}
