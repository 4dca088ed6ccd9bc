import { type RatioSchool, ratioOf } from '@ergon/core/exposure/ratio';
import { aimedRatio, ratioChanges, ratioParts } from '@ergon/core/power/ratioAims';
import { roomLevel, roomReading } from '@ergon/core/power/room';
import type { Reading } from '@ergon/core/record/reading';
import type { Body } from '@ergon/core/rig/rig';
import { ratioText, roomText } from '@ergon/core/words/balanceWording';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Choice } from '../components/Choice';
import { Words } from '../components/Words';
import { useEdit } from '../editing/editing';
import type { JudgedLook } from '../rig/judgedLook';
import { space } from '../theme/tokens';

interface LightWishesProps {
  judged: JudgedLook;
  body: Body;
  readings: readonly Reading[];
}

/** What balance is to reach, beside the aim of each light: the ratio of key and fill, and the room. */
export const LightWishes = (props: LightWishesProps) => (
  <View style={styles.wishes}>
    <RatioWish judged={props.judged} />
    <RoomWish {...props} />
  </View>
);

/** Stops between key and fill that somebody asks for. */
const BETWEEN = [0, 1, 2, 3] as const;
const NEAR_STOPS = 0.05;

function RatioWish({ judged: { judgement, look } }: Pick<LightWishesProps, 'judged'>) {
  const edit = useEdit();
  const [school, setSchool] = useState<RatioSchool>('key');
  const { rig } = judgement;
  const parts = ratioParts(rig.lights.filter(({ id }) => !rig.strangers.has(id)));
  if (!parts) return null;
  const now = aimedRatio(parts);
  const chosen = now === null ? undefined : BETWEEN.find((stops) => Math.abs(stops - now) < NEAR_STOPS);
  const choose = (stops: number) => {
    const ratio = ratioOf(school, stops);
    edit(look.id, ratioChanges(parts, ratio, school)!, `ratio ${ratio}:1`);
  };
  return (
    <View role="group" aria-label="Key to fill" style={styles.wish}>
      <Words as="heading" level={2}>
        Key to fill
      </Words>
      <Words tone="quiet">{ratioText(now, school)}</Words>
      <Choice
        label="Ratio"
        options={BETWEEN.map((stops) => ({ value: stops, label: `${ratioOf(school, stops)}:1` }))}
        value={chosen ?? null}
        onChoose={choose}
      />
      <Choice
        label="Ratio of"
        options={[
          { value: 'key', label: 'Key : fill' },
          { value: 'both', label: 'Both : fill' },
        ]}
        value={school}
        onChoose={setSchool}
      />
    </View>
  );
}

/** In the place of a level: how the room comes out is no matter. */
const NO_MATTER = 'none';
const LEVELS = [0, -1, -2, -3] as const;

const atAperture = ({ settings: { aperture } }: Body): string =>
  aperture == null ? 'At the aperture' : `At f/${aperture}`;

function RoomWish({ judged, body, readings }: LightWishesProps) {
  const edit = useEdit();
  const from = body.settings.roomAim ?? null;
  const choose = (value: string) => {
    const to = value === NO_MATTER ? null : Number(value);
    if (to !== from) edit(judged.look.id, [{ unit: body.id, setting: 'roomAim', from, to }], 'the room wanted');
  };
  return (
    <View role="group" aria-label="Room" style={styles.wish}>
      <Words as="heading" level={2}>
        Room
      </Words>
      <Words tone="quiet">{roomText(roomReading(body, readings), roomLevel(body, readings), body)}</Words>
      <Choice
        label="Room wanted"
        options={[
          { value: NO_MATTER, label: 'No matter' },
          ...LEVELS.map((level) => ({ value: String(level), label: level === 0 ? atAperture(body) : `−${-level}` })),
        ]}
        value={from === null ? NO_MATTER : String(from)}
        onChoose={choose}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  wishes: { gap: space.page, maxWidth: 620 },
  wish: { gap: space.small },
});
