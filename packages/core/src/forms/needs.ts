import { sheetSize } from '../folding/laid-paper.ts';
import { foliosPerSection } from '../pagination/nest.ts';
import type { FoldedBook } from './planned-book.ts';

/** What a book takes besides hands: a blade, glue, a blunt knife for its bolts, and what holds loose folios. */
export type Need = 'blade' | 'glue' | 'paper-knife' | 'thread' | 'thread-or-staples';

/** What a book takes, read off its steps and its folding. Folios that lie loose in one another want thread or staples; staples do not hold several sections. */
export function needsOf(plan: FoldedBook): readonly Need[] {
  const { run, reading } = plan;
  const cuts = run.steps.some(({ kind }) => kind === 'slit' || kind === 'cut');
  const narrower = run.laid.sheets.some(
    (_, index) => sheetSize(run.laid, index).cut < sheetSize(run.laid, index).width,
  );
  const sections = foliosPerSection(plan);
  const folios = sections.reduce((sum, count) => sum + count, 0);
  return [
    ...(cuts || narrower ? (['blade'] as const) : []),
    ...(run.glued.length > 0 ? (['glue'] as const) : []),
    ...(reading.bolts.length > 0 ? (['paper-knife'] as const) : []),
    ...(sections.length > 1 ? (['thread'] as const) : folios > 1 ? (['thread-or-staples'] as const) : []),
  ];
}
