/** Where the band picture puts frequencies: in plain code, so that it can be tested without a screen. */

/** What lies in the band: its edges in MHz. */
export interface Extent {
  from: number;
  to: number;
}

export interface Segment extends Extent {
  /** Its edges in px. */
  left: number;
  right: number;
}

/** Further apart than this, in MHz, two parts of the band are drawn with a break between them. */
const BREAK_MHZ = 60;
/** Room around what lies at an edge of a part, in MHz. */
const MARGIN_MHZ = 3;
/** Width of a break, in px. */
const BREAK_PX = 18;
/** A part is at least this share of the picture. */
const LEAST_SHARE = 0.2;

/** Cuts the band into the parts where something is, the lowest first, each as wide as what it spans. */
export function bandSegments(extents: readonly Extent[], width: number): Segment[] {
  const sorted = [...extents].sort((a, b) => a.from - b.from);
  const parts: Extent[] = [];
  for (const { from, to } of sorted) {
    const last = parts.at(-1);
    if (last && from - last.to < BREAK_MHZ) last.to = Math.max(last.to, to);
    else parts.push({ from, to });
  }
  const wide = parts.map(({ from, to }) => ({ from: from - MARGIN_MHZ, to: to + MARGIN_MHZ }));
  const span = wide.reduce((sum, { from, to }) => sum + to - from, 0);
  const shares = wide.map(({ from, to }) => Math.max(LEAST_SHARE, (to - from) / span));
  const whole = shares.reduce((sum, share) => sum + share, 0);
  const room = width - BREAK_PX * (parts.length - 1);
  let left = 0;
  return wide.map((part, index) => {
    const right = left + (room * shares[index]!) / whole;
    const segment = { ...part, left, right };
    left = right + BREAK_PX;
    return segment;
  });
}

/** Where a frequency stands in px; null where no part holds it. */
export function placeOf(segments: readonly Segment[], mhz: number): number | null {
  const part = segments.find(({ from, to }) => mhz >= from && mhz <= to);
  return part ? part.left + ((mhz - part.from) / (part.to - part.from)) * (part.right - part.left) : null;
}
