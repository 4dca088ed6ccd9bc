import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { ThemeProvider, useColours } from '../theme/Theme';
import { space } from '../theme/tokens';

/** A part of the app that did not come, or broke: said, with a way on, instead of an empty screen. */
export function NotFetched({ retry }: { retry: () => Promise<void> }) {
  const colours = useColours();
  return (
    <View role="main" style={[styles.page, { backgroundColor: colours.ground }]}>
      <Words as="title" level={1}>
        This part did not open
      </Words>
      <Words live>Your changes are kept. It may not have been fetched yet: try again once the server is near.</Words>
      <Button kind="act" label="Try again" onPress={() => void retry()} />
      <Button label="Open Ergon anew" onPress={() => window.location.assign('/')} />
    </View>
  );
}

/** The same around everything: outside of the app it has to bring its own colours. */
export const NothingFetched = (props: { retry: () => Promise<void> }) => (
  <ThemeProvider>
    <NotFetched {...props} />
  </ThemeProvider>
);

const styles = StyleSheet.create({
  page: { flex: 1, justifyContent: 'center', gap: space.base, padding: space.gap },
});
