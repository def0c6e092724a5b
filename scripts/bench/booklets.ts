import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { median, QUICKLY, sized, type Figure } from './measuring.ts';
import { photographs, type PhotographKind } from './photographs.ts';

const HERE = path.dirname(fileURLToPath(import.meta.url));
const ROUNDS = sized(3, 1);
const LIMITS: Readonly<Record<PhotographKind, number>> = { jpeg: 1.2, png: 1.5 };

function child(what: string, kind: PhotographKind, folder: string): { readonly ms: number; readonly mb: number } {
  const program = path.join(HERE, 'booklet-child.ts');
  const done = spawnSync(process.execPath, ['--import', 'tsx', program, what, kind, folder, ...QUICKLY], {
    encoding: 'utf8',
  });
  if (done.status !== 0) throw new Error(done.stderr);
  return JSON.parse(done.stdout) as { ms: number; mb: number };
}

/** Books full of photographs of twelve megapixels, against copying the bytes of these into one file, in turn; warm, and alone. */
export async function* bookletFigures(): AsyncIterable<Figure> {
  const folder = path.join(HERE, '../../.cache/photographs');
  for (const kind of ['jpeg', 'png'] as const) {
    await photographs(folder, kind);
    yield against('booklet', '64 photographs of 12 megapixels', kind, LIMITS[kind], folder);
  }
  yield against('concertina', '24 panels on 6 strips, 48 photographs', 'jpeg', 1.2, folder);
}

function against(book: string, name: string, kind: PhotographKind, limit: number, folder: string): Figure {
  const rounds = Array.from({ length: ROUNDS }, () => ({
    copy: child(`copy-${book}`, kind, folder),
    printed: child(book, kind, folder),
  }));
  const of = (what: 'copy' | 'printed', key: 'ms' | 'mb') => median(rounds.map((round) => round[what][key]));
  console.log(
    `${name} (${kind}): copying ${of('copy', 'ms').toFixed(0)} ms (${of('copy', 'mb').toFixed(0)} MB), as a ${book} ${of('printed', 'ms').toFixed(0)} ms (${of('printed', 'mb').toFixed(0)} MB)`,
  );
  return {
    name: `${name} (${kind}) as a ${book}, against copying them`,
    value: median(rounds.map(({ copy, printed }) => printed.ms / copy.ms)),
    unit: '×',
    limit,
  };
}
