// Installs the packages of package-lock.json where they are missing or older than it.
import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { createHash } from 'node:crypto';
import path from 'node:path';

export function installIfNeeded(root) {
  const [major] = process.versions.node.split('.').map(Number);
  if (major < 20) {
    console.error(`Eight Up needs Node 20.19 or newer; this is ${process.version}.`);
    process.exit(2);
  }
  const lock = createHash('sha256')
    .update(readFileSync(path.join(root, 'package-lock.json')))
    .digest('hex');
  const stamp = path.join(root, 'node_modules/.eight-up-lock');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  console.log('Installing packages (a minute or two, only the first time) …');
  const npm = process.platform === 'win32' ? 'npm.cmd' : 'npm';
  const done = spawnSync(npm, ['ci', '--no-fund', '--no-audit', '--loglevel=error'], {
    cwd: root,
    stdio: 'inherit',
    shell: process.platform === 'win32',
  });
  if (done.status !== 0) process.exit(done.status ?? 1);
  writeFileSync(stamp, lock);
}
