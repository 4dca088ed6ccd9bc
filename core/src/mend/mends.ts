/** Changes to a light and to what drives it, as a crew makes them; fixCandidates.ts says which suit which finding. */
import { isWired } from '../path/bodyPath.ts';
import { FaultScene } from './faultScene.ts';
import type { Change } from '../record/look.ts';
import { clearChannels } from '../rig/emitters.ts';
import { groupsOf } from '../rig/net.ts';
import { pulseDecayUs } from '../shot/pulseShape.ts';
import { bodyUnder, hearerOf, isFlash, type Light, type Placed, radioInUse } from '../rig/rig.ts';
import { hasSocket } from '../rig/stack.ts';
import { fastestLabelAtLeast } from '../measure/stops.ts';

export type Candidate = readonly Change[];

/** At most this many letters, lights or spares are tried per finding: more would not be read. */
export const TRIES = 4;

/** Where a light that metered by itself starts in manual when nobody recorded a power: a sixteenth, to be metered from. */
const START_POWER_STOPS = -4;

/** Delay of a slow link with an eye behind it, in microseconds. */
const SLOW_LINK_US = 1500;

export class Mends extends FaultScene {
  protected byCable(): Candidate[] {
    const { subject } = this;
    const item = this.rig.placed.get(this.finding.params.item as string);
    if (!item || subject.profile.kind !== 'body' || !hasSocket(item) || !hasSocket(subject)) return [];
    return [[this.set(item, 'plugs', [subject.profile.syncSocket, item.profile.syncSocket])]];
  }

  protected drive(sender: Placed, letter: string, light: Light): Change[] {
    const { mode, power } = light.settings;
    return [
      this.set(sender, `groups.${letter}.on`, true),
      ...(mode == null ? [] : [this.set(sender, `groups.${letter}.mode`, mode)]),
      ...(power == null ? [] : [this.set(sender, `groups.${letter}.power`, power)]),
    ];
  }

  /** A letter to itself, for a light that cannot share. */
  protected ownLetter(): Candidate[] {
    const { subject: sender } = this;
    const radio = radioInUse(sender);
    const letters = (radio && groupsOf(radio, this.rig.families.get(radio.family))) ?? [];
    const used = new Set(this.netOf(sender).map((hearer) => hearer.settings.group));
    return this.lights()
      .slice(0, 1)
      .flatMap((light) =>
        letters
          .filter((letter) => !used.has(letter))
          .slice(0, TRIES)
          .map((letter) => [
            this.set(hearerOf(this.rig, light), 'group', letter),
            ...this.drive(sender, letter, light),
          ]),
      );
  }

  protected spareReceivers(): Candidate[] {
    const family = (this.finding.params.family ?? this.finding.params.expected) as string | null;
    const inUse = new Set(this.rig.lights.map((light) => light.settings.receiver));
    const spares = [...this.rig.placed.values()].filter(
      (placed) =>
        placed.profile.kind === 'trigger' &&
        placed.settings.mount == null &&
        !inUse.has(placed.id) &&
        placed.profile.radios.some((radio) => radio.family === family && radio.roles.includes('remote')),
    );
    return this.lights()
      .slice(0, 1)
      .flatMap((light) =>
        spares
          .slice(0, TRIES)
          .map((spare) => [
            this.set(light, 'receiver', spare.id),
            this.set(spare, 'role', 'remote'),
            this.set(spare, 'on', true),
          ]),
      );
  }

  protected allToManual(): Change[] {
    return this.lights().flatMap((light) => this.toManual(light));
  }

  protected allTo(mode: string): Change[] {
    return this.lights().flatMap((light) => {
      const sender = this.controller(light);
      const told = sender ? [this.set(sender, `groups.${hearerOf(this.rig, light).settings.group}.mode`, mode)] : [];
      return [this.set(light, 'mode', mode), ...told];
    });
  }

