/**
 * The firing simulator: one press of one shutter as a deterministic queue of events, in microseconds from the
 * moment the first curtain starts (docs/model.md, Events). A pulse that depends on an unrecorded field is "possible": it
 * may come at its time or later, or not at all, and what it triggers is possible in turn.
 */
import { EventQueue } from '../measure/eventQueue.ts';
import { once } from '../measure/once.ts';
import { followBody } from '../path/bodyStation.ts';
import { deliver, type Delivery } from '../path/delivery.ts';
import { isWired } from '../path/lampStation.ts';
import { bareCombined, passesByShoe } from '../path/passage.ts';
import { followAir, followEye, followWire } from '../path/routes.ts';
import { followSender } from '../path/senderStation.ts';
import { followOntoBody } from '../path/shoeStation.ts';
import type { SignalPath } from '../path/signalPath.ts';
import type { Attitude } from '../record/settingTerms.ts';
import { isByAir } from '../record/settings.ts';
import { type Check, distinctFields, fieldRef, missing } from '../rig/check.ts';
import { familyOf } from '../rig/net.ts';
import { type Body, bodyUnder, hearerOf, type Light, type Placed, radioInUse, type Rig } from '../rig/rig.ts';
import { speakChecks } from '../rig/stack.ts';
import { type Attempt, inOrder, spokenLast } from './attempt.ts';
import { comingBy, type Coming, type Press } from './coming.ts';
import { contactTime, curtainOf, NOMINAL_CURTAIN_US } from './curtain.ts';
import { EyeWatch, PULSE_MERGE_US } from './eyeWatch.ts';
import { type LightRun, newRun, type Shot } from './lightRun.ts';
import { meteredGroups, PREFLASH_LEAD_US, preflashLeadUs } from './meteringOrder.ts';
import { ALWAYS, inEither, oddsOf, possible, type Pulse, type Queued, type Trigger } from './queued.ts';
import { popsAfter } from './popsAfter.ts';
import { popsOf, popSpanUs } from './pulseShape.ts';
import { recycleSeconds } from './recycle.ts';
import { inTimeOrder, type PulseKind, type TimelineEvent } from './timeline.ts';

/** How long before the shutter the flashes against red eyes come, in microseconds. */
export const RED_EYE_LEADS_US = [700_000, 400_000] as const;

/** How long before the shutter an optical master's coded pulses go out, in microseconds docs/model.md, Events. */
export const BURST_LEADS_US = [95_000, 85_000] as const;

/** What of a shot is asked for. */
export interface Asked {
  /** These lights alone; they must include every light that an eye among them sees. */
  only?: ReadonlySet<string> | undefined;
  /** How the camera is held; left out, level. */
  attitude?: Attitude;
  /** Nobody looks at the time line: when lights meter matters to eyes alone. */
  untimed?: boolean;
}

/** Presses one body's shutter once. */
export function simulate(rig: Rig, body: Body, { only, attitude = 'level', untimed = false }: Asked = {}): Shot {
  const lights = only ? rig.lights.filter((light) => only.has(light.id)) : rig.lights;
  const meters = !untimed || lights.some(({ settings }) => settings.link === 'eye');
  return new ShotRun(rig, heldAs(body, attitude), { lights, meters }).play();
}

export const heldAs = (body: Body, attitude: Attitude): Body => (attitude === 'level' ? body : { ...body, attitude });

/** Where a sender speaks the family a light listens to, those that certainly speak another need not be followed: they fail. */
function mayBeHeard(family: string | undefined, senders: readonly { sender: Placed }[]) {
  const speaks = ({ sender }: { sender: Placed }) => radioInUse(sender)?.family;
  const isRelated = family !== undefined && senders.some((one) => speaks(one) === family);
  return (one: { sender: Placed }): boolean =>
    !isRelated || speaks(one) === family || radioInUse(one.sender) === undefined;
}

/** One way by which a light may be told to fire. */
interface WayIn {
  path: SignalPath;
  /** Null where it cannot come. */
  coming: Coming | null;
  delivery: () => Delivery;
  cause: string;
}

class ShotRun {
  private readonly queue = new EventQueue<Queued>();
  private readonly timeline: TimelineEvent[] = [];
  private readonly runs = new Map<string, LightRun>();
  private readonly eyes = new EyeWatch(
    (atUs, trigger) => this.add(atUs, trigger),
    (event) => this.timeline.push(event),
  );
  private readonly lights: readonly Light[];
  /** In which order; none where the moment makes no difference. */
  private metered: readonly string[] | null;
  private readonly press: Press;
  private readonly bodyPath: SignalPath;

