/** Random rigs of every shape the model knows, small in their values so that things often match and often do not. */
import type { Look } from '../src/record/look';
import type { BodyProfile, FlashProfile, Profile, RadioProfile, TriggerProfile } from '../src/record/profile';
import { HAND } from '../src/measure/newId.ts';
import type { GroupSettings, Pair, Settings } from '../src/record/settings.ts';
import type { Unit } from '../src/record/unit';
import type { Kit } from '../src/rig/rig';
import type { Draw } from './draw';
import { LETTERS, ModelMaker } from './randomModels';

export interface RandomRig {
  kit: Kit;
  look: Look;
}

/** One rig, whole: nothing in it is unrecorded. */
export function randomRig(draw: Draw, most: Most = MOST): RandomRig {
  return new Maker(draw, most).make();
}

/** At most so many of each. */
export interface Most {
  bodies: number;
  senders: number;
  lights: number;
}
export const MOST: Most = { bodies: 2, senders: 3, lights: 6 };

class Maker extends ModelMaker {
  private readonly profiles: Profile[] = [];
  private readonly units: Unit[] = [];
  private readonly settings: Record<string, Settings> = {};

  constructor(
    draw: Draw,
    private readonly most: Most,
  ) {
    super(draw);
  }

  make(): RandomRig {
    const bodies = this.many('body', 1, this.most.bodies);
    const senders = this.many(
      'sender',
      Math.min(this.most.senders, this.theme === 'stack' ? 2 : this.theme ? 1 : 0),
      this.most.senders,
    );
    const receivers = this.many('receiver', this.theme === 'selector' ? 1 : 0, 2);
    const lights = this.many('light', 1, this.most.lights);
    for (const id of bodies) this.body(id);
    // On a body, or on a trigger that is on one: a stack of any height.
    senders.forEach((id, index) => this.sender(id, this.onto(bodies, senders.slice(0, index))));
    for (const id of receivers) this.receiver(id);
    for (const id of lights) this.light(id, { bodies, senders, receivers, lights });
    const made: RandomRig = {
      kit: { families: this.families, profiles: this.profiles, units: this.units },
      look: {
        id: 'look',
        name: 'Look',
        event: 'event',
        ...(this.about('sleep', true, this.nearly(false, true)) && { quietMinutes: 20 }),
        ...(this.about('in turn', true, this.mostly(false, true)) && { inTurn: true }),
        ...(this.nearly(false, true) && { emitters: [{ name: 'Net', mhz: this.pick(2405, 2410, 5000), widthMhz: 4 }] }),
        units: this.settings,
      },
    };
    // Last, so that what is drawn before stays as it was.
    for (const id of lights) this.found(id, bodies);
    return made;
  }

  /** What test frames found of a light with one of the bodies. */
  private found(light: string, bodies: string[]): void {
    const { link } = this.settings[light]!;
    if (link == null || !this.nearly(false, true)) return;
    const unit = this.units.find(({ id }) => id === light)!;
    const cleanTo = this.pick('1/60', '1/125', '1/160', '1/200', '1/250', '1/320');
    unit.realSyncs = { [this.pick(...bodies)]: { link, cleanTo, by: 'Maren', at: '2027-06-12T13:00:00Z' } };
  }

  private onto(bodies: string[], below: string[]): string[] {
    if (below.length > 0 && this.about('stack', true, false)) return below.slice(-1);
    return this.mostly(bodies, [...bodies, ...below]);
  }

  private many(kind: string, min: number, max: number): string[] {
    const count = this.draw.integer(min, max);
    return Array.from({ length: count }, (_, index) => `${kind}-${index + 1}`);
  }

  /** States a crew notes on the spot; mostly nothing is wrong. */
  private noted(): Settings {
    if (this.draw.integer(0, 14) > 0) return {};
    const asleep = this.pick(true, false);
    const cells = this.pick('good', 'cold', 'low', 'nearly empty', 'flat') ?? null;
    // Broken where two others meet: a draw of its own would make every rig another one.
    const broken = asleep === false && cells === 'low';
    return { asleep, cells, seated: this.pick(true, false), ...(broken && { broken }) };
  }

