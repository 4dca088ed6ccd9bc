/**
 * Setting changes that might mend a finding, most natural first. These are guesses: fixes.ts offers only those
 * the simulator proves.
 */
import { type Candidate, Mends, TRIES } from './mends.ts';
import { isNoChange } from '../record/look.ts';
import { inRange } from '../measure/range.ts';
import type { Finding, Judgement } from '../verdict/judge.ts';
import { hearerOf, isFlash, type Light, type Placed, radioInUse } from '../rig/rig.ts';
import { freeId, groupsOf, idRange, mastersOf } from '../rig/net.ts';
import { hasSocket } from '../rig/stack.ts';

export type { Candidate };

/** Other hearers on a sender's net up to which the net may be moved instead of the one unit. */
const SMALL_NET = 1;

export function candidatesFor(judgement: Judgement, finding: Finding): Candidate[] {
  const make = new CandidateMaker(judgement, finding);
  // What is not ours nobody here sets.
  const ours = (changes: Candidate) => !changes.some((change) => judgement.rig.strangers.has(change.unit));
  return make.all().filter((changes) => !changes.every(isNoChange) && ours(changes));
}

class CandidateMaker extends Mends {
  all(): Candidate[] {
    const { subject, finding } = this;
    const { params } = finding;
    switch (finding.code) {
      case 'body.silent-shutter':
        return this.flashShutters().map((type) => [this.set(subject, 'shutterType', type)]);
      case 'body.flash-disabled':
        return [[this.set(subject, 'flashFiring', true)]];
      case 'body.scene-mode':
        return [[this.set(subject, 'exposureMode', 'manual')]];
      case 'body.popup-down':
        return [[this.set(subject, 'popupUp', true)]];
      case 'body.not-seated':
        return [[this.set(subject, 'seated', true)]];
      case 'shoe.passthrough-off':
        return [[this.set(subject, 'passThrough', true)], this.allToManual()];
      case 'shoe.start-order':
        return [[this.set(subject, 'startedInOrder', true)], this.allToManual()];
      case 'shoe.no-top-shoe':
        return this.offTheStack();
      case 'sender.asleep':
      case 'hearer.asleep':
        return [[this.set(subject, 'asleep', false)]];
      case 'sender.battery':
      case 'hearer.battery':
        return [[this.set(subject, 'cells', 'good')]];
      case 'sender.rivals':
        return [
          [this.set(subject, `groups.${params.group}.${params.setting}`, params.expected)],
          [this.set(subject, 'passive', true)],
          // A flash that no longer speaks still fires on its shoe; switched off it would leave the picture.
          [this.set(subject, 'role', isFlash(subject) ? 'local' : 'off')],
          ...this.ownLetter(),
        ];
      case 'hearer.pin':
        return [[this.set(subject, 'pin', params.expected)]];
      case 'hearer.selector':
        return [[this.set(subject, 'selector', 'flash')]];
      case 'hearer.generation':
      case 'hearer.firmware':
      case 'shoe.firmware':
        return [this.allToManual(), ...this.spareReceivers(), ...this.byEye()];
      case 'foot.voltage':
        return this.byEye();
      case 'lamp.heat':
        return typeof params.frame === 'number' ? this.shorterBurst() : [[this.set(subject, 'hot', null)]];
      case 'lamp.recycling':
        return [...this.shorterBurst(), ...this.slowerBurst()];
      case 'lamp.multi-limit':
        return [this.withinMultiLimits(), [this.set(subject, 'mode', 'manual')], this.allToManual()];
      case 'body.no-sync-port':
        return [this.lights().map((light) => this.set(light, 'plugs', null))];
      case 'sender.off':
      case 'hearer.off':
        return [[this.set(subject, 'on', true)]];
      case 'sender.role':
        return [[this.set(subject, 'role', 'master')]];
      case 'hearer.role':
        return this.roles();
      case 'sender.no-link':
        return [...this.spareSenders(), ...this.onlyWhereItWorks()];
      case 'shoe.no-centre':
        return this.byCable();
      case 'sender.channel-range':
        return this.commonChannels();
      case 'sender.group-off':
        return [[this.set(subject, `groups.${params.group}.on`, true)]];
      case 'sender.group-range':
      case 'hearer.group':
        return this.otherLetters(this.senderOfFinding());
      case 'hearer.maker-mode':
      case 'hearer.family':
        return [[this.set(subject, 'family', params.expected)], ...this.spareReceivers()];
      case 'foot.no-receiver':
        return this.spareReceivers();
      case 'hearer.channel':
      case 'hearer.dip':
        return this.sameChannel();
      case 'hearer.id':
        return this.sameId();
      case 'foot.socket':
        return this.rightPlugs();
      case 'lamp.mode':
        return [this.allToManual(), this.allTo('ttl'), ...this.byEye()];
      case 'foot.ttl-on-plain-link':
      case 'shoe.foreign':
      case 'shoe.passthrough-foreign':
        return [this.allToManual()];
      case 'eye.preflash':
      case 'eye.burst':
        return this.calmerEye();
      case 'eye.waits-for-second':
        return [[this.set(subject, 'eye', 'S1')]];
      case 'eye.nothing-in-view':
        return this.turnEye();
      case 'lamp.disabled':
        return [[this.set(subject, 'lamp', true)]];
      case 'lamp.power-floor':
      case 'lamp.power-ceiling':
        return [this.toPower(subject as Light, params.limit as number)];
      case 'power.overwritten':
        return [[this.set(subject, `groups.${params.group}.${params.setting}`, params.expected)], ...this.ownLetter()];
      case 'power.shared-group':
        return this.ownLetter();
      case 'air.covered':
        return [[this.set(subject, 'covered', null)]];
      case 'air.no-sight':
        return [
          [this.set(subject, params.upright === true ? 'sightUpright' : 'sight', 'direct')],
          ...(params.upright === true ? this.heldLevel() : []),
        ];
      case 'air.angle':
        return [[this.set(subject, 'offAxis', 0)]];
      case 'air.sun':
        return [[this.set(subject, 'inSun', null)], [this.set(subject, 'distanceM', params.reachM)]];
      case 'air.range':
        return [[this.set(subject, 'distanceM', params.reachM)], ...this.nearEnough()];
      case 'crew.emitter-near':
        return [...this.otherChannel(subject), ...this.nearEnough()];
      case 'air.interference':
        // What was counted on this way in says nothing of another.
        return this.byEye(subject as Light);
      case 'air.cable-length':
        return [[this.set(subject, 'cableM', params.distanceM)]];
      case 'power.local-trim':
        return [[this.set(subject, 'trim', null)]];
      case 'power.comp-limit':
        return [
          [
            this.set(subject, 'compensation', null),
            this.set(this.rig.placed.get(params.body as string)!, 'compensation', null),
          ],
        ];
      case 'frame.rear-curtain':
        return [[this.set(subject, 'curtain', 'front')]];
      case 'frame.no-hss':
      case 'eye.hss':
        return this.withinSync();
      case 'advice.iso-auto':
      case 'advice.wb-auto':
      case 'advice.preview-on':
      case 'advice.red-eye':
        return [[this.set(subject, params.setting as string, false)]];
      case 'advice.beep':
        return [[this.set(subject, 'beep', false)]];
      case 'advice.zoom-auto':
        return [[this.set(subject, 'zoomAuto', false)]];
      case 'power.rounded':
        return [this.toPower(subject as Light, params.rounded as number)];
      case 'frame.over-sync':
      case 'frame.latency':
        return this.slowerShutter();
      case 'frame.tail-gradient':
      case 'frame.duration':
        return [...this.shorterTail(), ...this.pastThePulse()];
      case 'crew.clash':
        return this.acceptOrTurnAway();
      case 'crew.channels-exhausted':
        return this.byEye(subject as Light);
      case 'crew.no-id':
        return this.netId();
      case 'power.by-hand':
      case 'advice.unknown-field':
      case 'advice.untested':
      case 'advice.sleep-short':
      case 'advice.no-spare-master':
      case 'advice.no-fallback':
      case 'advice.comp-twice':
      case 'advice.ttl-drift':
      case 'advice.mixed-firmware':
      case 'advice.master-lights':
      case 'caution.strobe':
      case 'caution.voltage':
      case 'caution.heat':
      case 'caution.trip':
      case 'caution.radio-law':
      case 'eye.anyone':
        return [];
    }
  }

