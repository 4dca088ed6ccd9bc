/** The remote units of a look as gear that is set by itself: it sleeps, runs flat, and hears what a camera sends. */
import { isAtCamera } from '@ergon/core/mend/cost';
import { meterShot } from '@ergon/core/power/meterShot';
import { type Observed, observe } from '@ergon/core/prove/observe';
import type { MeterAnswer, MeterRequest, PressRequest } from '@ergon/core/prove/standinExchange';
import type { KitDocument } from '@ergon/core/record/kitDocument';
import { settingsSchema } from '@ergon/core/record/lookSchema';
import {
  readSetting,
  type SettingPath,
  type Settings,
  type SettingValue,
  withSetting,
} from '@ergon/core/record/settings';
import { buildRig, indexKit, type KitIndex, type Placed, type Rig } from '@ergon/core/rig/rig';
import { simulate } from '@ergon/core/shot/simulate';
import { standinLevel, standinRoom } from './standinScene.ts';

type Look = KitDocument['looks'][number];

export interface StandinEvent {
  unit: string;
  what: 'set' | 'fired' | 'asleep' | 'flat';
}

interface Worn {
  /** Full-power pops' worth spent of its cells. */
  spent: number;
  /** When it last heard or was touched, in ms. */
  awakeAt: number;
}

const MS_A_MINUTE = 60_000;

export class StandinKit {
  private readonly kit: KitIndex;
  /** What was metered before it was started: its lights give what they gave then. */
  private readonly readings: KitDocument['readings'];
  private readonly units: Map<string, Settings>;
  private readonly worn = new Map<string, Worn>();
  private readonly listeners = new Set<(event: StandinEvent) => void>();

  /**
   * @param actual what is set otherwise than the look says: by unit, some settings.
   * @param now in ms, so that tests need not wait for a unit to fall asleep.
   */
  constructor(
    document: KitDocument,
    private readonly look: Look,
    actual: Readonly<Record<string, Settings>>,
    private readonly now: () => number = Date.now,
  ) {
    this.kit = indexKit(document);
    this.readings = document.readings.filter((reading) => reading.look === look.id);
    const rig = buildRig(this.kit, look, document.onAir);
    const remote = [...rig.placed.values()].filter((placed) => isRemote(rig, placed));
    this.units = new Map(remote.map(({ id, settings }) => [id, { ...settings, ...actual[id] }]));
    for (const { id } of remote) this.worn.set(id, { spent: 0, awakeAt: now() });
  }

  /** Its units as they are set now, in the order of their labels. */
  placed(): Placed[] {
    const rig = this.rig({});
    return [...this.units.keys()]
      .map((id) => rig.placed.get(id)!)
      .sort((a, b) => a.unit.label.localeCompare(b.unit.label, undefined, { numeric: true }));
  }

  rig(camera: PressRequest['camera']): Rig {
    const own = Object.fromEntries([...this.units].map(([id, settings]) => [id, this.asItIs(id, settings)]));
    const atCamera = Object.entries({ ...this.look.units, ...camera }).filter(([id]) => !this.units.has(id));
    return buildRig(this.kit, { ...this.look, units: { ...Object.fromEntries(atCamera), ...own } });
  }

  /** What has worn on it counts before what is set. */
  private asItIs(id: string, settings: Settings): Settings {
    const profile = this.kit.profiles.get(this.kit.units.get(id)!.profile)!;
    const { spent, awakeAt } = this.worn.get(id)!;
    const pops = profile.kind === 'flash' ? (profile.cells?.fullPops ?? Infinity) : Infinity;
    const minutes = (profile.kind !== 'body' && profile.sleepMinutes) || Infinity;
    return {
      ...settings,
      ...(spent >= pops && { cells: 'flat' as const }),
      ...((this.now() - awakeAt) / MS_A_MINUTE > minutes && { asleep: true }),
    };
  }

  /** Sets one thing by hand, which wakes the unit. @returns what is wrong with the value, or null. */
  set(unit: string, setting: SettingPath, value: SettingValue): string | null {
    const settings = this.units.get(unit);
    if (!settings) return 'there is no such unit here';
    const next = withSetting(settings, setting, value);
    const parsed = settingsSchema.safeParse(next);
    if (!parsed.success) return parsed.error.issues.map(({ message }) => message).join('; ');
    this.units.set(unit, parsed.data);
    this.touch(unit);
    if (setting === 'cells') this.worn.get(unit)!.spent = 0;
    this.tell({ unit, what: 'set' });
    return null;
  }

  get(unit: string, setting: SettingPath): SettingValue {
    return readSetting(this.asItIs(unit, this.units.get(unit)!), setting);
  }

  has = (unit: string): boolean => this.units.has(unit);

  /** Hears a camera's shutter. */
  press({ camera, shot, letter }: PressRequest): Observed[] {
    const observed = observe(this.rig(camera), shot, letter);
    for (const { light, seen, stops } of observed) {
      if (!this.units.has(light) || seen === 'dark' || seen === null) continue;
      this.touch(light);
      this.worn.get(light)!.spent += 2 ** (stops ?? -1);
      this.tell({ unit: light, what: this.get(light, 'cells') === 'flat' ? 'flat' : 'fired' });
    }
    return observed;
  }

  /** The same with a meter held in the light of some of them, or of the room. */
  meter({ camera, shot, lights }: MeterRequest): MeterAnswer {
    const rig = this.rig(camera);
    const body = rig.bodies.find(({ id }) => id === shot.body);
    if (!body) return { stops: null, dark: [] };
    if (lights.length === 0) return { stops: standinRoom(body, this.readings), dark: [] };
    const pressed = simulate(rig, body, { attitude: shot.attitude });
    this.press({ camera, shot, letter: null });
    const { stops, dark } = meterShot(pressed, lights, (lit) => standinLevel(lit, this.readings));
    return { stops, dark: [...dark] };
  }

  /** @returns what ends the listening. */
  listen(listener: (event: StandinEvent) => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  private touch(unit: string): void {
    this.worn.get(unit)!.awakeAt = this.now();
  }

  private tell(event: StandinEvent): void {
    for (const listener of this.listeners) listener(event);
  }
}

/** What stands by itself in the room; what is at the camera is the app's to say. */
const isRemote = (rig: Rig, placed: Placed): boolean =>
  placed.profile.kind !== 'body' &&
  !rig.strangers.has(placed.id) &&
  !isAtCamera(rig, placed.id) &&
  !rig.senders.includes(placed);
