/**
 * The firing simulator: one press of one shutter as a deterministic queue of events, in microseconds from the
 * moment the first curtain starts (docs/model.md, Events). A pulse that depends on an unrecorded field is "possible": it
 * may come at its time or later, or not at all, and what it triggers is possible in turn.
 */
import { EventQueue } from '../measure/eventQueue.ts';
import { followBody } from '../path/bodyStation.ts';
import { deliver, type Delivery } from '../path/delivery.ts';
import { hopOf } from '../path/hop.ts';
import { isWired } from '../path/lampStation.ts';
import { passesByAir, passesByShoe } from '../path/passage.ts';
import { EYE_LATENCY_US, followAir, followEye, followWire } from '../path/routes.ts';
import { followSender } from '../path/senderStation.ts';
import { followOntoBody } from '../path/shoeStation.ts';
import type { SignalPath } from '../path/signalPath.ts';
import type { Attitude } from '../record/settingTerms.ts';
import { isByAir } from '../record/settings.ts';
import { type Check, type Combined, faultFor, fieldRef } from '../rig/check.ts';
import { familyOf } from '../rig/net.ts';
import { type Body, bodyUnder, hearerOf, type Light, type Placed, radioInUse, type Rig } from '../rig/rig.ts';
import { type Attempt, isBetterAttempt } from './attempt.ts';
import { contactTime, type Curtain, curtainOf, isOverSync, NOMINAL_CURTAIN_US } from './curtain.ts';
import { type LightRun, newRun, type Shot } from './lightRun.ts';
import { popsOf, popSpanUs } from './pulseShape.ts';
import { recycleSeconds } from './recycle.ts';
import { inTimeOrder, type PulseKind, type TimelineEvent } from './timeline.ts';

/** How long before the shutter a metering pulse goes out, in microseconds docs/model.md, Events. */
export const PREFLASH_LEAD_US = 80_000;

/** Pulses closer together than this overlap, and an eye takes them for one. In microseconds. */
export const PULSE_MERGE_US = 1000;

/** How long before the shutter an optical master's coded pulses go out, in microseconds docs/model.md, Events. */
export const BURST_LEADS_US = [95_000, 85_000] as const;

type Queued =
  | {
      kind: 'trigger';
      light: string;
      pulse: PulseKind;
      cause: string;
      certain: boolean;
      train?: boolean;
      tail?: boolean;
      answers?: PulseKind;
      answersTrain?: boolean;
      odds: Odds;
    }
  | { kind: 'pulse'; light: string; pulse: PulseKind; certain: boolean; train?: boolean; odds: Odds };

/** In how many of the shots a signal comes, and what makes that less than all. */
type Odds = Pick<LightRun, 'chance' | 'doubt'>;
const ALWAYS: Odds = { chance: 1, doubt: null };

/**
 * Presses one body's shutter once.
 * @param only see judge().
 * @param attitude how the camera is held.
 */
export function simulate(rig: Rig, body: Body, only?: ReadonlySet<string>, attitude: Attitude = 'level'): Shot {
  const lights = only ? rig.lights.filter((light) => only.has(light.id)) : rig.lights;
  return new ShotRun(rig, attitude === 'level' ? body : { ...body, attitude }, lights).play();
}

class ShotRun {
  private readonly queue = new EventQueue<Queued>();
  private readonly timeline: TimelineEvent[] = [];
  private readonly runs = new Map<string, LightRun>();
  private readonly watchers = new Map<string, LightRun[]>();
  /** Eyes of which nobody recorded what they see: any first pulse may set them off. */
  private watchingAnything: LightRun[] = [];
  private readonly curtain: Curtain;
  private readonly contactUs: number;
  private readonly bodyPath: SignalPath;

  constructor(
    private readonly rig: Rig,
    private readonly body: Body,
    private readonly lights: readonly Light[],
  ) {
    this.curtain = curtainOf(body);
    this.contactUs = contactTime(body, this.curtain);
    this.bodyPath = followBody(body);
  }

  play(): Shot {
    this.openShutter();
    const senders = this.startSenders();
    for (const light of this.lights) this.start(light, senders);
    this.firePopup();
    for (let next = this.queue.take(); next; next = this.queue.take()) {
      if (next.event.kind === 'trigger') this.onTrigger(next.atUs, next.event);
      else this.onPulse(next.atUs, next.event);
    }
    this.timeline.sort(inTimeOrder);
    const { body, curtain, timeline, runs } = this;
    return { body, attitude: body.attitude ?? 'level', curtain, timeline, runs };
  }

