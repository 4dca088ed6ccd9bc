const { getDefaultConfig } = require('expo/metro-config');
const { join } = require('node:path');

const config = getDefaultConfig(__dirname);

// The evening at the ropewalk is the gear to practise on.
config.watchFolders = [...(config.watchFolders ?? []), join(__dirname, '../demo')];

/**
 * What a phone need not fetch before its first picture. Nothing here uses it, but the packages name it in one list with what we
 * do use, so nothing else leaves it out: Zod's forty languages, since the app words its own errors; the router's tabs, stacks,
 * headers and previews, since the app has a shell of its own; pictures and movement.
 */
const UNUSED = [
  /zod\/.*\/locales\/index\.c?js$/,
  /date-fns\/locale\/en-US\/_lib\/match\./,
  /query-core\/build\/modern\/(queriesObserver|streamedQuery)\./,
  /react-query\/build\/modern\/(useQueries|useMutationState|HydrationBoundary|useSuspense\w+|usePrefetch\w+|useIsFetching)\./,
  /expo-router\/build\/layouts\/(Tabs|stack-utils|experimental-stack)/,
  /expo-router\/build\/(color|native-tabs|standard-navigation)\//,
  /expo-router\/build\/(views\/(Sitemap|useSitemap)|link\/(LinkWithPreview|elements))\./,
  /expo-router\/build\/link\/preview\/(HrefPreview|native)/,
  /expo-router\/build\/react-navigation\/(bottom-tabs|elements|native-stack\/(views|utils))\//,
  // The router has its own forks of these.
  /expo-router\/build\/react-navigation\/core\/(StaticNavigation|getStateFromPath|getPathFromState)\./,
  /expo-router\/build\/react-navigation\/native\/(NavigationContainer|ServerContainer|createStaticNavigation|useLinking)\./,
  /expo-router\/build\/react-navigation\/native\/(Link|useLinkBuilder|useLinkProps|useLinkTo|useScrollToTop)\./,
  /expo-router\/build\/react-navigation\/routers\/(DrawerRouter|TabRouter)\./,
  /react-native-screens\/lib\/\w+\/components\//,
  /react-native-svg\/lib\/module\/(xml|xmlTags|deprecated|utils\/fetchData|lib\/SvgTouchableMixin|lib\/extract\/transform(ToRn)?)\.js$/,
  /react-native-web\/dist\/exports\/(Animated|FlatList|SectionList|VirtualizedList|Image|ImageBackground|PanResponder)\//,
  /react-native-web\/dist\/exports\/(Button|CheckBox|Clipboard|Modal|Picker|ProgressBar|RefreshControl|Share|Switch)\//,
  /react-native-web\/dist\/exports\/(Touchable\w*|Easing|KeyboardAvoidingView|LayoutAnimation|DrawerLayoutAndroid)\//,
];

const ROUTER_ORDER = /expo-router\/build\/fork\/getStateFromPath-forks\.js$/;
const OUR_ORDER = join(__dirname, 'routeOrder.js');
const ROUTER_HISTORY = /expo-router\/build\/fork\/createMemoryHistory\.js$/;
const OUR_HISTORY = join(__dirname, 'routerHistory.js');
const ANIMATION = /react-native-web\/dist\/exports\/Animated\//;
const OUR_ANIMATION = join(__dirname, 'stillAnimation.js');

const resolve = config.resolver.resolveRequest;
config.resolver.resolveRequest = (context, name, platform) => {
  const found = (resolve ?? context.resolveRequest)(context, name, platform);
  if (ROUTER_ORDER.test(found.filePath) && context.originModulePath !== OUR_ORDER)
    return { type: 'sourceFile', filePath: OUR_ORDER };
  if (ROUTER_HISTORY.test(found.filePath)) return { type: 'sourceFile', filePath: OUR_HISTORY };
  if (ANIMATION.test(found.filePath) && /react-native-chart-kit/.test(context.originModulePath))
    return { type: 'sourceFile', filePath: OUR_ANIMATION };
  return UNUSED.some((pattern) => pattern.test(found.filePath)) ? { type: 'empty' } : found;
};

// A module is run when something of it is first used, not when it is first named.
config.transformer.getTransformOptions = async () => ({ transform: { inlineRequires: true } });

module.exports = config;