  private flashShutters(): string[] {
    if (this.subject.profile.kind !== 'body') return [];
    return this.subject.profile.shutters.filter((shutter) => shutter.flash === true).map((shutter) => shutter.type);
  }

  private roles(): Candidate[] {
    const { subject, finding } = this;
    const role = this.set(subject, 'role', finding.params.wanted);
    if (finding.params.wanted !== 'eye' || !isFlash(subject)) return [[role]];
    return (subject.profile.eyes ?? []).map((eye) => [role, this.set(subject, 'eye', eye)]);
  }

  /** A sender lying ready: part of the look, switched to role off. */
  private spareSenders(): Candidate[] {
    const wanted = new Set(this.lights().map((light) => radioInUse(hearerOf(this.rig, light))?.family));
    const body = this.finding.params.body as string | undefined;
    if (body === undefined) return [];
    return [...this.rig.placed.values()]
      .filter((placed) => placed.profile.kind === 'trigger' && placed.settings.role === 'off')
      .filter(
        (spare) =>
          spare.profile.kind === 'trigger' &&
          spare.profile.radios.some((radio) => radio.roles.includes('master') && wanted.has(radio.family)),
      )
      .slice(0, TRIES)
      .map((spare) => [this.set(spare, 'mount', body), this.set(spare, 'role', 'master'), this.set(spare, 'on', true)]);
  }

