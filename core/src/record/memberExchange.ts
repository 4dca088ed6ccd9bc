/**
 * What server and app tell each other about who is in a crew: its members, the links that let somebody in, and what was
 * done about either. None of it is of a crew's state: it is changed on the server alone, and only with a network.
 */
import { z } from 'zod';
import { labelSchema } from './fieldShapes.ts';
import { newPassphraseSchema, passphraseSchema } from './passphrase.ts';

/** An owner invites, names, removes and lets in again; in all that is about gear everybody is alike. */
export const ROLES = ['owner', 'member'] as const;
const roleSchema = z.enum(ROLES);
export type Role = z.infer<typeof roleSchema>;

/** Hours a link lets somebody in: sent the evening before, it is good through the day. */
export const LINK_HOURS = 48;

/** 32 random bytes. */
const tokenSchema = z.string().regex(/^[A-Za-z0-9_-]{43}$/, 'is not a whole link: copy it once more');
const memberIdSchema = z.string().min(1).max(64);

/** A link for somebody new, or for a member who cannot get in. */
export const newLinkSchema = z.union(
  [z.strictObject({ role: roleSchema }), z.strictObject({ member: memberIdSchema })],
  { error: 'names either the role of somebody new, "owner" or "member", or the id of a member' },
);
export type NewLink = z.infer<typeof newLinkSchema>;

export const linkSchema = z.strictObject({ token: tokenSchema });

/** The name only of somebody new. */
export const joinSchema = z.strictObject({
  token: tokenSchema,
  name: labelSchema.optional(),
  passphrase: newPassphraseSchema,
});
export type Join = z.infer<typeof joinSchema>;

export const memberChangeSchema = z
  .strictObject({ name: labelSchema, role: roleSchema, removed: z.boolean() })
  .partial()
  .refine((change) => Object.keys(change).length === 1, 'must name one thing to change');
export type MemberChange = z.infer<typeof memberChangeSchema>;

export const passphraseChangeSchema = z.strictObject({ passphrase: passphraseSchema, next: newPassphraseSchema });
export type PassphraseChange = z.infer<typeof passphraseChangeSchema>;

export interface CrewMember {
  id: string;
  name: string;
  role: Role;
  /** ISO, as every instant here. */
  since: string;
  removed: { at: string; by: string } | null;
}

/** A link nobody has used yet. Its secret is known to whoever made it and to nobody else. */
export interface OpenLink {
  id: string;
  role: Role;
  /** The member it lets in again; null for somebody new. */
  member: string | null;
  /** Null where it was made at the machine itself. */
  by: string | null;
  until: string;
}

/** The one answer that holds the secret. */
export interface MadeLink {
  token: string;
  until: string;
}

/** What a link leads to, for whoever holds it. */
export interface LinkAnswer {
  crew: string;
  by: string | null;
  /** The member it lets in again; null for somebody new. */
  member: string | null;
  until: string;
}

export const DEEDS = [
  'started',
  'joined',
  'invited',
  'withdrew',
  'renamed',
  'made-owner',
  'made-member',
  'removed',
  'let-in-again',
  'link-for',
  'came-back',
  'new-passphrase',
  'signed-out-everywhere',
] as const;
export type Deed = (typeof DEEDS)[number];

/** What was done about members. */
export interface MemberDeed {
  at: string;
  what: Deed;
  /** Null where it was done at the machine itself. */
  by: string | null;
  /** Whom it was about, where that is somebody else. */
  whom: string | null;
  /** The name somebody has now. */
  to: string | null;
}

export interface MembersAnswer {
  members: CrewMember[];
  links: OpenLink[];
  /** The newest first. */
  deeds: MemberDeed[];
}
