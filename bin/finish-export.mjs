// Finishes the exported app: its fonts, what the first picture needs without waiting to be asked for, and the service worker
// that keeps all of it, so that it opens without a server.
import { copyFileSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { basename, dirname, join } from 'node:path';
import { generateSW } from 'workbox-build';

const [folder] = process.argv.slice(2);
const SCRIPTS = '_expo/static/js/web';
const FONTS = ['400Regular/AtkinsonHyperlegibleNext_400Regular.ttf', '700Bold/AtkinsonHyperlegibleNext_700Bold.ttf'];

function placeFonts() {
  const source = dirname(
    createRequire(import.meta.url).resolve('@expo-google-fonts/atkinson-hyperlegible-next/package.json'),
  );
  mkdirSync(join(folder, 'fonts'), { recursive: true });
  for (const font of FONTS) copyFileSync(join(source, font), join(folder, 'fonts', basename(font)));
  copyFileSync(join(source, 'LICENSE_FONT'), join(folder, 'fonts/LICENSE.txt'));
}

/** The script of each route, by its file, as the entry looks them up. */
function scriptsOfRoutes() {
  const entry = readdirSync(join(folder, SCRIPTS)).find((name) => name.startsWith('entry-'));
  const line = readFileSync(join(folder, SCRIPTS, entry), 'utf8')
    .split('\n')
    .find((text) => text.includes('"./(crew)/index.tsx"'));
  const modules = JSON.parse(/\{"0":.*"paths":\{[^}]*\}\}/.exec(line)[0]);
  return new Map(
    [...line.matchAll(/"\.\/([^"]+)":\{[^}]*?\(d\[(\d+)\],d\.paths\)/g)].map(([, route, at]) => [
      route,
      modules.paths[modules[at]],
    ]),
  );
}

/** Otherwise each would be asked for only once what names it has come and been run. */
function bringAlong() {
  const scripts = scriptsOfRoutes();
  const needed = ['_layout.tsx', '(crew)/_layout.tsx', '(crew)/index.tsx'].map((route) => {
    const script = scripts.get(route);
    if (!script) throw new Error(`the exported app has no script of ${route}`);
    return `<script src="${script}" defer></script>`;
  });
  const page = join(folder, 'index.html');
  const text = readFileSync(page, 'utf8');
  // They only say what they hold, so they may come before the entry runs, but after what it runs by.
  const entry = /<script src="[^"]*\/entry-[^"]*"/.exec(text)[0];
  writeFileSync(page, text.replace(entry, `${needed.join('')}${entry}`));
}

placeFonts();
bringAlong();

const { count, size, warnings } = await generateSW({
  globDirectory: folder,
  globPatterns: ['**/*.{html,js,css,ttf,png,svg,ico,json,webmanifest}'],
  globIgnores: ['sw.js', '**/*.map'],
  swDest: `${folder}/sw.js`,
  inlineWorkboxRuntime: true,
  sourcemap: false,
  maximumFileSizeToCacheInBytes: 8_000_000,
  navigateFallback: '/index.html',
  navigateFallbackDenylist: [/^\/api\//, /^\/health/],
  // A newer version waits: under a page of the older one it would take away what that page may still fetch.
  skipWaiting: false,
  clientsClaim: true,
  cleanupOutdatedCaches: true,
});
if (warnings.length > 0 || count === 0) {
  console.error(warnings.join('\n') || 'the service worker would keep nothing');
  process.exit(1);
}
console.log(`ergon: the service worker keeps ${count} files, ${(size / 1e6).toFixed(1)} MB`);