  constructor(
    private readonly rig: Rig,
    private readonly body: Body,
    of: { lights: readonly Light[]; meters: boolean },
  ) {
    this.lights = of.lights;
    this.metered = of.meters ? null : [];
    const curtain = curtainOf(body);
    this.press = { rig, body, curtain, contactUs: contactTime(body, curtain) };
    this.bodyPath = followBody(body);
  }

  play(): Shot {
    this.openShutter();
    const senders = this.startSenders();
    for (const light of this.lights) this.start(light, senders);
    this.firePopup();
    for (let next = this.queue.take(); next; next = this.queue.take()) {
      if (next.event.kind === 'trigger') this.onTrigger(next.atUs, next.event);
      else this.eyes.onPulse(next.atUs, next.event);
    }
    this.eyes.shareDoubts(this.runs);
    this.timeline.sort(inTimeOrder);
    const { body, timeline, runs } = this;
    const { curtain } = this.press;
    return { body, attitude: body.attitude ?? 'level', curtain, timeline, runs };
  }

  private openShutter(): void {
    const { tauUs, openUs } = this.press.curtain;
    this.timeline.push({ atUs: 0, kind: 'curtain-opens', unit: this.body.id });
    if (openUs !== null) {
      this.timeline.push({ atUs: openUs + (tauUs ?? NOMINAL_CURTAIN_US), kind: 'curtain-closes', unit: this.body.id });
    }
    const arrives = this.bodyPath.arrives;
    if (arrives === false) return;
    this.timeline.push({
      atUs: this.press.contactUs,
      kind: 'contact',
      unit: this.body.id,
      ...possible(arrives === true),
    });
  }

  private startSenders(): readonly { sender: Placed; path: SignalPath }[] {
    return (this.rig.sendersOn.get(this.body.id) ?? []).map((sender) => {
      const path = followSender(this.rig, followOntoBody(this.rig, this.bodyPath, this.body, sender), sender);
      if (path.arrives !== false) {
        const atUs = this.press.contactUs + path.latencyUs;
        this.timeline.push({ atUs, kind: 'frame-sent', unit: sender.id, ...possible(path.arrives === true) });
        if (familyOf(this.rig, sender)?.medium === 'optical') this.sendBurst(sender, path);
      }
      return { sender, path };
    });
  }

  /**
   * An optical master speaks in light, and every eye that sees it takes the words for pulses. Before the shutter it can speak
   * only where the body told it something; else it speaks when the contact closes.
   */
  private sendBurst({ id }: Placed, path: SignalPath): void {
    const told = bareCombined(speakChecks(this.rig, this.body, this.rig.placed.get(id)!));
    const unknown = [...path.unknown, ...told.fields];
    const certain = path.arrives === true && told.holds !== null;
    if (told.holds !== false) for (const lead of BURST_LEADS_US) this.emit(-lead, id, 'burst', { certain, unknown });
    if (told.holds !== true) this.emit(this.press.contactUs + path.latencyUs, id, 'burst', { certain, unknown });
  }

  /** A pop-up without coded light is a flash like another, for every eye that sees it; it meters unless set to manual. */
  private firePopup(): void {
    const { id, profile, settings } = this.body;
    const up = settings.popupUp ?? null;
    if (profile.popup === 'none' || profile.popup === 'commander' || up === false) return;
    const arrives = this.bodyPath.arrives;
    const watched = this.eyes.isWatched(id);
    if (arrives === false || (up === null && !watched)) return;
    const certain = arrives === true && up === true && profile.popup === 'plain';
    const unknown = [...this.bodyPath.unknown, ...missing([id, 'popupUp', up], [id, 'profile.popup', profile.popup])];
    if (settings.redEye === true)
      for (const lead of RED_EYE_LEADS_US) this.emit(-lead, id, 'red-eye', { certain, unknown });
    if (settings.mode !== 'manual') {
      const meters = {
        certain: certain && settings.mode === 'ttl',
        unknown: [...unknown, ...missing([id, 'mode', settings.mode])],
      };
      this.emit(-PREFLASH_LEAD_US, id, 'pre', meters);
    }
    this.emit(this.press.contactUs, id, 'main', { certain, unknown });
  }

