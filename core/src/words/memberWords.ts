/** What is said of what was done about a crew's members. */
import type { Deed, MemberDeed, Role } from '../record/memberExchange.ts';

export const ROLE_NAMES: Readonly<Record<Role, string>> = { owner: 'owner', member: 'member' };

/** "Maren removed Bo." */
export function deedText({ what, by, whom, to }: MemberDeed): string {
  const who = by ?? 'Somebody at the machine';
  const other = whom ?? 'somebody';
  const words: Readonly<Record<Deed, string>> = {
    started: `${who} started the crew`,
    joined: `${who} joined${whom === null ? '' : `, invited by ${whom}`}`,
    invited: `${who} made an invitation`,
    withdrew: `${who} withdrew a link`,
    renamed: whom === null ? `${who} is now called ${to}` : `${who} gave ${whom} the name ${to}`,
    'made-owner': `${who} made ${other} an owner`,
    'made-member': `${who} made ${other} a member`,
    removed: `${who} removed ${other}`,
    'let-in-again': `${who} let ${other} in again`,
    'link-for': `${who} made a link for ${other}`,
    'came-back': `${who} came in by a link and set a new passphrase`,
    'new-passphrase': `${who} set a new passphrase`,
    'signed-out-everywhere': `${who} signed out everywhere`,
  };
  return `${words[what]}.`;
}
