import type { Question } from '@ergon/core/drill/panel';
import { foundText } from '@ergon/core/words/drillWording';
import { type About, rightText } from '@ergon/core/words/faultWords';
import { Plate, PanelLine } from './DevicePanel';
import { type Read, readKey } from './known';
import type { Act } from './act';

interface RoomPanelProps {
  questions: readonly Question[];
  read: Read;
  about: About;
  onAct: (step: Act) => void;
}

/** Who else shoots, and what else sends: to be asked, and set on no unit. */
export function RoomPanel({ questions, read, about, onAct }: RoomPanelProps) {
  return (
    <Plate label="Ask around">
      {questions.map(({ unit, field }) => (
        <PanelLine
          key={readKey(unit, field)}
          name="Ask around"
          label={`${about.names.unit(unit)}: ${rightText(about, unit, field)}`}
          known={read.get(readKey(unit, field))}
          find={(known) =>
            known.kind === 'read'
              ? { text: foundText({ unit, field }, known.shown, about), off: known.shown.off }
              : { text: '', off: false }
          }
          onLook={() => onAct({ kind: 'look', unit, field })}
          onSet={null}
        />
      ))}
    </Plate>
  );
}
