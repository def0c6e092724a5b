import { spawnSync } from 'node:child_process';
import { statSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { median, QUICKLY, sized, type Figure } from './measuring.ts';
import { photographPdf } from './photograph-pdf.ts';

const HERE = path.dirname(fileURLToPath(import.meta.url));
const ROUNDS = sized(5, 1);

function child(what: string, file: string): { readonly ms: number; readonly peakMb: number } {
  const done = spawnSync(
    process.execPath,
    ['--import', 'tsx', path.join(HERE, 'print-child.ts'), what, file, ...QUICKLY],
    {
      encoding: 'utf8',
    },
  );
  if (done.status !== 0) throw new Error(done.stderr);
  return JSON.parse(done.stdout) as { ms: number; peakMb: number };
}

/** 64 pages of a 200-page PDF of photographs through 8 × 8, against copying the same pages with the same library, in turn. */
export async function printingFigures(): Promise<readonly Figure[]> {
  const file = await photographPdf(path.join(HERE, '../../.cache'));
  const fileMb = statSync(file).size / 1e6;
  const rounds = Array.from({ length: ROUNDS }, () => ({
    idle: child('idle', file),
    copy: child('copy', file),
    impose: child('impose', file),
  }));
  const of = (what: 'idle' | 'copy' | 'impose', key: 'ms' | 'peakMb') =>
    median(rounds.map((round) => round[what][key]));
  console.log(
    `photographs: ${fileMb.toFixed(0)} MB; copying ${of('copy', 'ms').toFixed(0)} ms, imposing ${of('impose', 'ms').toFixed(0)} ms; peak idle ${of('idle', 'peakMb').toFixed(0)}, copying ${of('copy', 'peakMb').toFixed(0)}, imposing ${of('impose', 'peakMb').toFixed(0)} MB`,
  );
  return [
    {
      name: '64 of 200 photographs through 8 × 8, against copying them',
      value: median(rounds.map(({ copy, impose }) => impose.ms / copy.ms)),
      unit: '×',
      limit: 1.5,
    },
    {
      name: 'peak memory of that, above idle',
      value: of('impose', 'peakMb') - of('idle', 'peakMb'),
      unit: 'MB',
      limit: 150 + 2 * fileMb,
    },
  ];
}
