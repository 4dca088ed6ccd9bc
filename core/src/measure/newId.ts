/** Not an id: where a unit is said to sit, it means in somebody's hand. */
export const HAND = 'hand';

/** An id made from a label, unlike any taken: "Light 3" becomes light-3, or light-3-2. */
export function newId(label: string, taken: ReadonlySet<string>): string {
  const isFree = (id: string) => id !== HAND && !taken.has(id);
  const base =
    label
      .normalize('NFKD')
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 48) || 'unit';
  if (isFree(base)) return base;
  for (let n = 2; ; n++) if (isFree(`${base}-${n}`)) return `${base}-${n}`;
}
