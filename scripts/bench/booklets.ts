import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { median, type Figure } from './measuring.ts';
import { photographs, type PhotographKind } from './photographs.ts';

const HERE = path.dirname(fileURLToPath(import.meta.url));
const ROUNDS = 3;
const LIMITS: Readonly<Record<PhotographKind, number>> = { jpeg: 1.2, png: 1.5 };

function child(what: string, kind: PhotographKind, folder: string): { readonly ms: number; readonly mb: number } {
  const program = path.join(HERE, 'booklet-child.ts');
  const done = spawnSync(process.execPath, ['--import', 'tsx', program, what, kind, folder], { encoding: 'utf8' });
  if (done.status !== 0) throw new Error(done.stderr);
  return JSON.parse(done.stdout) as { ms: number; mb: number };
}

/** A booklet of 64 photographs of twelve megapixels, against copying their bytes into one file, in turn; warm, and alone. */
export async function bookletFigures(): Promise<readonly Figure[]> {
  const folder = path.join(HERE, '../../.cache/photographs');
  const figures: Figure[] = [];
  for (const kind of ['jpeg', 'png'] as const) {
    await photographs(folder, kind);
    const rounds = Array.from({ length: ROUNDS }, () => ({
      copy: child('copy', kind, folder),
      booklet: child('booklet', kind, folder),
    }));
    const of = (what: 'copy' | 'booklet', key: 'ms' | 'mb') => median(rounds.map((round) => round[what][key]));
    console.log(
      `64 photographs (${kind}): copying ${of('copy', 'ms').toFixed(0)} ms (${of('copy', 'mb').toFixed(0)} MB), as a booklet ${of('booklet', 'ms').toFixed(0)} ms (${of('booklet', 'mb').toFixed(0)} MB)`,
    );
    figures.push({
      name: `64 photographs of 12 megapixels (${kind}) as a booklet, against copying them`,
      value: median(rounds.map(({ copy, booklet }) => booklet.ms / copy.ms)),
      unit: '×',
      limit: LIMITS[kind],
    });
  }
  return figures;
}
