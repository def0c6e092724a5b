import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { median, type Figure } from './measuring.ts';
import { photographs } from './photographs.ts';

const HERE = path.dirname(fileURLToPath(import.meta.url));
const ROUNDS = 5;

function child(what: string, folder: string): { readonly ms: number; readonly mb: number } {
  const done = spawnSync(process.execPath, ['--import', 'tsx', path.join(HERE, 'booklet-child.ts'), what, folder], {
    encoding: 'utf8',
  });
  if (done.status !== 0) throw new Error(done.stderr);
  return JSON.parse(done.stdout) as { ms: number; mb: number };
}

/** A booklet of 64 photographs of twelve megapixels, against embedding the same one a page with the same library, in turn. */
export async function bookletFigures(): Promise<readonly Figure[]> {
  const folder = path.join(HERE, '../../.cache/photographs');
  await photographs(folder);
  const rounds = Array.from({ length: ROUNDS }, () => ({
    embed: child('embed', folder),
    booklet: child('booklet', folder),
  }));
  const of = (what: 'embed' | 'booklet', key: 'ms' | 'mb') => median(rounds.map((round) => round[what][key]));
  console.log(
    `64 photographs: embedding ${of('embed', 'ms').toFixed(0)} ms (${of('embed', 'mb').toFixed(0)} MB), as a booklet ${of('booklet', 'ms').toFixed(0)} ms (${of('booklet', 'mb').toFixed(0)} MB)`,
  );
  return [
    {
      name: '64 photographs of 12 megapixels as a booklet, against embedding them',
      value: median(rounds.map(({ embed, booklet }) => booklet.ms / embed.ms)),
      unit: '×',
      limit: 2,
    },
  ];
}
