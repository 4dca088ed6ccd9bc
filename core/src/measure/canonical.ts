/** One text for equal values, and a short digest of it. */

/** JSON with sorted keys and without nulls: left out and null mean the same. */
export function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonical).join(',')}]`;
  if (value === null || typeof value !== 'object') return JSON.stringify(value) ?? 'null';
  const entries = Object.entries(value).filter(([, item]) => item != null);
  entries.sort(([a], [b]) => (a < b ? -1 : 1));
  return `{${entries.map(([key, item]) => `${JSON.stringify(key)}:${canonical(item)}`).join(',')}}`;
}

/**
 * 16 hexadecimal digits: two 32-bit FNV-1a hashes side by side, enough to tell settings apart without a cryptographic
 * package.
 */
export function digest(text: string): string {
  let a = 0x811c9dc5;
  let b = 0x9747b28c;
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    a = Math.imul(a ^ code, 0x01000193);
    b = Math.imul(b ^ code ^ (a >>> 15), 0x01000193);
  }
  return [a, b].map((half) => (half >>> 0).toString(16).padStart(8, '0')).join('');
}
