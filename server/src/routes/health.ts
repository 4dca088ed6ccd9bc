import type { HealthAnswer } from '@ergon/core/record/machineExchange';
import { Router } from 'express';
import type { DataSource } from 'typeorm';
import type { Backups } from '../backup/backups.ts';
import type { DiskRoom } from '../diskRoom.ts';

/** A database that takes longer than this for the least of questions is not there, in ms. */
const WITHIN_MS = 2000;

interface Watched {
  backups?: Backups;
  room?: DiskRoom | undefined;
}

/** For a machine that watches this one: 200 while everything is served, 503 while it is not. Asks for no sign-in, and tells nothing a stranger may not know. */
export function healthRoutes(source: DataSource, { backups, room }: Watched): Router {
  const router = Router();
  router.get('/health', async (_request, response) => {
    const database = (await answers(source)) ? 'ok' : 'away';
    const disk = room?.isLow() ? 'full' : 'ok';
    const isWell = database === 'ok' && disk === 'ok';
    const backup = backups?.health() ?? 'none';
    const answer: HealthAnswer = { status: isWell ? 'ok' : 'down', database, disk, backup };
    response
      .status(isWell ? 200 : 503)
      .set('cache-control', 'no-store')
      .json(answer);
  });
  return router;
}

async function answers(source: DataSource): Promise<boolean> {
  let late: NodeJS.Timeout | undefined;
  const tooLate = new Promise<false>((resolve) => (late = setTimeout(() => resolve(false), WITHIN_MS)));
  const asked = source.query('SELECT 1').then(
    () => true,
    () => false,
  );
  const answer = await Promise.race([asked, tooLate]);
  clearTimeout(late);
  return answer;
}
