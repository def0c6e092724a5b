// Checks the import rules of .dependency-cruiser.cjs, and that they fire on deliberately bad files.
import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

const root = path.join(path.dirname(fileURLToPath(import.meta.url)), '..');
const cruise = (...places) =>
  spawnSync(
    path.join(root, 'node_modules/.bin/depcruise'),
    ['--config', '.dependency-cruiser.cjs', '--output-type', 'err-long', ...places],
    { cwd: root, encoding: 'utf8' },
  );

const real = cruise('packages/core/src', 'packages/words/src', 'packages/server/src', 'packages/web/src');
process.stdout.write(real.stdout);
process.stderr.write(real.stderr);
const bad = cruise('scripts/fixtures/packages/core/src', 'scripts/fixtures/packages/web/src');
for (const rule of ['core-without-node', 'floor-folding', 'migrations-are-frozen', 'web-floor-ui'])
  if (bad.status === 0 || !bad.stdout.includes(rule)) {
    console.error(`The rule "${rule}" did not fire on its bad example:`, bad.stdout, bad.stderr);
    process.exit(1);
  }
process.exit(real.status ?? 1);
