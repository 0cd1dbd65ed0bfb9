// Bundles the programs that run outside the web server: worker, its search thread, command line, migrations and seed.
import { build } from 'esbuild';

const only = process.argv.slice(2);
const entries = {
  lime: 'src/cli/lime.ts',
  web: 'src/web/main.ts',
  worker: 'src/worker/main.ts',
  'search-thread': 'src/worker/search-thread.ts',
  'study-thread': 'src/worker/study-thread.ts',
  'roads-thread': 'src/worker/roads-thread.ts',
  'solve-thread': 'src/host/solve-thread.ts',
  bench: 'bench/engine.ts',
  'bench-company': 'bench/company.ts',
  'bench-loop': 'bench/loop.ts',
  'bench-set-up': 'bench/set-up.ts',
  database: 'src/worker/database.ts',
};
await build({
  entryPoints: only.length > 0 ? Object.fromEntries(only.map((name) => [name, entries[name]])) : entries,
  outdir: 'dist',
  outExtension: { '.js': '.mjs' },
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  packages: 'external',
  sourcemap: true,
  // Puts constants into the inner loops instead of reading them from their modules each time.
  minifySyntax: true,
  logLevel: 'warning',
});
// The service worker of the technician's page: served as it is, from the root, so that it may look after that page.
if (only.length === 0)
  await build({
    entryPoints: { 'field-worker': 'src/ui/field/worker/field-worker.ts' },
    outdir: 'public',
    bundle: true,
    platform: 'browser',
    target: 'es2020',
    format: 'iife',
    minify: true,
    define: { 'process.env.NODE_ENV': '"production"' },
    logLevel: 'warning',
  });
