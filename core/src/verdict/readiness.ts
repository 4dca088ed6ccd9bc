/** Readiness of a look: which lights are proven, only computed, failing, or unknown (handbook 06). */
import { severityOf } from '../rig/codes.ts';
import type { Finding, Judgement } from './judge.ts';
import { isByAir } from '../record/look.ts';
import { type Body, hearerOf, isMeantFor, type Light, type Placed, type Rig } from '../rig/rig.ts';
import type { TestFire } from '../record/testFire.ts';
import { carrierOf } from '../rig/stack.ts';
import { isFailing, type Verdict } from './verdict.ts';

export type LightState = 'proven' | 'computed' | 'failing' | 'unknown';

export interface LightReadiness {
  light: string;
  state: LightState;
  /** It was test-fired, but something on its line has changed since. */
  stale: boolean;
  /** The last test fire with these very settings said otherwise than the simulation. */
  contradicted: TestFire['result'] | null;
  /** The bodies it is meant for that still need a test fire. */
  untested: readonly string[];
}

/**
 * A digest of everything a light's shot from one body depends on: the light, its receiver, what speaks on the
 * body, the body, and for an eye the lights it sees. Any change to one of them makes a proof stale; undoing the
 * change makes it good again.
 */
export function fingerprint(rig: Rig, light: Light, body: Body): string {
  const parts = new Map<string, Placed>([[body.id, body]]);
  collect(rig, light, body, parts);
  const sorted = [...parts.values()].sort((a, b) => (a.id < b.id ? -1 : 1));
  return digest([...sorted.map(acting), ...aroundText(rig)].join('\n'));
}

/** What is around a look has its part too: how long nothing was fired, and what else is on the air. */
const aroundText = ({ around }: Rig): string[] =>
  around.quietMinutes === null && around.emitters.length === 0 ? [] : [canonical(around)];

/** A sender stands in the fingerprint of every light it drives; its text is made once. */
const actingTexts = new WeakMap<Placed, string>();

function acting(placed: Placed): string {
  let text = actingTexts.get(placed);
  if (text === undefined) {
    text = canonical([placed.id, makeThatActs(placed), placed.unit.firmware ?? null, onlyWhatActs(placed)]);
    actingTexts.set(placed, text);
  }
  return text;
}

function collect(rig: Rig, light: Light, body: Body, parts: Map<string, Placed>): void {
  if (parts.has(light.id)) return;
  parts.set(light.id, light);
  const hearer = hearerOf(rig, light);
  parts.set(hearer.id, hearer);
  addCarriers(rig, light, parts);
  if (isByAir(light.settings)) {
    for (const sender of rig.sendersOn.get(body.id) ?? []) {
      parts.set(sender.id, sender);
      addCarriers(rig, sender, parts);
    }
  }
  if (light.settings.link !== 'eye') return;
  for (const seen of light.settings.sees ?? []) {
    const other = rig.placed.get(seen);
    if (other?.profile.kind === 'flash') collect(rig, other as Light, body, parts);
  }
}

/** What a unit is stacked on has its part in what reaches it. */
function addCarriers(rig: Rig, item: Placed, parts: Map<string, Placed>): void {
  for (let at = carrierOf(rig, item); at && !parts.has(at.id); at = carrierOf(rig, at)) parts.set(at.id, at);
}

/** A model's name, its notes and the way through its menus have no part in whether it fires. */
function makeThatActs({ profile }: Placed): object {
  const { maker: _maker, model: _model, notes: _notes, howTo: _howTo, ...rest } = profile;
  return rest;
}

/** Where a light stands and how far the walk is has no part in whether it fires. */
function onlyWhatActs(placed: Placed): object {
  const { purpose: _purpose, place: _place, walkSeconds: _walk, ...rest } = placed.settings;
  return rest;
}

