import { type ReactNode, useEffect } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { SaveBar } from './SaveBar';
import { useWide } from './useWide';
import { Words } from './Words';

interface PageProps {
  title: string;
  subtitle?: string;
  children: ReactNode;
  /** Stays in reach below the scrolling part. */
  footer?: ReactNode;
  /** Beside the page when wide. */
  before?: ReactNode;
  after?: ReactNode;
  /** No undo or save mark: nothing here is edited. */
  bare?: boolean;
}

export function Page({ title, subtitle, children, footer, before, after, bare }: PageProps) {
  const colours = useColours();
  const wide = useWide();
  useEffect(() => {
    document.title = `${title} · Ergon`;
  }, [title]);
  return (
    <View style={styles.row}>
      {wide && before}
      <View role="main" style={[styles.main, { backgroundColor: colours.ground }]}>
        <ScrollView contentContainerStyle={[styles.content, wide && styles.contentWide]} tabIndex={0}>
          <View style={styles.head}>
            <View style={styles.titles}>
              <Words as="title" level={1}>
                {title}
              </Words>
              {subtitle !== undefined && (
                <Words as="body" tone="quiet">
                  {subtitle}
                </Words>
              )}
            </View>
            {!bare && <SaveBar />}
          </View>
          {children}
        </ScrollView>
        {footer && (
          <View style={[styles.footer, { backgroundColor: colours.ground, borderColor: colours.rule }]}>{footer}</View>
        )}
      </View>
      {wide && after}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flex: 1, flexDirection: 'row', minHeight: 0 },
  main: { flex: 1, minWidth: 0 },
  content: { padding: space.wide, paddingTop: space.page, gap: space.wide },
  contentWide: { padding: space.gap },
  head: { flexDirection: 'row', alignItems: 'flex-start', gap: space.small },
  titles: { flex: 1, gap: space.hair },
  footer: { padding: space.base, borderTopWidth: 1, gap: space.small },
});
