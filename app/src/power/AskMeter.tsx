import { type Shown, shownReading } from '@ergon/core/exposure/reading';
import { cameraOf } from '@ergon/core/power/cameraDials';
import { shotRefOf } from '@ergon/core/shot/lightRun';
import { meteredText } from '@ergon/core/words/readingWords';
import { Button } from '../components/Button';
import { Failure } from '../components/Failure';
import { Words } from '../components/Words';
import { useStandinAddress, useStandinMeter } from '../prove/useStandin';
import { useRig } from '../rig/Rig';
import type { JudgedLook } from '../rig/judgedLook';

interface AskMeterProps {
  /** The lights the meter is held in; none for the room. */
  asked: readonly string[];
  judged: JudgedLook;
  onRead: (shown: Shown) => void;
}

/** A meter on the wire, where there is one: what it reads is put in as if typed, and kept by the same button. */
export function AskMeter({ asked, judged: { judgement }, onRead }: AskMeterProps) {
  const { names } = useRig();
  const address = useStandinAddress();
  const meter = useStandinMeter(judgement.rig);
  const body = cameraOf(judgement.rig);
  if (address === null || !body) return null;
  const own = judgement.shots.find((shot) => shot.body.id === body.id);
  const shot = own ? shotRefOf(own) : { body: body.id, attitude: 'level' as const };
  const ask = () =>
    meter.mutate(
      { shot, lights: asked },
      {
        onSuccess: ({ stops, dark }) => {
          // Where some stayed dark it is no reading of those it was asked for.
          const shown = stops === null || dark.length > 0 ? null : shownReading(stops);
          if (shown) onRead(shown);
        },
      },
    );
  const told = meter.data && meteredText(meter.data, names);
  return (
    <>
      <Button label="Ask the stand-in meter" hint="simulated gear" onPress={ask} disabled={meter.isPending} />
      {told && (
        <Words tone="fault" live>
          {told}
        </Words>
      )}
      <Failure error={meter.error} />
    </>
  );
}
