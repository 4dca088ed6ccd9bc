import type { WantedLight } from '@ergon/core/propose/wish';
import { useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Choice } from '../components/Choice';
import { Field } from '../components/Field';
import { NumberField } from '../components/NumberField';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space, TOUCH } from '../theme/tokens';
import { PURPOSES } from './wishDraft';

interface WantedLightsProps {
  lights: readonly WantedLight[];
  bodies: readonly string[];
  onChange: (lights: WantedLight[]) => void;
}

/** What each light is for; one at a time is opened to say more. */
export function WantedLights({ lights, bodies, onChange }: WantedLightsProps) {
  const [open, setOpen] = useState<number | null>(null);
  const colours = useColours();
  return (
    <View role="list" aria-label="Lights wanted">
      {lights.map((light, at) => (
        <View key={at} role="listitem" style={[styles.light, { borderColor: colours.rule }]}>
          <Pressable
            role="button"
            aria-expanded={open === at}
            onPress={() => setOpen(open === at ? null : at)}
            style={styles.head}
          >
            <View style={styles.number}>
              <Words as="strong">{`${at + 1}`}</Words>
            </View>
            <View style={styles.says}>
              <Words as="strong">{light.purpose || 'light'}</Words>
              <WantedText light={light} />
            </View>
          </Pressable>
          {open === at && (
            <WantedEditor
              light={light}
              bodies={bodies}
              onChange={(more) => onChange(lights.map((one, index) => (index === at ? { ...one, ...more } : one)))}
            />
          )}
        </View>
      ))}
    </View>
  );
}

/** "by the door, 20 s to walk, metered". */
function WantedText({ light }: { light: WantedLight }) {
  const { names } = useRig();
  const { onBody, place, walkSeconds, metered, unit, link } = light;
  const text = [
    onBody ? `on ${names.unit(onBody)}` : place || 'place not said',
    !onBody && (walkSeconds != null ? `${walkSeconds} s to walk` : 'walk not measured'),
    metered ? 'metered' : 'fixed power',
    unit && `must be ${names.unit(unit)}`,
    link && `told by ${link}`,
  ];
  return (
    <Words as="small" tone="quiet">
      {text.filter(Boolean).join(', ')}
    </Words>
  );
}

interface WantedEditorProps {
  light: WantedLight;
  bodies: readonly string[];
  onChange: (more: Partial<WantedLight>) => void;
}

const BY_ITSELF = '';
/** Far enough for any venue, in seconds there and back. */
const MOST_WALK = 3600;

function WantedEditor({ light, bodies, onChange }: WantedEditorProps) {
  const { names } = useRig();
  const onBody = light.onBody ?? BY_ITSELF;
  return (
    <View style={styles.editor}>
      <Choice
        label="What for"
        options={PURPOSES.map((value) => ({ value, label: value }))}
        value={light.purpose}
        onChoose={(purpose) => onChange({ purpose })}
      />
      <Choice
        label="Stands"
        options={[
          { value: BY_ITSELF, label: 'by itself' },
          ...bodies.map((id) => ({ value: id, label: `on ${names.unit(id)}` })),
        ]}
        value={onBody}
        onChoose={(id) => onChange({ onBody: id === BY_ITSELF ? null : id })}
      />
      {onBody === BY_ITSELF && (
        <>
          <Field label="Where" value={light.place ?? ''} onChangeText={(place) => onChange({ place })} maxLength={40} />
          <Words as="small" tone="quiet">
            Seconds to walk there and back
          </Words>
          <NumberField
            label="Seconds to walk"
            from={0}
            to={MOST_WALK}
            value={light.walkSeconds ?? null}
            onChange={(walkSeconds) => onChange({ walkSeconds })}
          />
        </>
      )}
      <Choice
        label="Power"
        options={[
          { value: false, label: 'fixed power' },
          { value: true, label: 'metered' },
        ]}
        value={light.metered === true}
        onChoose={(metered) => onChange({ metered })}
      />
      {(light.unit || light.link) && (
        <Button
          label="Any unit, any way"
          hint="let go of what is pinned"
          onPress={() => onChange({ unit: null, link: null })}
        />
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  light: { borderTopWidth: 1 },
  head: { flexDirection: 'row', gap: space.base, minHeight: TOUCH, paddingVertical: space.small, alignItems: 'center' },
  number: { width: 20 },
  says: { flex: 1 },
  editor: { gap: space.base, paddingBottom: space.wide },
});
