// Bundles the server and the workspace packages (which export TypeScript source); registry packages stay external.
import { build } from 'esbuild';

await build({
  entryPoints: {
    main: 'src/main.ts',
    seed: 'src/demo/seed.ts',
    'import.worker': 'src/library/import.worker.ts',
    'foreign-file.worker': 'src/library/grid/foreign-file.worker.ts',
    backup: 'src/backup/backup.cli.ts',
    'replace-key': 'src/people/replace-key.cli.ts',
    'verify-record': 'src/release/verify-record.cli.ts',
  },
  outdir: 'dist',
  outExtension: { '.js': '.mjs' },
  bundle: true,
  splitting: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  sourcemap: true,
  packages: 'external',
  alias: { '@oak-gate/core': '../core/src/index.ts', '@oak-gate/contract': '../contract/src/index.ts' },
  logLevel: 'warning',
});
