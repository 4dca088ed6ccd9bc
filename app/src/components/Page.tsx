import { type ReactNode, useState } from 'react';
import { ScrollView, StyleSheet, useWindowDimensions, View } from 'react-native';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { FootPlace } from './Foot';
import { BareTitle, PlaceTitle } from './PageTitle';
import { PAGE_ID, TITLE_ID } from './landmarks';
import { SaveBar } from './SaveBar';
import { useWide } from './useWide';
import { Words } from './Words';

interface PageProps {
  title: string;
  subtitle?: string;
  children: ReactNode;
  /** Stays in reach below the scrolling part. */
  footer?: ReactNode;
  /** Beside the page when wide; `before` gives way to `after` where there is no room for both. */
  before?: ReactNode;
  after?: ReactNode;
  /** No undo or save mark: nothing here is edited. */
  bare?: boolean;
}

/** Rail, list, page and what stands beside it: narrower than this the page itself would be crushed, in px. */
const ROOM_FOR_BOTH = 1240;

export function Page({ title, subtitle, children, footer, before, after, bare }: PageProps) {
  const colours = useColours();
  const wide = useWide();
  const { width } = useWindowDimensions();
  const [foot, setFoot] = useState<HTMLElement | null>(null);
  return (
    <View style={styles.row}>
      {bare ? <BareTitle title={title} /> : <PlaceTitle title={title} />}
      {wide && (!after || width >= ROOM_FOR_BOTH) && before}
      <View id={PAGE_ID} role="main" style={[styles.main, { backgroundColor: colours.ground }]}>
        <ScrollView contentContainerStyle={[styles.content, wide && styles.contentWide]} tabIndex={0}>
          <View style={styles.head}>
            <View style={styles.titles}>
              <Words as={wide || bare ? 'title' : 'place'} level={1} id={TITLE_ID}>
                {title}
              </Words>
              {subtitle !== undefined && (
                <Words as={wide ? 'body' : 'small'} tone="quiet">
                  {subtitle}
                </Words>
              )}
            </View>
            {!bare && <SaveBar />}
          </View>
          <FootPlace value={foot}>{children}</FootPlace>
        </ScrollView>
        {footer && (
          <View style={[styles.footer, { backgroundColor: colours.ground, borderColor: colours.rule }]}>{footer}</View>
        )}
        {/* On the web a view is an element: what belongs under the thumb is drawn into it. */}
        <View ref={(view) => setFoot(view as unknown as HTMLElement | null)} />
      </View>
      {wide && after}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flex: 1, flexDirection: 'row', minHeight: 0 },
  main: { flex: 1, minWidth: 0 },
  content: { padding: space.wide, paddingTop: space.base, gap: space.small },
  contentWide: { padding: space.gap, gap: space.wide },
  head: { flexDirection: 'row', alignItems: 'flex-start', gap: space.small },
  titles: { flex: 1, gap: space.hair },
  footer: { paddingVertical: space.base, paddingHorizontal: space.wide, borderTopWidth: 1, gap: space.small },
});
