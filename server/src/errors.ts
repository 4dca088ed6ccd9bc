/** Every error the API answers with: its code, status, and what it says. */
import type { FieldFault } from '@ergon/core/record/fieldFault';
import { MOST_FAULTS } from '@ergon/core/record/soundText';

const ERRORS = {
  'input.invalid': { status: 400, message: 'Something in the request is not as it should be.' },
  'input.not-json': { status: 400, message: 'The request body is not valid JSON.' },
  'input.too-large': { status: 413, message: 'The request body is larger than this takes.' },
  'input.media-type': { status: 415, message: 'Send JSON, with content-type application/json.' },
  'sign-in.needed': { status: 401, message: 'Sign in first: the session is missing or has ended.' },
  'sign-in.other': { status: 401, message: 'Somebody else is signed in here: sign in as who made this.' },
  'sign-in.wrong': { status: 401, message: 'Name and passphrase do not go together.' },
  'sign-in.which-crew': { status: 401, message: 'Several crews have somebody of that name: say the crew too.' },
  'sign-in.removed': {
    status: 401,
    message: 'You were removed from this crew. Ask one of its owners to let you in again.',
  },
  'sign-in.too-often': { status: 429, message: 'Too many tries. Wait a minute, then try again.' },
  'sign-in.too-many-wrong': {
    status: 429,
    message:
      'Too many wrong passphrases for now. Wait an hour, use a phone that was signed in before, or ask an owner for a link.',
  },
  'name.taken': { status: 409, message: 'Somebody here already has that name.' },
  'demo.full': { status: 429, message: 'Too many visitors are in the demo just now. Try again in half an hour.' },
  'demo.alone': { status: 403, message: 'The demo is yours alone. Start a crew to have others in it.' },
  'owner.needed': { status: 403, message: 'Only an owner of the crew can do this.' },
  'owner.last': { status: 409, message: 'A crew needs an owner. Make somebody else an owner first.' },
  'link.gone': {
    status: 404,
    message:
      'This link was used, withdrawn, or has ended. Ask for a new one; if you have just used it, sign in with your name and passphrase.',
  },
  'link.too-many': { status: 409, message: 'Too many links are open. Withdraw some, then make another.' },
  'crew.full': { status: 409, message: 'This crew has as many members as there can be, with those who were removed.' },
  'crew.not-empty': {
    status: 409,
    message: 'This crew has something already. Start a new crew, and bring the archive in there.',
  },
  'request.unknown-host': {
    status: 421,
    message: 'Ergon does not answer to this name. Open it by its address, or start it with this name in ERGON_NAMES.',
  },
  'request.insecure': {
    status: 403,
    message: 'Open Ergon with https://. If you did, its proxy has to say so: X-Forwarded-Proto.',
  },
  'request.foreign': { status: 403, message: 'The request does not come from this app.' },
  'record.missing': { status: 404, message: 'There is no such record in your crew.' },
  'route.missing': { status: 404, message: 'There is nothing at this address.' },
  'standin.missing': {
    status: 424,
    message: 'The stand-in kit does not answer. Start it, or note by hand what you see.',
  },
  'server.unavailable': { status: 503, message: 'The database is not there right now. Nothing was stored; try again.' },
  'server.busy': { status: 503, message: 'Others hold what this needs. Nothing was stored; try again.' },
  'server.slow': {
    status: 503,
    message: 'The database does not answer in time. Whether this was stored is not known; try again.',
  },
  'server.full': {
    status: 503,
    message: 'The disk of the machine Ergon runs on is full. Nothing was stored; make room there, then try again.',
  },
  'server.damaged': {
    status: 503,
    message: 'A table of the database is damaged. Nothing was stored; stop Ergon and restore a backup.',
  },
  'server.failed': { status: 500, message: 'Something went wrong here. What you sent was not stored.' },
} as const;

export type ErrorCode = keyof typeof ERRORS;

/** An expected failure on its way to the error handler. */
export class ApiError extends Error {
  constructor(
    readonly code: ErrorCode,
    readonly faults: readonly FieldFault[] = [],
  ) {
    super(ERRORS[code].message);
  }

  get status(): number {
    return ERRORS[this.code].status;
  }

  toBody(): { error: Record<string, unknown> } {
    return { error: { code: this.code, message: this.message, faults: this.faults.slice(0, MOST_FAULTS) } };
  }
}
