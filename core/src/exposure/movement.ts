/** Whether a pulse is short enough for what moves. docs/model.md, Exposure. */

/** How far something moves while the pulse lasts by t.1, in millimetres. @param speed metres a second. */
export const movedMm = (speed: number, t1Us: number): number => (speed * t1Us) / 1000;

/** The longest pulse by t.1, in microseconds, in which it moves no more than that. */
export const longestPulseUs = (speed: number, mm: number): number => (mm * 1000) / speed;
