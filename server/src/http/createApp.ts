import { existsSync } from 'node:fs';
import { basename, join } from 'node:path';
import type { KitDocument } from '@ergon/core/record/kitDocument';
import compression from 'compression';
import express, { type Express } from 'express';
import type { Store } from 'express-session';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import type { DataSource } from 'typeorm';
import type { Backups } from '../backup/backups.ts';
import type { DiskRoom } from '../diskRoom.ts';
import { ApiError } from '../errors.ts';
import { archiveRoutes } from '../routes/archive.ts';
import { exportRoutes } from '../routes/export.ts';
import { healthRoutes } from '../routes/health.ts';
import { machineRoutes } from '../routes/machine.ts';
import { memberRoutes } from '../routes/members.ts';
import { operationRoutes } from '../routes/operations.ts';
import { paperRoutes } from '../routes/paper.ts';
import { standinRoutes } from '../routes/standin.ts';
import { signInRoutes } from '../routes/signIn.ts';
import type { Fonts } from '../paper/sheet.ts';
import type { Reached } from '../reach/listen.ts';
import { type ReachSettings, THIS_MACHINE } from '../reach/settings.ts';
import type { CrewServices } from '../store/crewServices.ts';
import { accessLog } from './accessLog.ts';
import { cookieShape } from './cookies.ts';
import { deadline } from './deadline.ts';
import { errorHandler } from './errorHandler.ts';
import { knownHosts } from './knownHosts.ts';
import { needsRoom } from './needsRoom.ts';
import { overTls } from './overTls.ts';
import { ownPagesOnly } from './ownPagesOnly.ts';
import { sameOrigin } from './sameOrigin.ts';
import { KnownDevices } from './knownDevice.ts';
import { sessions, whoAsks } from './session.ts';

export interface AppOptions {
  source: DataSource;
  crews: CrewServices;
  sessionStore: Store;
  sessionSecret: string;
  demo: KitDocument;
  triesPerMinute: number;
  /** Embedded in what is printed. */
  fonts: Fonts;
  /** Where simulated gear answers at present; null where there is none. */
  standin?: () => string | null;
  /** Left out where nobody makes any. */
  backups?: Backups;
  /** Left out where the database is elsewhere. */
  room?: DiskRoom | undefined;
  /** Folder of the exported app; left out, only the API is served. */
  appFolder?: string;
  logger?: Logger;
  /** Who may reach it, and how; left out, this machine alone. */
  reach?: Reach;
  /** No request waits longer for its answer, in ms. */
  answerWithinMs?: number;
}

interface Reach {
  settings: ReachSettings;
  /** What the machine is called. */
  names: readonly string[];
  reached: () => Reached;
}

const HERE_ALONE: Reach = {
  settings: THIS_MACHINE,
  names: ['localhost'],
  reached: () => ({ addresses: [], certificate: null }),
};

export function createApp(options: AppOptions): Express {
  const { source, crews, sessionStore, sessionSecret, demo, triesPerMinute, appFolder, logger } = options;
  const { settings, names, reached } = options.reach ?? HERE_ALONE;
  const { kind: tls } = settings.tls;
  const app = express();
  const cookie = cookieShape(tls !== 'off');
  const devices = new KnownDevices(sessionSecret, cookie);
  app.set('trust proxy', settings.proxies.length > 0 ? settings.proxies : false);
  app.disable('x-powered-by');
  if (logger) app.use(pinoHttp({ logger, autoLogging: false, wrapSerializers: false }), accessLog());
  app.use(knownHosts([...names, ...settings.names]), ownPagesOnly(tls === 'given' || tls === 'proxy'));
  app.use(compression());
  app.use(healthRoutes(source, options));
  if (tls === 'proxy') app.use(overTls);
  app.use(
    '/api',
    deadline(options.answerWithinMs),
    sameOrigin,
    needsRoom(options.room),
    // Nothing of ours sends it packed, and what is packed may be far larger than it looks.
    express.json({ limit: '8mb', inflate: false }),
    (_request, response, next) => {
      response.set('cache-control', 'no-store');
      next();
    },
    machineRoutes({ tls, reached, backups: options.backups, room: options.room }),
    sessions(sessionStore, sessionSecret, cookie),
  );
  app.use(
    '/api',
    whoAsks(source),
    signInRoutes(source, { triesPerMinute, devices, cookie }),
    memberRoutes(source, devices),
    operationRoutes(source, crews),
    exportRoutes(source, crews.states, demo),
    archiveRoutes(source, crews.states),
    paperRoutes(crews.states, options.fonts),
    standinRoutes(options.standin ?? (() => null)),
  );
  app.use('/api', () => {
    throw new ApiError('route.missing');
  });
  if (appFolder && existsSync(appFolder)) serveApp(app, appFolder);
  app.use(errorHandler(options.room));
  return app;
}

/** Every address that could be no file is a place inside the app. */
function serveApp(app: Express, folder: string): void {
  app.use('/_expo', express.static(join(folder, '_expo'), { immutable: true, maxAge: '1y' }));
  app.use(express.static(folder, { index: false }));
  app.get('/{*rest}', (request, response) => {
    if (request.path.startsWith('/_expo/') || basename(request.path).includes('.')) throw new ApiError('route.missing');
    response.set('cache-control', 'no-cache').sendFile(join(folder, 'index.html'));
  });
}
