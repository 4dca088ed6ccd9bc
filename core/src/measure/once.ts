/** Works something out when it is first asked for, and never again. */
export function once<T>(workOut: () => T): () => T {
  let known: { value: T } | null = null;
  return () => (known ??= { value: workOut() }).value;
}