  /** How a light stands, and what is dialled on it beyond the plan; mostly nothing is in the way. */
  private stands(): Settings {
    return {
      ...(this.nearly(false, true) && { covered: this.pick(true, false) }),
      ...(this.nearly(false, true) && { offAxis: this.pick(30, 90) }),
      ...(this.nearly(false, true) && { inSun: true }),
      ...(this.mostly(false, true) && { distanceM: this.pick(4, 8, 20), cableM: this.mostly(20, 5) }),
      ...this.seen(),
      ...(this.nearly(false, true) && { heardShare: this.pick(0.5, 1) }),
      ...(this.about('dialled', true, this.nearly(false, true)) && { dialledPower: this.pick(-3, -5) }),
      ...(this.nearly(false, true) && { trim: this.pick(1, -1) }),
      ...(this.nearly(false, true) && { compensation: this.pick(1, 3) }),
      ...(this.mostly(false, true) && { hss: true }),
    };
  }

  /** How it sees what reaches it; of a bounce the distance is noted too, since without it nobody could say. */
  private seen(): Settings {
    const [level, upright] = [this.sight(), this.sight()];
    const isBounced = level === 'bounce' || upright === 'bounce';
    return {
      ...(level && { sight: level }),
      ...(upright && { sightUpright: upright }),
      ...(isBounced && { distanceM: this.pick(1, 2, 4), cableM: 20 }),
    };
  }

  private sight(): Pair['sight'] {
    return this.nearly(false, true) ? this.pick('direct', 'bounce', 'blocked') : undefined;
  }

  /** Where it stands otherwise to one of these than to the rest. */
  private standing(others: readonly string[]): Settings {
    if (others.length === 0 || !this.mostly(false, true)) return {};
    const distanceM = this.pick(1, 4, 20);
    const sight = this.pick('direct', 'bounce', 'blocked', undefined);
    return { from: { [this.pick(...others)]: { distanceM, ...(sight && { sight }) } }, cableM: 20 };
  }

  private add(profile: Profile, settings: Settings): void {
    this.profiles.push(profile);
    this.units.push({
      id: profile.id,
      profile: profile.id,
      label: profile.id,
      firmware: this.mostly('1.10', '1.9', '2.0'),
    });
    this.settings[profile.id] = settings;
  }

  private body(id: string): void {
    const radios = this.mostly(false, true) ? [{ ...this.radio(['master']), family: 'coded' }] : [];
    const plain = radios.length === 0 && this.about('red eyes', true, this.nearly(false, true));
    const profile: BodyProfile = {
      id,
      maker: 'Maker',
      model: id,
      kind: 'body',
      shoe: { system: this.system('k', 'v'), centre: this.mostly(true, false) },
      syncSocket: this.mostly('pc', 'none'),
      toleratesV: this.nearly(24, 6),
      noFlashModes: this.pick([], ['auto', 'scene']),
      popup: radios.length > 0 ? 'commander' : plain ? 'plain' : 'none',
      radios,
      shutters: [
        { type: 'mechanical', flash: true, syncTime: '1/200', curtainUs: this.pick(3000, 4000) },
        { type: 'electronic', flash: this.pick(true, false), syncTime: '1/60', curtainUs: 20_000 },
        { type: 'leaf', flash: true, syncTime: '1/1000', curtainUs: 0 },
      ],
    };
    this.add(profile, {
      shutterType: this.mostly('mechanical', 'electronic', 'leaf'),
      shutter: this.shutter(),
      ...(this.about('red eyes', true, this.nearly(false, true)) && { redEye: true }),
      flashFiring: this.mostly(true, false),
      ...((this.about('rear', true, false) || this.about('forgets', true, this.nearly(false, true))) && {
        curtain: 'rear' as const,
      }),
      exposureMode: this.nearly('manual', 'scene', 'program'),
      ...(this.about('in turn', true, this.nearly(false, true)) && {
        secondsBetween: this.pick(0.2, 1, 3),
        burstFrames: this.mostly<number | null>(null, 3, 12),
      }),
      ...(this.about('upright', true, this.nearly(false, true)) && {
        attitudes: this.pick<Settings['attitudes']>(['level', 'upright'], ['upright']),
      }),
      ...(this.nearly(false, true) && { stranger: true }),
      ...(plain && { popupUp: this.mostly(true, false), mode: this.pick('manual', 'ttl') }),
      ...(radios[0] && {
        ...this.air(radios[0]),
        role: this.mostly('master', 'off'),
        popupUp: this.mostly(true, false),
        groups: this.told(),
      }),
    });
  }

