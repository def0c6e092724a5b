// Starts Eight Up with nothing but Node and npm: installs what is missing, builds what has changed, runs the server.
//   node scripts/start.mjs            the maker's own books (data/own)
//   node scripts/start.mjs --demo     the demo books (data/demo), loaded once; --fresh sets the old ones aside first
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { installIfNeeded } from './install.mjs';

const root = path.join(path.dirname(fileURLToPath(import.meta.url)), '..');
const demo = process.argv.includes('--demo');
const fresh = process.argv.includes('--fresh');
const data = path.resolve(process.env.EIGHTUP_DATA ?? path.join(root, 'data', demo ? 'demo' : 'own'));

installIfNeeded(root);
buildIfNeeded();
if (fresh) setAside();

const server = spawn(
  process.execPath,
  ['--enable-source-maps', path.join(root, 'packages/server/dist/main.js'), ...(demo ? ['--demo'] : [])],
  {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, EIGHTUP_DATA: data },
  },
);
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code, signal) => process.exit(signal ? 0 : (code ?? 1)));

/** Newest change below a folder, in milliseconds. */
function newest(folder) {
  return readdirSync(folder, { withFileTypes: true }).reduce((latest, entry) => {
    if (entry.name === 'node_modules' || entry.name === 'dist') return latest;
    const place = path.join(folder, entry.name);
    return Math.max(latest, entry.isDirectory() ? newest(place) : statSync(place).mtimeMs);
  }, 0);
}

function buildIfNeeded() {
  const stamp = path.join(root, 'packages/server/dist/.built');
  const built =
    existsSync(stamp) && existsSync(path.join(root, 'packages/web/dist/index.html'))
      ? Number(readFileSync(stamp, 'utf8'))
      : 0;
  const sources = Math.max(newest(path.join(root, 'packages')), statSync(path.join(root, 'scripts/build.mjs')).mtimeMs);
  if (built >= sources) return;
  console.log('Building (about ten seconds, only after a change) …');
  const done = spawnSync(process.execPath, [path.join(root, 'scripts/build.mjs')], { cwd: root, stdio: 'inherit' });
  if (done.status !== 0) process.exit(done.status ?? 1);
  writeFileSync(stamp, String(sources));
}

/** --fresh never deletes: the old data folder is renamed, with the time, and said. */
function setAside() {
  if (!existsSync(data)) return;
  const aside = `${data}-before-${new Date().toISOString().replaceAll(':', '').slice(0, 17)}`;
  mkdirSync(path.dirname(aside), { recursive: true });
  renameSync(data, aside);
  console.log(`The former data is in ${aside}`);
}