  /** A flash that has an eye can always answer another one that fires. */
  protected byEye(light: Light | undefined = this.lights()[0]): Candidate[] {
    const modes = light?.profile.eyes ?? [];
    if (!light || modes.length === 0) return [];
    return this.firingLights()
      .filter((other) => other !== light.id)
      .slice(0, TRIES)
      .map((other) => [
        this.set(light, 'link', 'eye'),
        this.set(light, 'role', 'eye'),
        this.set(light, 'eye', modes[0]),
        this.set(light, 'sees', [other]),
        this.set(light, 'receiver', null),
        this.set(light, 'plugs', null),
        // It keeps to the body it hung on.
        ...(isWired(light) ? [this.set(light, 'firesFor', this.finding.shots)] : []),
      ]);
  }

  /** Straight onto the body, in place of the trigger that has no shoe on top, or by a cable from either. */
  protected offTheStack(): Candidate[] {
    const { subject: trigger } = this;
    const item = this.rig.placed.get(this.finding.params.item as string);
    const body = bodyUnder(this.rig.placed, trigger);
    if (!item || !body) return [];
    const far = item.profile.syncSocket;
    const cables = [trigger, body]
      .filter(hasSocket)
      .map((near) => [
        this.set(item, 'mount', near.id),
        this.set(item, 'plugs', [near.profile.syncSocket, far]),
        ...(isFlash(item) && item.settings.link === 'shoe' ? [this.set(item, 'link', 'cable')] : []),
        ...(isFlash(item) ? this.toManual(item) : []),
      ]);
    return hasSocket(item) ? cables : [];
  }

  /** So near that it comes through in spite of everything else, in whole metres. */
  protected nearEnough(): Candidate[] {
    return this.lights().flatMap((light) => {
      const metres = light.settings.distanceM;
      if (metres == null) return [];
      return [2, 4].map((part) => [this.set(light, 'distanceM', Math.max(1, Math.floor(metres / part)))]);
    });
  }

  /** The whole net on a channel that keeps clear of everybody else. */
  protected otherChannel(master: Placed): Candidate[] {
    const hearers = this.netOf(master).filter((hearer) => hearer.settings.channel === master.settings.channel);
    const sisters = this.sistersOf(master).filter(
      (sister) => sister.settings.channel === master.settings.channel && !this.rig.strangers.has(sister.id),
    );
    const members = [...new Set([master, ...sisters, ...hearers])];
    return clearChannels(this.rig, master, hearers)
      .slice(0, TRIES)
      .map((channel) => members.map((member) => this.set(member, 'channel', channel)));
  }

  protected heldLevel(): Candidate[] {
    return this.finding.shots.map((id) => [this.set(this.rig.placed.get(id)!, 'attitudes', null)]);
  }

  /** Slow enough that the pulse is over, to a third of a stop, before the first row closes: 1 - e^-x is 2^(-1/3) at 1.58. */
  protected pastThePulse(): Candidate[] {
    return this.judgement.shots
      .filter((shot) => this.finding.shots.includes(shot.body.id))
      .flatMap((shot) => {
        const needed = this.finding.units.map((id) => {
          const run = shot.runs.get(id);
          const decayUs = run && pulseDecayUs(run.light, run.delivery?.power ?? 0);
          // Without its tail delay it comes when the first curtain is home.
          const atUs = run?.tail ? (shot.curtain.tauUs ?? 0) + run.walk.latencyUs : (run?.atUs ?? 0);
          return atUs + 1.58 * (decayUs ?? 0);
        });
        const label = fastestLabelAtLeast(Math.max(...needed));
        const noTail = this.lights().flatMap((light) =>
          light.settings.tailDelayUs == null ? [] : [this.set(light, 'tailDelayUs', null)],
        );
        return label === null ? [] : [[this.set(shot.body, 'shutter', label), ...noTail]];
      });
  }

  /** A tail that starts sooner or later may lie better over the passing slit. */
  protected shorterTail(): Candidate[] {
    return this.lights()
      .slice(0, 1)
      .flatMap((light) => {
        const delay = light.settings.tailDelayUs;
        return delay == null ? [] : [0, delay / 2].map((us) => [this.set(light, 'tailDelayUs', Math.round(us))]);
      });
  }

  /** Only as many frames as it keeps up with. */
  protected shorterBurst(): Candidate[] {
    const { frame } = this.finding.params;
    if (typeof frame !== 'number' || frame < 3) return [];
    return this.finding.shots.map((id) => [this.set(this.rig.placed.get(id)!, 'burstFrames', frame - 1)]);
  }