  private openShutter(): void {
    const { tauUs, openUs } = this.curtain;
    this.timeline.push({ atUs: 0, kind: 'curtain-opens', unit: this.body.id });
    if (openUs !== null) {
      this.timeline.push({ atUs: openUs + (tauUs ?? NOMINAL_CURTAIN_US), kind: 'curtain-closes', unit: this.body.id });
    }
    const arrives = this.bodyPath.arrives;
    if (arrives === false) return;
    this.timeline.push({ atUs: this.contactUs, kind: 'contact', unit: this.body.id, ...possible(arrives === true) });
  }

  private startSenders(): readonly { sender: Placed; path: SignalPath }[] {
    return (this.rig.sendersOn.get(this.body.id) ?? []).map((sender) => {
      const path = followSender(this.rig, followOntoBody(this.rig, this.bodyPath, this.body, sender), sender);
      if (path.arrives !== false) {
        const atUs = this.contactUs + path.latencyUs;
        this.timeline.push({ atUs, kind: 'frame-sent', unit: sender.id, ...possible(path.arrives === true) });
        if (familyOf(this.rig, sender)?.medium === 'optical') this.sendBurst(sender, path.arrives === true);
      }
      return { sender, path };
    });
  }

  /** An optical master speaks in light, and every eye that sees it takes the words for pulses. */
  private sendBurst(sender: Placed, certain: boolean): void {
    for (const lead of BURST_LEADS_US) {
      this.emit(-lead, sender.id, 'burst', certain);
    }
  }

  /** A pop-up without coded light is a flash like another, for every eye that sees it; it meters unless set to manual. */
  private firePopup(): void {
    const { id, profile, settings } = this.body;
    const up = settings.popupUp ?? null;
    if (profile.popup === 'none' || profile.popup === 'commander' || up === false) return;
    const arrives = this.bodyPath.arrives;
    const watched = this.watchers.has(id) || this.watchingAnything.length > 0;
    if (arrives === false || (up === null && !watched)) return;
    const certain = arrives === true && up === true && profile.popup === 'plain';
    if (settings.mode !== 'manual') this.emit(-PREFLASH_LEAD_US, id, 'pre', certain && settings.mode === 'ttl');
    this.emit(this.contactUs, id, 'main', certain);
  }

  /** A pulse of something that is no light of the look. */
  private emit(atUs: number, unit: string, pulse: PulseKind, certain: boolean): void {
    this.timeline.push({ atUs, kind: 'pulse', unit, pulse, ...possible(certain) });
    this.queue.add(atUs, unit, { kind: 'pulse', light: unit, pulse, certain, odds: ALWAYS });
  }

  private start(light: Light, senders: readonly { sender: Placed; path: SignalPath }[]): void {
    const { link } = light.settings;
    if (link === 'eye') return this.startEye(light);
    if (isWired(light)) return this.startWired(light);
    if (isByAir(light.settings)) return this.startByAir(light, senders);
    // Nobody recorded how it is told to fire: it may, at any time from the first pulse on, and may meter first.
    const path = this.bodyPath.check({
      holds: null,
      code: 'sender.no-link',
      subject: light.id,
      params: {},
      fields: [fieldRef(light.id, 'link')],
    });
    this.add(light, path, null, null);
    if (path.arrives === false) return;
    for (const pulse of ['pre', 'main'] as const) {
      const cause = this.body.id;
      const trigger = { kind: 'trigger', light: light.id, pulse, cause, certain: false, odds: ALWAYS } as const;
      this.queue.add(-PREFLASH_LEAD_US, light.id, trigger);
    }
  }

  private startWired(light: Light): void {
    const under = bodyUnder(this.rig.placed, light);
    if (under !== undefined && under?.id !== this.body.id) {
      this.add(light, this.bodyPath.check(this.noLink(light)), null, null);
      return;
    }
    const path = followWire(this.rig, this.body, light);
    const delivery = deliver(this.rig, this.body, null, light);
    this.add(light, path, null, delivery);
    this.queueFor(light, path, delivery, this.body.id);
  }

