import { type Href, usePathname } from 'expo-router';
import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { LinkBox } from '../components/LinkBox';
import { Page } from '../components/Page';
import { Words } from '../components/Words';
import { useColours } from '../theme/Theme';
import { radius, space, TOUCH } from '../theme/tokens';

const VIEWS = [
  { name: 'Units', href: '/kit' },
  { name: 'Models', href: '/kit/models' },
  { name: 'Families', href: '/kit/families' },
  { name: 'Fit', href: '/kit/fit' },
  { name: 'In and out', href: '/kit/files' },
] as const;

interface KitPageProps {
  title: string;
  subtitle?: string;
  children: ReactNode;
  footer?: ReactNode;
  after?: ReactNode;
  /** Uses the whole width; otherwise text keeps to a readable one. */
  full?: boolean;
}

/** A view of the kit, with the way to the others. */
export function KitPage({ title, subtitle, children, footer, after, full }: KitPageProps) {
  const colours = useColours();
  const path = usePathname();
  return (
    <Page title={title} subtitle={subtitle} footer={footer} after={after}>
      <View role="navigation" aria-label="Views of the kit" style={styles.views}>
        {VIEWS.map(({ name, href }) => {
          const here = href === '/kit' ? path === href : path.startsWith(href);
          return (
            <LinkBox
              key={href}
              href={href as Href}
              current={here}
              style={[styles.view, { borderColor: here ? colours.ink : colours.rule, borderBottomWidth: here ? 3 : 1 }]}
            >
              <Words as={here ? 'strong' : 'body'} tone={here ? 'ink' : 'quiet'} align="center">
                {name}
              </Words>
            </LinkBox>
          );
        })}
      </View>
      <View style={[styles.column, !full && styles.readable]}>{children}</View>
    </Page>
  );
}

const styles = StyleSheet.create({
  views: { flexDirection: 'row', flexWrap: 'wrap', gap: space.tiny },
  view: {
    minHeight: TOUCH,
    minWidth: TOUCH,
    justifyContent: 'center',
    paddingHorizontal: space.small,
    borderTopLeftRadius: radius.small,
    borderTopRightRadius: radius.small,
  },
  column: { gap: space.gap, width: '100%' },
  readable: { maxWidth: 720 },
});
