import type { CardLine } from '@ergon/core/cards/cardLines';
import { dialling, type DialledLine } from '@ergon/core/operation/dialling';
import type { Json } from '@ergon/core/record/migrate';
import { lineName } from '@ergon/core/words/cardWording';
import { useRig } from '../rig/Rig';

/** Ticks lines of a unit's card, or takes ticks back, as the member who is signed in. */
export function useTicks(unit: string) {
  const { rig, queue, names } = useRig();
  const by = rig?.member.name ?? '';
  const submit = (label: string, lines: readonly DialledLine[]) =>
    queue.submit(label, (state) => dialling(state, unit, lines));
  const ticked = ({ setting, planned }: CardLine): DialledLine => ({
    setting,
    dialled: { value: planned as Json, by, at: new Date().toISOString() },
  });
  return {
    tick: (line: CardLine) => submit(`${lineName(line.setting)} of ${names.unit(unit)} dialled`, [ticked(line)]),
    untick: (line: CardLine) =>
      submit(`${lineName(line.setting)} of ${names.unit(unit)} not dialled`, [
        { setting: line.setting, dialled: null },
      ]),
    tickAll: (lines: readonly CardLine[]) => submit(`all of ${names.unit(unit)} dialled`, lines.map(ticked)),
  };
}
