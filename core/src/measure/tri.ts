/** Three-valued logic: what depends on a value nobody recorded is neither true nor false. */

/** True, false, or null where it depends on something nobody recorded. */
export type Tri = boolean | null;

/** True when either holds, false when neither does, null while one that could is open. */
export function either(a: Tri | undefined, b: Tri | undefined): Tri {
  if (a === true || b === true) return true;
  return a === false && b === false ? false : null;
}

/** True when both hold, false when one does not, null while one that could fail is open. */
export const both = (a: Tri, b: Tri): Tri =>
  a === false || b === false ? false : a === null || b === null ? null : true;

/** Equality of two values of which either may be unrecorded. */
export const same = <T>(a: T | null | undefined, b: T | null | undefined): Tri =>
  a == null || b == null ? null : a === b;