  private onlyWhereItWorks(): Candidate[] {
    return [
      this.lights().map((light) => {
        const served = this.judgement.verdicts
          .filter((v) => v.unit === light.id && v.verdict === 'in-sync')
          .map((v) => v.shot);
        return this.set(light, 'firesFor', served.length > 0 ? served : (light.settings.firesFor ?? null));
      }),
    ];
  }

  /** Channels the sender has, those most of its hearers are on already first. */
  private commonChannels(): Candidate[] {
    const { subject } = this;
    const hearers = this.lights().map((light) => hearerOf(this.rig, light));
    const range = this.channelRange(subject);
    if (!range) return [];
    const votes = new Map<number, number>([[range.from, 0]]);
    for (const { settings } of hearers) {
      if (settings.channel != null && inRange(settings.channel, range))
        votes.set(settings.channel, (votes.get(settings.channel) ?? 0) + 1);
    }
    return [...votes]
      .sort((a, b) => b[1] - a[1] || a[0] - b[0])
      .slice(0, TRIES)
      .map(([channel]) => [
        this.set(subject, 'channel', channel),
        ...unlike(hearers, 'channel', channel).map((hearer) => this.set(hearer, 'channel', channel)),
      ]);
  }

  private sameChannel(): Candidate[] {
    const { subject } = this;
    const sender = this.rig.placed.get(this.finding.params.sender as string)!;
    const { expected, found } = this.finding.params as { expected: number; found: number };
    const range = this.channelRange(subject);
    const others = this.netOf(sender).filter((placed) => placed.id !== subject.id);
    const toSender = !range || inRange(expected, range) ? [[this.set(subject, 'channel', expected)]] : [];
    // Moving the whole net to suit one unit makes sense only where the net is hardly more than that unit.
    if (others.length > SMALL_NET && toSender.length > 0) return toSender;
    const toHearer = [
      this.set(sender, 'channel', found),
      ...unlike(others, 'channel', found).map((placed) => this.set(placed, 'channel', found)),
    ];
    return [...toSender, toHearer];
  }

