/** Readiness of a look: which lights are proven, only computed, failing, or unknown docs/model.md, Readiness. */
import { canonical, digest } from '../measure/canonical.ts';
import type { Attitude } from '../record/settingTerms.ts';
import { isByAir } from '../record/settings.ts';
import type { TestFire } from '../record/testFire.ts';
import { severityOf } from '../rig/codes.ts';
import { type Body, hearerOf, isMeantFor, type Light, type Placed, type Rig } from '../rig/rig.ts';
import { carrierOf } from '../rig/stack.ts';
import { distinctShots, type Shot, shotKey, type ShotRef, shotRefOf } from '../shot/lightRun.ts';
import type { Finding } from './finding.ts';
import type { Judgement } from './judge.ts';
import { isFailing, type Verdict } from './verdict.ts';

export type LightState = 'proven' | 'computed' | 'failing' | 'unknown';

export interface LightReadiness {
  light: string;
  state: LightState;
  /** It was test-fired, but something on its line has changed since. */
  stale: boolean;
  /** The last test fire with these very settings said otherwise than the simulation. */
  contradicted: TestFire['result'] | null;
  /** The shots it is meant for that still need a test fire. */
  untested: readonly ShotRef[];
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

/**
 * Where a light stands and how far the walk is has no part in whether it fires; how a camera is held belongs to the
 * shot, not to the camera.
 */
function onlyWhatActs(placed: Placed): object {
  const { purpose: _purpose, place: _place, walkSeconds: _walk, attitudes: _attitudes, ...rest } = placed.settings;
  return rest;
}

export function readinessOf(judgement: Judgement, tests: readonly TestFire[]): LightReadiness[] {
  const { rig, shots } = judgement;
  const verdicts = new Map<string, Verdict[]>();
  for (const verdict of judgement.verdicts) {
    const list = verdicts.get(verdict.unit);
    if (list) list.push(verdict);
    else verdicts.set(verdict.unit, [verdict]);
  }
  const proof = proofOf(shots, tests);
  const ours = rig.lights.filter((light) => !rig.strangers.has(light.id));
  return ours.map((light) => {
    const meant = shots.filter((shot) => isMeantFor(rig, light, shot.body) === true);
    return lightReadiness(light, verdicts.get(light.id) ?? [], provenOf({ rig, light, meant, proof }));
  });
}

/** The latest test fire of a light in a shot; of two at one moment the one that says something is wrong. */
type Proof = (light: string, shot: ShotRef) => TestFire | undefined;

function proofOf(shots: readonly Shot[], tests: readonly TestFire[]): Proof {
  const heldWays = new Map<string, Attitude[]>();
  for (const { body, attitude } of shots) heldWays.set(body.id, [...(heldWays.get(body.id) ?? []), attitude]);
  const keyOf = (light: string, shot: ShotRef) => `${light} ${shotKey(shot)}`;
  const latest = new Map<string, TestFire>();
  for (const test of tests) {
    // Nobody recorded how the camera was held: that settles it only where it is held one way.
    const [only, other] = heldWays.get(test.body) ?? [];
    const attitude = test.attitude ?? (other === undefined ? only : undefined);
    if (attitude === undefined) continue;
    const key = keyOf(test.light, { body: test.body, attitude });
    const known = latest.get(key);
    if (!known || known.at < test.at || (known.at === test.at && known.result === 'fired')) latest.set(key, test);
  }
  return (light, shot) => latest.get(keyOf(light, shot));
}

interface Proven {
  meant: boolean;
  stale: boolean;
  contradicted: TestFire['result'] | null;
  untested: readonly ShotRef[];
}

/** What the test fires say of a light in the shots it is meant for. */
function provenOf(of: { rig: Rig; light: Light; meant: readonly Shot[]; proof: Proof }): Proven {
  const { rig, light, meant, proof } = of;
  let stale = false;
  let contradicted: TestFire['result'] | null = null;
  const untested: ShotRef[] = [];
  for (const shot of meant) {
    const ref = shotRefOf(shot);
    const test = proof(light.id, ref);
    const isCurrent = test?.fingerprint === fingerprint(rig, light, shot.body);
    if (!isCurrent) untested.push(ref);
    else if (test.result !== 'fired') contradicted = test.result;
    if (test && !isCurrent) stale = true;
  }
  return { meant: meant.length > 0, stale, contradicted, untested };
}

function lightReadiness(light: Light, verdicts: readonly Verdict[], { meant, ...proven }: Proven): LightReadiness {
  const base = { light: light.id, ...proven };
  if (verdicts.some(isFailing) || proven.contradicted !== null) return { ...base, state: 'failing' };
  if (verdicts.length === 0 || verdicts.some((verdict) => verdict.verdict === 'unknown'))
    return { ...base, state: 'unknown' };
  return { ...base, state: meant && proven.untested.length === 0 ? 'proven' : 'computed' };
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
    shots: distinctShots(open.flatMap((one) => one.untested)),
    params: { result: open.find((one) => one.contradicted)?.contradicted ?? null },
  };
}

export type Tally = Record<LightState, number>;

export function tally(readiness: readonly LightReadiness[]): Tally {
  const count: Tally = { proven: 0, computed: 0, failing: 0, unknown: 0 };
  for (const one of readiness) count[one.state]++;
  return count;
}