/** JSON with sorted keys and without nulls: left out and null mean the same. */
export function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonical).join(',')}]`;
  if (value === null || typeof value !== 'object') return JSON.stringify(value) ?? 'null';
  const entries = Object.entries(value).filter(([, item]) => item != null);
  entries.sort(([a], [b]) => (a < b ? -1 : 1));
  return `{${entries.map(([key, item]) => `${JSON.stringify(key)}:${canonical(item)}`).join(',')}}`;
}

/** Two 32-bit FNV-1a hashes side by side: enough to tell settings apart, with no need of a cryptographic package. */
function digest(text: string): string {
  let a = 0x811c9dc5;
  let b = 0x9747b28c;
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    a = Math.imul(a ^ code, 0x01000193);
    b = Math.imul(b ^ code ^ (a >>> 15), 0x01000193);
  }
  return [a, b].map((half) => (half >>> 0).toString(16).padStart(8, '0')).join('');
}

export function readinessOf(judgement: Judgement, tests: readonly TestFire[]): LightReadiness[] {
  const { rig } = judgement;
  const verdicts = new Map<string, Verdict[]>();
  for (const verdict of judgement.verdicts) {
    const list = verdicts.get(verdict.unit);
    if (list) list.push(verdict);
    else verdicts.set(verdict.unit, [verdict]);
  }
  const latest = latestTests(tests);
  const ours = rig.lights.filter((light) => !rig.strangers.has(light.id));
  return ours.map((light) => lightReadiness(rig, light, verdicts.get(light.id) ?? [], latest));
}

const testKey = (light: string, body: string): string => `${light} ${body}`;

function latestTests(tests: readonly TestFire[]): Map<string, TestFire> {
  const latest = new Map<string, TestFire>();
  for (const test of tests) {
    const key = testKey(test.light, test.body);
    const known = latest.get(key);
    if (!known || known.at <= test.at) latest.set(key, test);
  }
  return latest;
}

function lightReadiness(
  rig: Rig,
  light: Light,
  verdicts: readonly Verdict[],
  latest: ReadonlyMap<string, TestFire>,
): LightReadiness {
  let stale = false;
  let contradicted: TestFire['result'] | null = null;
  const untested: string[] = [];
  for (const body of rig.bodies) {
    if (isMeantFor(rig, light, body) !== true) continue;
    const test = latest.get(testKey(light.id, body.id));
    if (!test) untested.push(body.id);
    else if (test.fingerprint !== fingerprint(rig, light, body)) {
      stale = true;
      untested.push(body.id);
    } else if (test.result !== 'fired') contradicted = test.result;
  }
  const base = { light: light.id, stale, contradicted, untested };
  if (verdicts.some(isFailing)) return { ...base, state: 'failing' };
  if (contradicted !== null) return { ...base, state: 'failing' };
  if (verdicts.length === 0 || verdicts.some((verdict) => verdict.verdict === 'unknown'))
    return { ...base, state: 'unknown' };
  const meantForAny = rig.bodies.some((body) => isMeantFor(rig, light, body));
  return { ...base, state: meantForAny && untested.length === 0 ? 'proven' : 'computed' };
}

/**
 * One finding for all lights that should fire but are not proven with the settings they have now; null when there
 * is none. A failing light has other troubles first.
 */
export function adviseUntested(readiness: readonly LightReadiness[]): Finding | null {
  const open = readiness.filter((one) => one.state === 'computed' || one.contradicted !== null);
  const [first] = open;
  if (!first) return null;
  return {
    id: 'advice.untested',
    code: 'advice.untested',
    severity: severityOf('advice.untested'),
    subject: first.light,
    units: open.map((one) => one.light),
    shots: [...new Set(open.flatMap((one) => one.untested))].sort(),
    params: { result: open.find((one) => one.contradicted)?.contradicted ?? null },
  };
}

export type Tally = Record<LightState, number>;

export function tally(readiness: readonly LightReadiness[]): Tally {
  const count: Tally = { proven: 0, computed: 0, failing: 0, unknown: 0 };
  for (const one of readiness) count[one.state]++;
  return count;
}
