/** What stands around one finding: the parts that a mend could touch. */
import { controlOf } from '../path/passage.ts';
import type { Finding, Judgement } from '../verdict/judge.ts';
import { type Change, isByAir, readSetting, type SettingPath, type SettingValue } from '../record/look.ts';
import { hearerOf, isFlash, type Light, type Placed, radioInUse, type Rig } from '../rig/rig.ts';
import { channelsOf } from '../rig/net.ts';

export class FaultScene {
  protected readonly rig: Rig;
  protected readonly subject: Placed;

  constructor(
    protected readonly judgement: Judgement,
    protected readonly finding: Finding,
  ) {
    this.rig = judgement.rig;
    this.subject = this.rig.placed.get(finding.subject)!;
  }

  protected set(placed: Placed, setting: SettingPath, to: SettingValue): Change {
    return { unit: placed.id, setting, from: readSetting(placed.settings, setting), to };
  }

  protected lights(): Light[] {
    return this.finding.units.map((id) => this.rig.placed.get(id)!).filter(isFlash);
  }

  protected senderOfFinding(): Placed | null {
    for (const shot of this.judgement.shots) {
      if (!this.finding.shots.includes(shot.body.id)) continue;
      const sender = shot.runs.get(this.finding.units[0]!)?.sender;
      if (sender != null) return this.rig.placed.get(sender) ?? null;
    }
    return null;
  }

  protected channelRange(placed: Placed) {
    const radio = radioInUse(placed);
    return radio ? channelsOf(radio, this.rig.families.get(radio.family)) : null;
  }

  protected netOf(sender: Placed): Placed[] {
    const family = radioInUse(sender)?.family;
    const hearers = this.rig.lights
      .filter((light) => isByAir(light.settings) && !this.rig.strangers.has(light.id))
      .map((light) => hearerOf(this.rig, light));
    return [...new Set(hearers)].filter((hearer) => radioInUse(hearer)?.family === family);
  }

  protected controller(light: Light): Placed | null {
    for (const shot of this.judgement.shots) {
      const id = shot.runs.get(light.id)?.sender;
      const sender = id == null ? undefined : this.rig.placed.get(id);
      if (sender && controlOf(this.rig, sender, light).holds) return sender;
    }
    return null;
  }

  protected firingLights(): string[] {
    const shots = this.judgement.shots.filter((shot) => this.finding.shots.includes(shot.body.id));
    const metered = (id: string) => shots.some((shot) => shot.runs.get(id)?.delivery?.metered === true);
    return this.rig.lights
      .map((light) => light.id)
      .filter((id) => shots.every((shot) => shot.runs.get(id)?.fires === true))
      .sort((a, b) => Number(metered(a)) - Number(metered(b)));
  }

  /** The other masters of its family: their lights are on the same net. */
  protected sistersOf(sender: Placed): Placed[] {
    const family = radioInUse(sender)?.family;
    return [...this.rig.sendersOn.values()]
      .flat()
      .filter((other) => other.settings.role === 'master' && radioInUse(other)?.family === family)
      .filter((other) => !this.rig.strangers.has(other.id));
  }
}