  private shutter(): string {
    switch (this.theme) {
      case 'rear':
        return this.pick('1/60', '1/160', '1/8');
      case 'upright':
        return this.pick('1/250', '1/320');
      case 'multi':
      case 'selector':
        return this.pick('1/60', '1/8');
      case 'forgets':
        return this.pick('2', '0.5');
      default:
        return this.mostly('1/160', '1/200', '1/250', '1/500', '1/180', '1/8', '2', 'bulb');
    }
  }

  /** Manual but for a few, or where the rig is about something else. */
  private mode(usual: NonNullable<Settings['mode']>): NonNullable<Settings['mode']> {
    if (this.theme === 'multi') return 'multi';
    return this.theme === 'metered groups' || this.theme === 'forgets' ? this.pick('ttl', 'ttl', 'manual') : usual;
  }

  private air(radio: RadioProfile): Settings {
    return {
      family: radio.family,
      channel: this.mostly(1, 2),
      networkId: this.mostly(7, 0, 3, 12),
      group: this.pick(...LETTERS),
      pin: this.nearly(4, 5),
    };
  }

  private groupTold(): GroupSettings {
    return {
      on: this.mostly(true, false),
      mode: this.mode(this.nearly('manual', 'ttl', 'multi')),
      power: this.pick(-3, -3, -5),
    };
  }

  private told(): Record<string, GroupSettings> {
    return Object.fromEntries(LETTERS.map((letter) => [letter, this.groupTold()]));
  }

  private sender(id: string, carriers: readonly string[]): void {
    const radio = this.radio(['master']);
    const profile: TriggerProfile = {
      id,
      maker: 'Maker',
      model: id,
      kind: 'trigger',
      foot: this.system('k', 'v', 'centre-only', 'none'),
      topShoe: this.system('none', 'k', 'centre-only'),
      passThroughSwitch: this.pick(true, false),
      toleratesV: this.nearly(24, 6),
      ...(this.mostly(false, true) && { startOrder: ['flash', 'body', 'trigger'] }),
      ...(this.nearly(false, true) && { shoeFirmware: '1.10' }),
      radios: [radio],
      sleepMinutes: this.pick(0, 10, 30),
      syncSocket: this.pick('pc', 'jack'),
    };
    this.add(profile, {
      ...this.air(radio),
      ...this.noted(),
      passThrough: this.nearly(true, false),
      ...(this.nearly(false, true) && { passive: true }),
      startedInOrder: this.nearly(true, false),
      on: this.mostly(true, false),
      role: this.mostly('master', 'off', 'remote'),
      mount: this.nearly(this.pick(...carriers), HAND),
      ...(this.mostly(false, true) && { plugs: [this.mostly('pc', 'jack'), this.pick('pc', 'jack')] }),
      groups: this.told(),
    });
  }

  private receiver(id: string): void {
    const radio = this.radio(['remote']);
    const profile: TriggerProfile = {
      id,
      maker: 'Maker',
      model: id,
      kind: 'trigger',
      foot: 'none',
      topShoe: this.mostly('centre-only', 'none', 'k'),
      radios: [radio],
      syncSocket: this.pick('pc', 'jack'),
      selector: this.about('selector', true, this.pick(true, false)),
      sleepMinutes: this.pick(0, 10, 30),
      wakesByRadio: this.pick(true, false),
      toleratesV: this.nearly(24, 6),
    };
    this.add(profile, {
      ...this.air(radio),
      ...this.noted(),
      selector: this.about('selector', 'camera', this.nearly('flash', 'camera')),
      on: this.mostly(true, false),
      role: this.mostly('remote', 'off'),
    });
  }