  private startByAir(light: Light, senders: readonly { sender: Placed; path: SignalPath }[]): void {
    const family = radioInUse(hearerOf(this.rig, light))?.family;
    const attempts = senders.map(({ sender, path }) => ({
      sender,
      path: followAir(this.rig, path, { body: this.body, sender, light }),
      isRelated: family !== undefined && radioInUse(sender)?.family === family,
    }));
    const best = attempts.reduce<Attempt | null>((a, b) => (a && !isBetterAttempt(b, a) ? a : b), null);
    // A stranger's sender on this body is no sender for a light whose own family speaks elsewhere in the look.
    const deserted = best && !best.isRelated && best.path.arrives === false && this.isSpoken(family);
    if (!best || deserted) {
      this.add(light, this.bodyPath.check(this.noLink(this.body)), null, null);
      return;
    }
    const told = deliver(this.rig, this.body, best.sender, light);
    this.add(light, best.path, best.sender.id, told);
    for (const { sender, path } of attempts) {
      if (path.arrives === false) continue;
      const delivery = sender === best.sender ? told : deliver(this.rig, this.body, sender, light);
      this.queueFor(light, path, delivery, sender.id);
    }
  }

  private noLink({ id }: Placed): Check {
    return { holds: false, code: 'sender.no-link', subject: id, params: { body: this.body.id } };
  }

  private isSpoken(family: string | undefined): boolean {
    return family !== undefined && this.rig.senders.some((sender) => radioInUse(sender)?.family === family);
  }

  private startEye(light: Light): void {
    const path = this.bodyPath.followedBy(followEye(this.rig, this.body, light));
    const run = this.add(light, path, null, deliver(this.rig, this.body, null, light));
    if (path.arrives === false) return;
    if (light.settings.sees == null) {
      this.watchingAnything.push(run);
      return;
    }
    for (const seen of new Set(light.settings.sees)) {
      if (seen === light.id) continue;
      const list = this.watchers.get(seen);
      if (list) list.push(run);
      else this.watchers.set(seen, [run]);
    }
  }

  private add(light: Light, path: SignalPath, sender: string | null, delivery: Delivery | null): LightRun {
    const run = newRun(light, path, sender, delivery);
    this.runs.set(light.id, run);
    return run;
  }

  /** The metering pulse goes out on the same path, ahead of the shutter. */
  private queueFor(light: Light, path: SignalPath, delivery: Delivery, cause: string): void {
    if (path.arrives === false) return;
    const train = this.early(light, cause);
    const tail = light.settings.hss !== true;
    const certain = path.arrives === true && train?.holds !== null;
    const odds = oddsOf(path, light.id);
    const run = this.runs.get(light.id)!;
    if (train?.holds === null) run.unknown = [...run.unknown, ...train.fields];
    if (train?.holds === false) run.noTrain = train.fault;
    const trigger = (pulse: PulseKind, atUs: number, sure: boolean) =>
      this.queue.add(atUs + path.latencyUs, light.id, {
        kind: 'trigger',
        light: light.id,
        pulse,
        cause,
        certain: sure,
        train: pulse === 'main' && !tail && train?.holds === true,
        tail: pulse === 'main' && tail && train?.holds === true,
        odds,
      });
    if (delivery.metered !== false) trigger('pre', -PREFLASH_LEAD_US, certain && delivery.metered === true);
    // A train starts with the first curtain, or may; a tail so long after it as is dialled.
    const startsUs = tail ? (light.settings.tailDelayUs ?? 0) : 0;
    trigger('main', train !== null && train.holds !== false ? startsUs : this.contactUs, certain);
  }

  /**
   * Whether a light that is to start with the first curtain, for high-speed or tail sync, is told so; null where the
   * shutter does not call for it.
   */
  private early(light: Light, cause: string): Combined | null {
    const { tauUs, openUs } = this.curtain;
    if (light.settings.hss !== true && light.settings.tailDelayUs == null) return null;
    if (tauUs === null || openUs === null) return null;
    if (tauUs === 0 || !isOverSync(tauUs, openUs)) return null;
    const sender = cause === light.id ? undefined : this.rig.placed.get(cause);
    const signal = light.settings.hss === true ? 'hss' : 'start';
    if (sender && isByAir(light.settings)) return passesByAir(hopOf(this.rig, this.body, sender, light), signal);
    return passesByShoe(this.rig, this.body, light, signal);
  }

