// npm run soak [-- --minutes 5 …]: the long test, apart from npm test; see scripts/soak/main.ts.
import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { installIfNeeded } from './install.mjs';

const root = path.join(path.dirname(fileURLToPath(import.meta.url)), '..');
installIfNeeded(root);
const built = spawnSync(process.execPath, [path.join(root, 'scripts/build.mjs')], { cwd: root, stdio: 'inherit' });
if (built.status !== 0) process.exit(built.status ?? 1);
const program = path.join(root, 'scripts/soak/main.ts');
const { status } = spawnSync(process.execPath, ['--import', 'tsx', program, ...process.argv.slice(2)], {
  cwd: root,
  stdio: 'inherit',
});
process.exit(status ?? 1);
