// npm run bench [-- --check]: prints milliseconds, the time of a calibration loop and ratios; with --check exits
// non-zero when a limit is missed. Limits are for this project's own machine class; ratios travel better.
import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { installIfNeeded } from './install.mjs';

const root = path.join(path.dirname(fileURLToPath(import.meta.url)), '..');
installIfNeeded(root);
const built = spawnSync(process.execPath, [path.join(root, 'scripts/build.mjs')], { cwd: root, stdio: 'inherit' });
if (built.status !== 0) process.exit(built.status ?? 1);
const { status } = spawnSync(
  process.execPath,
  ['--import', 'tsx', path.join(root, 'scripts/bench/main.ts'), ...process.argv.slice(2)],
  { cwd: root, stdio: 'inherit' },
);
process.exit(status ?? 1);