  protected slowerBurst(): Candidate[] {
    const seconds = Number(this.finding.params.seconds);
    return this.finding.shots.map((id) => [
      this.set(this.rig.placed.get(id)!, 'secondsBetween', Math.ceil(seconds * 10) / 10),
    ]);
  }

  protected withinMultiLimits(): Change[] {
    return this.lights().flatMap((light) => {
      const { multi } = light.profile;
      const { multiPops, multiHz, power } = light.settings;
      const least = (set: number | null | undefined, most: number | null | undefined) =>
        set == null || most == null ? set : Math.min(set, most);
      return [
        this.set(light, 'multiPops', least(multiPops, multi?.pops)),
        this.set(light, 'multiHz', least(multiHz, multi?.hz)),
        ...this.toPower(light, least(power, multi?.power) ?? 0),
      ];
    });
  }

  protected toManual(light: Light): Change[] {
    const { floor, ceiling } = light.profile.power;
    const power = light.settings.power ?? Math.min(Math.max(START_POWER_STOPS, floor ?? -12), ceiling ?? 0);
    const plan = [this.set(light, 'mode', 'manual'), this.set(light, 'power', power)];
    const sender = this.controller(light);
    if (!sender) return plan;
    const letter = hearerOf(this.rig, light).settings.group;
    return [
      ...plan,
      this.set(sender, `groups.${letter}.mode`, 'manual'),
      this.set(sender, `groups.${letter}.power`, power),
    ];
  }

  protected toPower(light: Light, power: number): Change[] {
    const sender = this.controller(light);
    const letter = hearerOf(this.rig, light).settings.group;
    return [this.set(light, 'power', power), ...(sender ? [this.set(sender, `groups.${letter}.power`, power)] : [])];
  }

  protected calmerEye(): Candidate[] {
    const { subject } = this;
    const modes = ['S2', 'S1'].map((eye) => [this.set(subject, 'eye', eye)]);
    const one = this.firingLights().filter((light) => light !== subject.id);
    const seen = (light: string) => Number((subject.settings.sees ?? []).includes(light));
    one.sort((a, b) => seen(b) - seen(a));
    return [
      ...modes,
      ...one.slice(0, TRIES).map((light) => [this.set(subject, 'sees', [light]), this.set(subject, 'eye', 'S1')]),
    ];
  }

  protected turnEye(): Candidate[] {
    const { subject } = this;
    const sees = subject.settings.sees ?? [];
    // Beside what it watches, or instead of it, which comes first where that is somebody else's.
    const beside = (light: string) => [...sees, light];
    const strange = sees.some((id) => this.rig.strangers.has(id));
    const viewsWith = (light: string) =>
      sees.length === 0 ? [[light]] : strange ? [[light], beside(light)] : [beside(light), [light]];
    return this.firingLights()
      .filter((light) => light !== subject.id && !sees.includes(light))
      .slice(0, TRIES)
      .flatMap((light) =>
        viewsWith(light).flatMap((view) =>
          ['S1', 'S2'].map((eye) => [this.set(subject, 'sees', view), this.set(subject, 'eye', eye)]),
        ),
      );
  }

  /** Slow enough for the whole frame by itself, with the delay of a slow link in hand. */
  protected withinSync(): Candidate[] {
    return this.judgement.shots
      .filter((shot) => this.finding.shots.includes(shot.body.id) && shot.curtain.tauUs !== null)
      .map((shot) => [this.set(shot.body, 'shutter', fastestLabelAtLeast(shot.curtain.tauUs! + SLOW_LINK_US))]);
  }

  /** Row 0 closes after the open time t, so the whole frame is lit when t is at least the pulse's time. */
  protected slowerShutter(): Candidate[] {
    const { units, subject } = this.finding;
    const late = this.judgement.verdicts
      .filter((v) => v.shot === subject && units.includes(v.unit))
      .map((v) => v.lastUs ?? v.atUs ?? 0);
    const label = fastestLabelAtLeast(Math.max(...late));
    // Where the pulse is slow, a shutter that only just takes its start in is no good.
    return [...(label === null ? [] : [[this.set(this.subject, 'shutter', label)]]), ...this.pastThePulse()];
  }
}
