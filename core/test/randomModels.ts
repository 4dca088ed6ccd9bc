/** Families, radios and abilities of the models in random rigs. */
import type { Family } from '../src/record/family';
import type { Capability, FlashProfile, RadioProfile } from '../src/record/profile';
import { POSITIONS } from '../src/record/profileTerms.ts';
import { ThemedDraw } from './themedDraw';

export const LETTERS = ['A', 'B', 'C'] as const;

export class ModelMaker extends ThemedDraw {
  protected readonly families: Family[] = [
    this.family('control', true),
    this.family('plain', false),
    this.family('coded', true, 'optical'),
    this.family('other-coded', true, 'optical'),
  ];

  protected family(id: string, control: boolean, medium: Family['medium'] = 'radio'): Family {
    return {
      id,
      name: id,
      medium,
      reachM: this.mostly(50, 6),
      channels: { from: 1, to: 8 },
      frequencies: this.pick(
        null,
        [1, 2].map((channel) => ({ channel, mhz: 2400 + 5 * channel, widthMhz: 2 })),
      ),
      networkIds: control ? { from: 1, to: 9 } : 'none',
      groups: control || this.pick(true, false) ? [...LETTERS] : [],
      pairing: this.nearly('none', 'pin'),
      carries: {
        power: control,
        ttl: control && this.system('yes', 'no') !== 'no',
        mode: this.mostly(true, false),
        hss: this.pick(true, false),
        rear: false,
      },
      ...(this.nearly(false, true) && { generations: this.generations() }),
    };
  }

  protected generations(): Family['generations'] {
    return [
      {
        number: 1,
        networkIds: this.pick(true, false),
        groups: this.mostly<string[] | null>(null, ['A', 'B'], []),
        carries: { ttl: this.pick(true, false), power: this.mostly(true, false) },
        heardByOlder: true,
      },
      { number: 2, heardByOlder: this.pick(true, false) },
    ];
  }

  /** Mostly free, sometimes under a condition that this unit may or may not meet. */
  protected capability(usual: boolean): Capability {
    return this.nearly<Capability>(usual, !usual, { firmware: '1.10' }, { shoes: ['k'] }, { generation: 2 });
  }

  protected can(): FlashProfile['can'] {
    return Object.fromEntries(
      POSITIONS.map((position) => [
        position,
        {
          fire: this.nearly(true, this.capability(true)),
          manual: this.nearly(true, this.capability(true)),
          ttl: this.capability(true),
          multi: this.nearly(true, false),
          hss: this.capability(true),
          rear: this.about('rear', this.pick(true, false), this.mostly(true, false)),
        },
      ]),
    );
  }

  protected radio(roles: RadioProfile['roles']): RadioProfile {
    const family = this.mostly('control', 'control', 'plain', 'coded', 'other-coded');
    return {
      family,
      roles,
      channels: { from: 1, to: this.mostly(8, 1) },
      groups: this.families.find((one) => one.id === family)!.groups!.slice(0, this.mostly(3, 1)),
      networkId: this.mostly(true, false),
      dipSwitches: this.mostly(0, 3),
      latencyUs: this.pick(200, 500, 1200),
      generation: this.pick(1, 2),
      ...(this.nearly(false, true) && { firmware: '1.10' }),
    };
  }
}
