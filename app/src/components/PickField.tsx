import { createElement } from 'react';
import { StyleSheet, View } from 'react-native';
import { useColours } from '../theme/Theme';
import { radius, space, TOUCH, type } from '../theme/tokens';
import { Words } from './Words';

interface PickFieldProps {
  label: string;
  /** What the browser's own picker is of. */
  of: 'date' | 'time';
  /** YYYY-MM-DD or HH:MM; null while nothing is picked. */
  value: string | null;
  onChange: (value: string | null) => void;
  error?: string;
}

/** A day or a time, picked or typed as the device is used to it. */
export function PickField({ label, of, value, onChange, error }: PickFieldProps) {
  const colours = useColours();
  return (
    <View style={styles.field}>
      <Words as="small" tone="quiet">
        {label}
      </Words>
      {createElement('input', {
        type: of,
        'aria-label': label,
        'aria-invalid': error !== undefined,
        value: value ?? '',
        onChange: (event: { target: { value: string } }) => onChange(event.target.value || null),
        style: {
          ...type.body,
          lineHeight: `${type.body.lineHeight}px`,
          boxSizing: 'border-box',
          width: '100%',
          minHeight: TOUCH,
          padding: `0 ${space.base}px`,
          border: `1px solid ${error === undefined ? colours.quiet : colours.fault}`,
          borderRadius: radius.small,
          color: colours.ink,
          backgroundColor: colours.raised,
          colorScheme: colours.ground < '#8' ? 'dark' : 'light',
        },
      })}
      {error !== undefined && (
        <Words as="small" tone="fault" live>
          {error}
        </Words>
      )}
    </View>
  );
}

const styles = StyleSheet.create({ field: { flexGrow: 1, flexShrink: 0, flexBasis: 148, gap: space.tiny } });
