/** What to look at first when a light did not do as expected. docs/model.md, Test fires. */
import { groupPartsOf } from '../record/settingPath.ts';
import type { TestFire } from '../record/testFire.ts';
import { hearerOf, type Light, type Rig } from '../rig/rig.ts';
import { sendersServing } from '../rig/serving.ts';
import { type CardLine, cardLines } from './cardLines.ts';

/** `card`: a line nobody dialled, or that changed since; `unit`: the cards say it is set, so the unit itself is read. */
export interface FirstCheck {
  at: 'card' | 'unit';
  unit: string;
  line: CardLine | null;
}

export type Missed = Pick<TestFire, 'result' | 'wrong'>;

/** What each kind of miss is about, the likeliest first. */
const ABOUT: Readonly<Record<string, readonly string[]>> = {
  dark: [
    'reset',
    'on',
    'channel',
    'networkId',
    'pin',
    'group',
    'role',
    'family',
    'link',
    'receiver',
    'lamp',
    'plugs',
    'eye',
  ],
  early: ['eye', 'mode', 'link', 'selector'],
  bar: ['shutter', 'shutterType', 'hss', 'curtain'],
  power: ['power', 'mode', 'trim', 'compensation', 'group'],
};

/** Lines of the light and its hearer, then of what speaks to it, then of the body. */
export function firstCheck(rig: Rig, light: Light, body: string, { result, wrong }: Missed): FirstCheck {
  const about = ABOUT[result === 'dark' ? 'dark' : (wrong ?? 'dark')]!;
  const hearer = hearerOf(rig, light);
  const at = rig.placed.get(body);
  const units = [...new Set([hearer, light, ...sendersServing(rig, light), ...(at ? [at] : [])])];
  const lines = units.flatMap((placed) => cardLines(rig, placed).map((line) => ({ placed, line })));
  const letter = hearer.settings.group ?? null;
  const rank = ({ line }: (typeof lines)[number]): number => about.indexOf(fieldOf(line.setting, letter) ?? '');
  const concerned = lines.filter((one) => rank(one) >= 0).sort((a, b) => rank(a) - rank(b));
  const loose = concerned.find(({ line }) => line.state === 'open' || line.state === 'changed');
  if (loose) return { at: 'card', unit: loose.placed.id, line: loose.line };
  const [first] = concerned;
  return { at: 'unit', unit: first?.placed.id ?? light.id, line: first?.line ?? null };
}

/** What a line is about; null for what a sender tells another letter than the light's. */
function fieldOf(setting: string, letter: string | null): string | null {
  const group = groupPartsOf(setting);
  if (!group) return setting;
  if (group.letter !== letter) return null;
  return group.field === 'on' ? 'group' : group.field;
}