  /** A pulse of something that is no light of the look. */
  private emit(atUs: number, unit: string, pulse: PulseKind, how: Pick<Pulse, 'certain' | 'unknown'>): void {
    this.timeline.push({ atUs, kind: 'pulse', unit, pulse, ...possible(how.certain) });
    this.add(atUs, { kind: 'pulse', light: unit, pulse, ...how, odds: ALWAYS });
  }

  /** Of what comes at one moment the certain goes before the possible, and what always comes before what sometimes does. */
  private add(atUs: number, event: Queued): void {
    this.queue.add(atUs, (event.certain ? 0 : 2) + (event.odds.chance === 1 ? 0 : 1), event);
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
    this.newRun(light, path, null, null);
    if (path.arrives === false) return;
    const { unknown } = path;
    for (const pulse of ['pre', 'main'] as const) {
      const cause = this.body.id;
      this.add(-PREFLASH_LEAD_US, {
        kind: 'trigger',
        light: light.id,
        pulse,
        cause,
        certain: false,
        unknown,
        odds: ALWAYS,
      });
    }
  }

  private startWired(light: Light): void {
    const under = bodyUnder(this.rig.placed, light);
    if (under !== undefined && under?.id !== this.body.id) {
      this.newRun(light, this.bodyPath.check(this.noLink(light)), null, null);
      return;
    }
    const path = followWire(this.rig, this.body, light);
    const delivery = once(() => deliver(this.rig, this.body, null, light));
    this.newRun(light, path, null, delivery);
    this.queueFor(light, { path, delivery, cause: this.body.id, coming: comingBy(this.press, light, path, null) });
    this.queueRedEye(light, path);
  }

  /** A flash that the body speaks to by its shoe flashes against red eyes where the body is set to that. */
  private queueRedEye(light: Light, path: SignalPath): void {
    if (this.body.settings.redEye !== true || path.arrives === false) return;
    const told = passesByShoe(this.rig, this.body, light, 'start');
    if (told.holds === false) return;
    const certain = path.arrives === true && told.holds === true;
    const unknown = [...path.unknown, ...told.fields];
    const common = { kind: 'trigger', light: light.id, cause: this.body.id, certain, unknown, odds: ALWAYS } as const;
    for (const lead of RED_EYE_LEADS_US) this.add(path.latencyUs - lead, { ...common, pulse: 'red-eye' });
  }

  private startByAir(light: Light, senders: readonly { sender: Placed; path: SignalPath }[]): void {
    const family = radioInUse(hearerOf(this.rig, light))?.family;
    const attempts = senders.filter(mayBeHeard(family, senders)).map(({ sender, path: atSender }): Attempt => {
      const path = followAir(this.rig, atSender, { body: this.body, sender, light });
      const isRelated = family !== undefined && radioInUse(sender)?.family === family;
      const coming = comingBy(this.press, light, path, { sender, atUs: atSender.latencyUs });
      return { sender, path, isRelated, coming };
    });
    const ordered = inOrder(attempts);
    const [best] = ordered;
    // A stranger's sender on this body is no sender for a light whose own family speaks elsewhere in the look.
    const deserted = best && !best.isRelated && best.path.arrives === false && this.isSpoken(family);
    if (!best || deserted) {
      this.newRun(light, this.bodyPath.check(this.noLink(this.body)), null, null);
      return;
    }
    const told = ordered
      .filter(({ path }, index) => index === 0 || path.arrives !== false)
      .map((one) => ({ ...one, delivery: once(() => deliver(this.rig, this.body, one.sender, light)) }));
    const first = spokenLast(told);
    this.newRun(light, first.path, first.sender.id, first.delivery);
    for (const one of [first, ...told.filter(({ sender }) => sender !== first.sender)]) {
      this.queueFor(light, { ...one, cause: one.sender.id });
    }
  }

  private noLink({ id }: Placed): Check {
    return { holds: false, code: 'sender.no-link', subject: id, params: { body: this.body.id } };
  }

  private isSpoken(family: string | undefined): boolean {
    return family !== undefined && this.rig.senders.some((sender) => radioInUse(sender)?.family === family);
  }

  private startEye(light: Light): void {
    const { sees, from } = light.settings;
    const wayFrom = (seen?: string) => this.bodyPath.followedBy(followEye(this.rig, this.body, light, seen));
    const general = wayFrom();
    // What is noted of a pair makes a way of its own; all others go the same way.
    const ways = [...new Set(sees)]
      .filter((seen) => seen !== light.id)
      .map((seen) => ({ seen, path: from?.[seen] ? wayFrom(seen) : general }));
    const best = bestWay(ways.map(({ path }) => path)) ?? general;
    const delivery = once(() => deliver(this.rig, this.body, null, light));
    const run = this.newRun(light, best, null, delivery);
    if (sees == null && general.arrives !== false) this.eyes.watchAnything(run);
    for (const { seen, path } of ways) {
      if (path.arrives === false) continue;
      this.eyes.watch(seen, { run, path });
    }
  }

