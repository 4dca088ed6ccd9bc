/** The stand-in kit over HTTP: a panel page for each unit, a press, a meter, and what happens as server-sent events. */
import { meterSchema, pressSchema } from '@ergon/core/prove/standinExchange';
import type { SettingPath, SettingValue } from '@ergon/core/record/settings';
import { isSettingPath } from '@ergon/core/words/settingWords';
import express, { type Express, type Request, type Response } from 'express';
import { kitPage, unitPage } from './panelPage.ts';
import type { StandinKit } from './standinKit.ts';

/** A value as somebody types it on a panel: nothing is not set, and words that are no number or switch are words. */
export function typedValue(text: string): SettingValue {
  const trimmed = text.trim();
  if (trimmed === '') return null;
  if (trimmed === 'on') return true;
  if (trimmed === 'off') return false;
  try {
    return JSON.parse(trimmed) as SettingValue;
  } catch {
    return trimmed;
  }
}

export function standinServer(kit: StandinKit): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(express.json({ limit: '1mb' }), express.urlencoded({ extended: false }));
  app.get('/', (_request, response) => response.type('html').send(kitPage(kit)));
  app.get('/units/:id', (request, response) => sendUnit(kit, request.params.id, response, null));
  app.post('/units/:id', (request: Request<{ id: string }>, response) => setByHand(kit, request, response));
  app.post('/api/press', (request, response) => {
    const parsed = pressSchema.safeParse(request.body);
    if (!parsed.success) return response.status(400).json({ faults: parsed.error.issues });
    return response.json({ observed: kit.press(parsed.data) });
  });
  app.post('/api/meter', (request, response) => {
    const parsed = meterSchema.safeParse(request.body);
    if (!parsed.success) return response.status(400).json({ faults: parsed.error.issues });
    return response.json(kit.meter(parsed.data));
  });
  app.get('/api/events', (_request, response) => {
    response.set({ 'content-type': 'text/event-stream', 'cache-control': 'no-cache' }).flushHeaders();
    const stop = kit.listen((event) => response.write(`data: ${JSON.stringify(event)}\n\n`));
    response.on('close', stop);
  });
  return app;
}

function setByHand(kit: StandinKit, request: Request<{ id: string }>, response: Response): void {
  const { id } = request.params;
  const { setting, value } = request.body as { setting?: unknown; value?: unknown };
  if (typeof setting !== 'string' || typeof value !== 'string' || !isSettingPath(setting)) {
    sendUnit(kit, id, response.status(400), 'Nothing was set: a setting and a value are needed.');
    return;
  }
  const fault = kit.set(id, setting as SettingPath, typedValue(value));
  if (fault === null) response.redirect(303, `/units/${id}`);
  else sendUnit(kit, id, response.status(400), `Nothing was set: ${fault}.`);
}

function sendUnit(kit: StandinKit, id: string, response: Response, fault: string | null): void {
  const placed = kit.placed().find((one) => one.id === id);
  if (placed) response.type('html').send(unitPage(kit, placed, kit.rig({}), fault));
  else response.status(404).type('html').send(kitPage(kit));
}
