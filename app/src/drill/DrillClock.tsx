import { clockText } from '@ergon/core/words/drillWording';
import { useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Words } from '../components/Words';

interface DrillClockProps {
  /** Of all steps so far. */
  seconds: number;
  steps: number;
  /** Seconds since the last step. */
  thought: () => number;
}

const EVERY_MS = 1000;

/** Walks and work are added as they are done, thinking as it goes. A reader is not told every second. */
export function DrillClock({ seconds, steps, thought }: DrillClockProps) {
  const [thinking, setThinking] = useState({ of: steps, seconds: 0 });
  useEffect(() => {
    const timer = setInterval(() => setThinking({ of: steps, seconds: thought() }), EVERY_MS);
    return () => clearInterval(timer);
  });
  return (
    <View role="timer" aria-live="off" style={styles.row}>
      <Words as="tape" tone="onBlock">
        {clockText(seconds + (thinking.of === steps ? thinking.seconds : 0))}
      </Words>
      <Words tone="quietOnBlock">{steps === 1 ? '1 step' : `${steps} steps`}</Words>
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'baseline', justifyContent: 'space-between' },
});
