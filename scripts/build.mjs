// Builds the interface (Vite) and bundles the server (esbuild) for a quick start.
import { build } from 'esbuild';
import { spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { rmSync } from 'node:fs';
import path from 'node:path';

const root = path.join(path.dirname(fileURLToPath(import.meta.url)), '..');

rmSync(path.join(root, 'packages/server/dist'), { recursive: true, force: true });
await build({
  entryPoints: {
    main: path.join(root, 'packages/server/src/main.ts'),
    // What the pool does runs in processes of their own and so is a program of its own.
    worker: path.join(root, 'packages/server/src/pool/worker.ts'),
  },
  outdir: path.join(root, 'packages/server/dist'),
  bundle: true,
  splitting: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  sourcemap: true,
  logLevel: 'warning',
  // Our own packages are sources and go in; everything from the registry stays outside.
  plugins: [
    {
      name: 'registry-packages-outside',
      setup(b) {
        b.onResolve({ filter: /^[^./]/ }, ({ path: name, kind }) =>
          kind === 'entry-point' || name.startsWith('@eight-up/') ? undefined : { path: name, external: true },
        );
      },
    },
  ],
});
const vite = spawnSync(
  process.execPath,
  [path.join(root, 'node_modules/vite/bin/vite.js'), 'build', '--logLevel', 'warn'],
  {
    cwd: path.join(root, 'packages/web'),
    stdio: 'inherit',
  },
);
process.exit(vite.status ?? 1);
