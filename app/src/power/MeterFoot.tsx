import { readingByTime } from '@ergon/core/exposure/ambient';
import { readingStops, type Shown } from '@ergon/core/exposure/reading';
import type { Body } from '@ergon/core/rig/rig';
import { readingText } from '@ergon/core/words/readingWords';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Choice } from '../components/Choice';
import type { JudgedLook } from '../rig/judgedLook';
import { space } from '../theme/tokens';
import { AskMeter } from './AskMeter';
import { MeterKeys } from './MeterKeys';
import { TimeKeys } from './TimeKeys';

interface MeterFootProps {
  what: string;
  /** Its lights; none for the room. */
  asked: readonly string[];
  judged: JudgedLook;
  body: Body;
  /** The meter's own, which is the camera's. */
  shutter: string;
  onSave: (stops: number) => void;
}

/** Under the thumb: what the meter shows, and the button that keeps it. */
export function MeterFoot({ what, asked, judged, body, shutter, onSave }: MeterFootProps) {
  const [{ number, tenths = 0 }, setShown] = useState<Partial<Shown>>({});
  const [isByTime, setByTime] = useState(false);
  const [time, setTime] = useState<string | null>(null);
  const { aperture } = body.settings;
  // A time says nothing of a flash, and nothing at no aperture.
  const canBeTime = asked.length === 0 && aperture != null;
  const byTime = canBeTime && isByTime;
  const byNumber = number === undefined ? null : readingStops({ number, tenths });
  const stops = !byTime ? byNumber : time === null ? null : readingByTime(aperture, time, shutter);
  const hear = (shown: Shown) => {
    setByTime(false);
    setShown(shown);
  };
  const save = () => {
    onSave(stops!);
    setShown({});
    setTime(null);
  };
  return (
    <View style={styles.foot}>
      <AskMeter key={asked.join(' ')} asked={asked} judged={judged} onRead={hear} />
      {canBeTime && (
        <Choice
          label="The meter shows"
          fill
          options={[
            { value: false, label: 'An f-number' },
            { value: true, label: `A time at f/${aperture}` },
          ]}
          value={isByTime}
          onChoose={setByTime}
        />
      )}
      {byTime ? (
        <TimeKeys time={time} onChange={setTime} />
      ) : (
        <MeterKeys shown={number === undefined ? {} : { number, tenths }} onChange={setShown} />
      )}
      <Button
        kind="act"
        label={`${what} reads ${stops === null ? '…' : readingText(stops)}`}
        disabled={stops === null}
        onPress={save}
      />
    </View>
  );
}

const styles = StyleSheet.create({ foot: { gap: space.base, maxWidth: 360 } });