  private sameId(): Candidate[] {
    const { subject } = this;
    const sender = this.rig.placed.get(this.finding.params.sender as string)!;
    if (idRange(this.rig, subject)) return [[this.set(subject, 'networkId', this.finding.params.expected)]];
    // A unit without IDs hears only a net whose ID is off.
    return [
      [sender, ...this.netOf(sender)]
        .filter((placed) => placed.settings.networkId !== 0)
        .map((placed) => this.set(placed, 'networkId', 0)),
    ];
  }

  /** First letters that already say what the lights want, then free ones, then any that is on. */
  private otherLetters(sender: Placed | null): Candidate[] {
    const radio = sender && radioInUse(sender);
    if (!sender || !radio) return [];
    const lights = this.lights();
    const first = lights[0];
    if (!first) return [];
    const letters = groupsOf(radio, this.rig.families.get(radio.family)) ?? [];
    const said = (letter: string) => sender.settings.groups?.[letter];
    const suits = letters.filter(
      (l) => said(l)?.on === true && said(l)?.mode === first.settings.mode && said(l)?.power === first.settings.power,
    );
    const used = new Set(this.netOf(sender).map((hearer) => hearer.settings.group));
    const free = letters.filter((letter) => !used.has(letter));
    const moved = (letter: string) =>
      [...new Set(lights.map((light) => hearerOf(this.rig, light)))].map((hearer) => this.set(hearer, 'group', letter));
    return [
      ...suits.slice(0, TRIES).map(moved),
      ...free.slice(0, TRIES).map((letter) => [...moved(letter), ...this.drive(sender, letter, first)]),
      ...letters
        .filter((letter) => said(letter)?.on === true)
        .slice(0, TRIES)
        .map(moved),
    ];
  }

  private rightPlugs(): Candidate[] {
    const { subject } = this;
    const near = this.rig.placed.get(
      (this.finding.params.receiver as string | undefined) ?? subject.settings.mount ?? '',
    );
    const onFoot: Candidate = [this.set(subject, 'plugs', null)];
    if (!near || !hasSocket(near) || !hasSocket(subject)) return [onFoot];
    return [[this.set(subject, 'plugs', [near.profile.syncSocket, subject.profile.syncSocket])], onFoot];
  }

  private acceptOrTurnAway(): Candidate[] {
    const { subject, finding } = this;
    const { firesFor, sees } = subject.settings;
    const away =
      subject.settings.link === 'eye'
        ? [
            [
              this.set(
                subject,
                'sees',
                (sees ?? []).filter((id) => id !== finding.params.cause),
              ),
            ],
          ]
        : [];
    const strange = finding.shots.filter((body) => this.rig.strangers.has(body));
    if (strange.length > 0) return [...away, ...this.apart(subject as Light)];
    return [...away, [this.set(subject, 'firesFor', [...(firesFor ?? []), ...finding.shots])]];
  }

  /** An ID of our own, or another channel, for every unit of the net at once. */
  private apart(light: Light): Candidate[] {
    const hearer = hearerOf(this.rig, light);
    return mastersOf(this.rig, hearer).flatMap((master) => {
      const members = [...new Set([master, hearer, ...this.netOf(master), ...this.sistersOf(master)])].filter(
        (member) => !this.rig.strangers.has(member.id),
      );
      const range = idRange(this.rig, master);
      const free = range && members.every((member) => idRange(this.rig, member)) ? freeId(this.rig, range) : null;
      return [
        ...(free === null ? [] : [members.map((member) => this.set(member, 'networkId', free))]),
        ...this.otherChannel(master),
      ];
    });
  }

  private netId(): Candidate[] {
    const { subject } = this;
    const { free } = this.finding.params;
    if (free == null) return [];
    // A change of ID must reach every hearer of the net at once, also those another body's sender drives.
    const members = [subject, ...this.netOf(subject), ...this.sistersOf(subject)];
    return [[...new Set(members)].map((member) => this.set(member, 'networkId', free))];
  }
}

const unlike = (placed: readonly Placed[], setting: 'channel' | 'networkId', value: number): Placed[] =>
  [...new Set(placed)].filter((one) => one.settings[setting] !== value);