  private onTrigger(atUs: number, event: Extract<Queued, { kind: 'trigger' }>): void {
    const { light, pulse, cause, certain } = event;
    const run = this.runs.get(light)!;
    const pops = pulse === 'main' ? popsOf(run.light) : 1;
    if (pulse === 'main') {
      // Fired, or perhaps fired: the charge is gone for this shot, or nobody can say.
      if (run.fires !== false) return;
      run.fires = certain ? true : null;
      run.atUs = certain ? atUs : null;
      run.cause = cause;
      run.answered = event.answers ?? null;
      run.answeredTrain = event.answersTrain === true;
      run.train = event.train === true;
      run.tail = event.tail === true;
      run.chance = event.odds.chance;
      run.doubt = event.odds.doubt;
      run.lastUs = certain ? atUs + popSpanUs(run.light) : null;
      this.noteReady(atUs, run, certain);
    }
    const power = pulse === 'main' ? run.delivery?.power : null;
    this.timeline.push({
      atUs,
      kind: 'pulse',
      unit: light,
      pulse,
      cause,
      ...(power != null && { power }),
      ...(pops > 1 && { pops }),
      ...(event.train === true && { train: true as const }),
      ...(event.tail === true && { tail: true as const }),
      ...(event.odds.chance !== 1 && { chance: event.odds.chance }),
      ...possible(certain),
    });
    const { odds } = event;
    this.queue.add(atUs, light, { kind: 'pulse', light, pulse, certain, train: event.train === true, odds });
  }

  /** Only while the body shoots on does it matter when a light can fire again. */
  private noteReady(atUs: number, run: LightRun, certain: boolean): void {
    if (this.body.settings.secondsBetween == null) return;
    const seconds = recycleSeconds(run.light, run.delivery?.power ?? null);
    if (seconds?.least == null || seconds.least !== seconds.most) return;
    const readyUs = Math.round(atUs + seconds.most * 1e6);
    this.timeline.push({ atUs: readyUs, kind: 'ready', unit: run.light.id, ...possible(certain) });
  }

  private onPulse(atUs: number, event: Extract<Queued, { kind: 'pulse' }>): void {
    for (const run of this.watchers.get(event.light) ?? []) this.onSeen(atUs, run, event);
    const waiting = this.watchingAnything.filter((run) => run.light.id !== event.light);
    if (waiting.length === 0) return;
    this.watchingAnything = this.watchingAnything.filter((run) => run.light.id === event.light);
    for (const run of waiting) {
      run.unknown = [...run.unknown, fieldRef(run.light.id, 'sees')];
      this.fireEye(atUs, run, event, false);
    }
  }

  /**
   * S1 answers the first pulse of any kind; S2 lets exactly one pass. With possible pulses about, the count is
   * only known between bounds, and so is the answer.
   */
  private onSeen(atUs: number, run: LightRun, event: Extract<Queued, { kind: 'pulse' }>): void {
    const { eye } = run.light.settings;
    if (event.certain && atUs - run.lastSeenUs < PULSE_MERGE_US) return;
    if (event.certain) {
      run.pulsesSeen++;
      run.lastSeenUs = atUs;
    } else run.possiblySeen++;
    const most = run.pulsesSeen + run.possiblySeen;
    const needed = eye === 'S2' ? 2 : 1;
    if (most < needed) {
      this.timeline.push({
        atUs,
        kind: 'pulse-ignored',
        unit: run.light.id,
        pulse: event.pulse,
        cause: event.light,
        ...possible(event.certain),
      });
      return;
    }
    if (eye == null) run.unknown = [...run.unknown, fieldRef(run.light.id, 'eye')];
    const certain = eye != null && run.possiblySeen === 0 && run.path.arrives === true;
    this.fireEye(atUs, run, event, certain);
  }

  private fireEye(atUs: number, run: LightRun, event: Extract<Queued, { kind: 'pulse' }>, certain: boolean): void {
    if (run.fires !== false) return;
    this.queue.add(atUs + EYE_LATENCY_US, run.light.id, {
      kind: 'trigger',
      light: run.light.id,
      pulse: 'main',
      cause: event.light,
      answers: event.pulse,
      answersTrain: event.train === true,
      certain,
      odds: together(event.odds, oddsOf(run.path, run.light.id)),
    });
  }
}

/** What thins a path out, as a fault of it. */
function oddsOf(path: SignalPath, light: string): Odds {
  if (path.chance === 1) return ALWAYS;
  return { chance: path.chance, doubt: faultFor(light, path.thinnest!) };
}

/** Both must come about; the first to be in doubt is named. */
const together = (first: Odds, then: Odds): Odds => ({
  chance: first.chance === null || then.chance === null ? null : first.chance * then.chance,
  doubt: first.doubt ?? then.doubt,
});

const possible = (certain: boolean): { possible?: true } => (certain ? {} : { possible: true });
