// Bundles the server with the core inside; npm packages stay outside, where their native parts are.
import { build } from 'esbuild';

await build({
  entryPoints: ['src/main.ts', 'src/backupCommand.ts', 'src/restoreCommand.ts', 'src/recoverCommand.ts'],
  outdir: 'dist',
  outExtension: { '.js': '.mjs' },
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  // TypeORM names tables and migrations after classes.
  keepNames: true,
  sourcemap: true,
  logLevel: 'warning',
  plugins: [
    {
      name: 'packages-outside',
      setup(bundler) {
        bundler.onResolve({ filter: /^[^./]/ }, ({ path }) =>
          path.startsWith('@ergon/') ? undefined : { path, external: true },
        );
      },
    },
  ],
});