  private light(
    id: string,
    others: { bodies: string[]; senders: string[]; receivers: string[]; lights: string[] },
  ): void {
    const { bodies, senders, receivers, lights } = others;
    const radios = this.mostly(true, false) ? [this.radio(['master', 'remote'])] : [];
    const profile: FlashProfile = {
      id,
      maker: 'Maker',
      model: id,
      kind: 'flash',
      foot: this.system('k', 'v', 'centre-only', 'none'),
      radios,
      eyes: this.mostly(['S1', 'S2'], ['S1'], []),
      can: this.can(),
      multi: { pops: this.nearly(5, 2), hz: 200, power: this.nearly(-3, -6) },
      recycle: { full: 2, floor: 0.1 },
      compLimit: 2,
      sleepMinutes: this.pick(0, 10, 30),
      duration: { measure: this.pick('t.5', 't.1'), fullUs: this.mostly(20, 300, 4000), floorUs: 10 },
      ...(this.nearly(false, true) && { heat: { fullPops: 2, restSeconds: 60 } }),
      sensor: { halfAngle: 60, indoorM: 12, outdoorM: 5 },
      triggerVoltage: this.nearly(5, 12, 250),
      wakesByRadio: this.pick(true, false),
      ...(this.nearly(false, true) && { shoeFirmware: '1.10' }),
      power: { floor: this.mostly(-7, -4), ceiling: this.mostly(0, -1), step: 1, scale: 'fraction' },
      syncSocket: this.pick('pc', 'jack', 'none'),
      lampSwitch: this.pick(true, false),
    };
    const mode = this.mode(this.mostly('manual', 'manual', 'ttl', 'multi'));
    const usual =
      this.theme === 'red eyes' || this.theme === 'stack'
        ? this.pick('radio', 'eye', 'shoe')
        : this.pick('radio', 'eye');
    const link = this.mostly(usual, 'shoe', 'cable', 'cord', 'optical');
    const wired = link === 'shoe' || link === 'cable' || link === 'cord';
    const role = {
      radio: 'remote',
      optical: 'remote',
      eye: 'eye',
      shoe: 'local',
      cord: 'local',
      cable: 'local',
    } as const;
    const mounted = wired || this.mostly(false, true);
    // A master of which nobody wrote down where it sits would leave a rig open that is meant to be whole.
    const wrongRoles = mounted ? (['off', 'master', 'remote', 'eye'] as const) : (['off', 'remote', 'eye'] as const);
    const receiver =
      receivers.length > 0 && this.about('selector', true, this.mostly(false, true)) ? this.pick(...receivers) : null;
    this.add(profile, {
      ...(radios[0] && this.air(radios[0])),
      on: this.mostly(true, false),
      link,
      role: receiver
        ? this.nearly<Settings['role']>('local', 'remote', 'eye', 'off')
        : this.mostly<Settings['role']>(role[link], ...wrongRoles),
      ...this.noted(),
      ...this.stands(),
      ...(mounted && { mount: this.mostly(this.pick(...bodies), ...(senders.length > 0 ? senders : bodies)) }),
      ...(link === 'cord' && { cord: this.mostly('k', 'v') }),
      ...(this.nearly(false, true) && { hot: this.pick(true, false) }),
      ...(receiver && { receiver }),
      ...((link === 'cable' || (receiver && this.pick(true, false))) && {
        plugs: [this.pick('pc', 'jack'), this.pick('pc', 'jack')],
      }),
      sees: [
        ...lights.filter((other) => other !== id && this.pick(true, false)),
        ...[...bodies, ...senders].filter(() => this.nearly(false, true)),
      ],
      ...this.standing([...bodies, ...senders, ...lights]),
      ...(this.mostly(false, true) && { firesFor: [this.pick(...bodies)] }),
      mode,
      ...(mode === 'manual' && this.nearly(false, true) && { tailDelayUs: this.pick(0, 500) }),
      multiPops: this.about('multi', 5, this.nearly(2, 8)),
      multiHz: this.about('multi', this.pick(20, 100), this.nearly(200, 500)),
      power: this.mostly(-3, -5, 0, -8),
      eye: this.about('forgets', 'S2', this.pick('S1', 'S2')),
      lamp: profile.lampSwitch ? this.mostly(true, false) : true,
      ...(link === 'shoe' &&
        profile.lampSwitch &&
        this.mostly(false, true) && { role: 'master' as const, lamp: false }),
      groups: this.told(),
    });
  }
}
