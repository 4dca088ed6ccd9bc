// Writes the service worker that keeps the exported app, all of it, so that it opens without a server.
import { generateSW } from 'workbox-build';

const [folder] = process.argv.slice(2);

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
