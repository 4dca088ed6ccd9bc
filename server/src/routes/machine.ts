import type { MachineAnswer } from '@ergon/core/record/machineExchange';
import { type Request, Router } from 'express';
import { basename } from 'node:path';
import { statSync } from 'node:fs';
import type { BackupFile } from '../backup/backupFile.ts';
import type { Backups } from '../backup/backups.ts';
import type { DiskRoom } from '../diskRoom.ts';
import { ApiError } from '../errors.ts';
import { endOf, fingerprintOf } from '../reach/certificates.ts';
import type { Reached } from '../reach/listen.ts';
import { isLoopback } from '../reach/ranges.ts';
import type { Tls } from '../reach/settings.ts';

export interface MachineOptions {
  tls: Tls['kind'];
  /** Asked anew each time: a machine changes networks. */
  reached: () => Reached;
  backups?: Backups | undefined;
  room?: DiskRoom | undefined;
}

/** How this machine is reached and what backups it has, without a sign-in and without the database: it is asked when they fail. */
export function machineRoutes({ tls, reached, backups, room }: MachineOptions): Router {
  const router = Router();
  router.get('/machine', (request, response) => {
    const { addresses, certificate } = reached();
    const answer: MachineAnswer = {
      tls,
      certificate: certificate && {
        shown: fingerprintOf(certificate.cert),
        until: endOf(certificate.cert),
        authority: certificate.authority && fingerprintOf(certificate.authority),
      },
      here: isHere(request)
        ? {
            addresses,
            backups: backups?.list().map(keptBackup) ?? [],
            trouble: backups?.lastTrouble ?? null,
            free: room?.free() ?? null,
          }
        : null,
    };
    response.json(answer);
  });
  router.get('/machine/authority.crt', (_request, response) => {
    const authority = reached().certificate?.authority;
    if (!authority) throw new ApiError('route.missing');
    response.type('application/x-x509-ca-cert').send(Buffer.from(authority));
  });
  return router;
}

const FORWARDED = ['x-forwarded-for', 'forwarded', 'via'];

/** Whether it is asked from the machine itself, and not by something there on behalf of another. */
function isHere(request: Request): boolean {
  const { remoteAddress } = request.socket;
  if (remoteAddress === undefined || !isLoopback(remoteAddress)) return false;
  return FORWARDED.every((header) => request.get(header) === undefined);
}

const keptBackup = ({ file, note }: BackupFile) => ({
  file: basename(file),
  made: note?.made ?? null,
  bytes: note?.bytes ?? statSync(file).size,
  checked: note?.checked ?? null,
  fault: note?.fault ?? null,
});
