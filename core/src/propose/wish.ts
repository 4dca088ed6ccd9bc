/** What is wanted of a look: lights and what each is for, not settings. docs/model.md, Proposals. */
import type { Link } from '../record/settingTerms.ts';

export interface WantedLight {
  /** What it is for, in the crew's words: key, fill, rim, background. */
  purpose: string;
  /** Where it stands. */
  place?: string | null | undefined;
  /** Seconds there and back; left out: nobody measured. */
  walkSeconds?: number | null | undefined;
  /** The body it sits on; left out: it stands by itself. */
  onBody?: string | null | undefined;
  /** Metered by the camera where that is possible; else a fixed power. */
  metered?: boolean | undefined;
  /** Only this unit, and only told to fire this way. */
  unit?: string | null | undefined;
  link?: Link | null | undefined;
}

/** A net the crew already uses: what is set on its units stays. */
export interface Net {
  channel?: number | null | undefined;
  networkId?: number | null | undefined;
  pin?: number | null | undefined;
}

export interface Wish {
  lights: readonly WantedLight[];
  /** The bodies that shoot, by unit. */
  bodies: readonly string[];
  /** Senders that must speak for a body; the body itself where it is to speak by its own radio. */
  senders?: readonly { body: string; unit: string }[] | undefined;
  /** By family. */
  nets?: ReadonlyMap<string, Net>;
}
