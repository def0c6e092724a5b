// The whole test run, on a bare machine too: installs what it needs, then types, lint, import rules, unit and
// property tests, build, the bench once in small sizes, end-to-end tests. Nothing is skipped silently: a missing tool that cannot be installed fails.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { installIfNeeded } from './install.mjs';

const root = path.join(path.dirname(fileURLToPath(import.meta.url)), '..');
const reports = mkdtempSync(path.join(tmpdir(), 'eight-up-tests-'));

installIfNeeded(root);
ensureTools();

const bin = (name) => path.join(root, 'node_modules/.bin', name);
const vitest = (name, ...args) => [
  bin('vitest'),
  'run',
  ...args,
  '--reporter=default',
  '--reporter=json',
  `--outputFile.json=${path.join(reports, name)}`,
];
const STEPS = [
  [
    'types',
    ...['packages/core', 'packages/words', 'packages/server', 'packages/web', 'e2e'].map((part) => [
      bin('tsc'),
      '-p',
      part,
    ]),
  ],
  ['lint', [bin('eslint'), '.', '--max-warnings', '0'], [bin('prettier'), '--check', '--log-level', 'warn', '.']],
  ['import rules', [process.execPath, 'scripts/import-rules.mjs']],
  ['unit and property tests', vitest('unit.json')],
  ['build', [process.execPath, 'scripts/build.mjs']],
  // That it runs: what it measures here is of small sizes, once, and no matter.
  ['bench, quick', [process.execPath, '--import', 'tsx', 'scripts/bench/main.ts', '--quick']],
  ['end-to-end tests', vitest('e2e.json', '--config', 'e2e/vitest.config.ts')],
];

for (const [name, ...commands] of STEPS) {
  console.log(`\n== ${name} ==`);
  const began = Date.now();
  for (const [command, ...args] of commands) {
    const { status } = spawnSync(command, args, {
      cwd: root,
      stdio: 'inherit',
      env: { ...process.env, CI: process.env.CI ?? 'true' },
    });
    if (status !== 0) {
      console.error(`\n${name} failed.`);
      summary(1);
      process.exit(status ?? 1);
    }
  }
  console.log(`${name}: ${Math.round((Date.now() - began) / 1000)} s`);
}
summary(0);

function summary(stepsFailed) {
  const counts = ['unit.json', 'e2e.json']
    .map((name) => path.join(reports, name))
    .filter(existsSync)
    .map((file) => JSON.parse(readFileSync(file, 'utf8')));
  const sum = (key) => counts.reduce((total, report) => total + report[key], 0);
  console.log(
    `\n${sum('numPassedTests')} passed, ${sum('numFailedTests') + (counts.length && sum('numFailedTests') ? 0 : stepsFailed)} failed`,
  );
}

/** The browser that drives the interface and the tools that read produced PDF files back. */
function ensureTools() {
  const wanted = { chromium: 'chromium', chromedriver: 'chromium-driver', pdftotext: 'poppler-utils', qpdf: 'qpdf' };
  const missing = () =>
    Object.entries(wanted)
      .filter(([command]) => spawnSync('which', [command]).status !== 0)
      .map(([, name]) => name);
  if (missing().length === 0) return;
  const install = `apt-get update && apt-get install -y --no-install-recommends ${missing().join(' ')}`;
  const isDebian = existsSync('/etc/debian_version') && process.getuid?.() === 0;
  if (isDebian) {
    console.log(`Installing ${missing().join(', ')} …`);
    spawnSync('sh', ['-c', install], {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
  }
  if (missing().length) {
    console.error(`The tests need ${missing().join(', ')}. Install them and run again:\n  sudo sh -c '${install}'`);
    process.exit(1);
  }
}
