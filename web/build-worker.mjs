// Writes the service worker after the build: the page and its files are kept, so that a tab opens offline.
import { generateSW } from 'workbox-build';

const { count, size, warnings } = await generateSW({
  globDirectory: 'dist',
  globPatterns: ['index.html', 'icon.svg', 'assets/*.{js,css,woff2}'],
  // charts and the lexicon are fetched when first needed, then kept
  globIgnores: ['assets/*echarts*', 'assets/*chart*'],
  swDest: 'dist/sw.js',
  navigateFallback: '/index.html',
  navigateFallbackDenylist: [/^\/api\//],
  runtimeCaching: [{ urlPattern: /\/assets\//, handler: 'CacheFirst', options: { cacheName: 'assets', expiration: { maxEntries: 60 } } }],
  skipWaiting: true,
  clientsClaim: true,
  cleanupOutdatedCaches: true,
  inlineWorkboxRuntime: true,
  sourcemap: false,
});
for (const warning of warnings) console.warn(warning);
console.log(`service worker: ${count} files, ${Math.round(size / 1024)} kB kept`);