  private newRun(light: Light, path: SignalPath, sender: string | null, delivered: (() => Delivery) | null): LightRun {
    const run = newRun(light, path, sender, delivered);
    this.runs.set(light.id, run);
    return run;
  }

  /** The metering pulse goes out on the same path, ahead of the shutter. */
  private queueFor(light: Light, { path, coming, delivery: delivered, cause }: WayIn): void {
    if (coming === null) return;
    const delivery = delivered();
    const { train, certain, unknown } = coming;
    const tail = light.settings.hss !== true;
    const odds = oddsOf(path, light.id);
    const run = this.runs.get(light.id)!;
    if (train?.holds === false && (run.sender ?? cause) === cause) run.noTrain = train.fault;
    const trigger = (pulse: PulseKind, atUs: number, more: Pick<Trigger, 'certain' | 'unknown'>) =>
      this.add(atUs, {
        kind: 'trigger',
        light: light.id,
        pulse,
        cause,
        ...more,
        train: pulse === 'main' && !tail && train?.holds === true,
        tail: pulse === 'main' && tail && train?.holds === true,
        odds,
      });
    if (delivery.metered !== false) {
      const meters = { certain: certain && delivery.metered === true, unknown: [...unknown, ...delivery.unknown] };
      this.metered ??= meteredGroups(this.rig, this.body);
      trigger('pre', path.latencyUs - preflashLeadUs(this.rig, light, this.metered), meters);
    }
    trigger('main', coming.atUs, { certain, unknown });
  }

  private onTrigger(atUs: number, event: Trigger): void {
    const { light, pulse, cause, certain } = event;
    const run = this.runs.get(light)!;
    const pops = pulse === 'main' ? popsOf(run.light) : 1;
    if (pulse === 'main') {
      // Fired, or perhaps fired: the charge is gone for this shot, or nobody can say.
      if (run.fires !== false) return this.fireAgain(atUs, run, event);
      run.fires = certain ? true : null;
      if (!certain) run.unknown = distinctFields([...run.unknown, ...event.unknown]);
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
    const { odds, unknown } = event;
    const shone: Pulse = { kind: 'pulse', light, pulse, certain, unknown, train: event.train === true, odds };
    this.add(atUs, shone);
    if (pulse !== 'main' || !this.eyes.isWatched(light)) return;
    for (const pop of popsAfter(run.light, shone)) this.add(atUs + pop.afterUs, pop.pulse);
  }

  /** A second way in at the same moment makes up for shots in which the first one fails. */
  private fireAgain(atUs: number, run: LightRun, { certain, odds, unknown }: Trigger): void {
    // Whether it fires at all may hang on each of these.
    if (run.fires === null) run.unknown = distinctFields([...run.unknown, ...unknown]);
    if (run.fires !== true || !certain || run.chance === 1 || atUs - run.atUs! >= PULSE_MERGE_US) return;
    run.chance = inEither(run.chance, odds.chance);
    if (run.chance === 1) run.doubt = null;
    const main = this.timeline.find(
      (event) => event.kind === 'pulse' && event.unit === run.light.id && event.pulse === 'main',
    );
    if (main && run.chance === 1) delete main.chance;
    else if (main) main.chance = run.chance;
  }

  /** Only while the body shoots on does it matter when a light can fire again. */
  private noteReady(atUs: number, run: LightRun, certain: boolean): void {
    if (this.body.settings.secondsBetween == null) return;
    const seconds = recycleSeconds(run.light, run.delivery?.power ?? null);
    if (seconds?.least == null || seconds.least !== seconds.most) return;
    const readyUs = Math.round(atUs + seconds.most * 1e6);
    this.timeline.push({ atUs: readyUs, kind: 'ready', unit: run.light.id, ...possible(certain) });
  }
}

/** One by which the light arrives, or may; of ways that all fail, the one whose code comes first. */
const bestWay = (ways: readonly SignalPath[]): SignalPath | undefined => {
  const rank = ({ arrives, failure }: SignalPath) => (arrives === true ? '' : arrives === null ? ' ' : failure!.code);
  return [...ways].sort((a, b) => (rank(a) < rank(b) ? -1 : 1))[0];
};
