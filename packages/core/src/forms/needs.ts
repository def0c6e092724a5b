import { sheetSize } from '../folding/laid-paper.ts';
import { toolsOf } from '../folding/step-meaning.ts';
import { foliosPerSection } from '../folding/nest.ts';
import type { FoldedBook } from './planned-book.ts';

/** What a book takes besides hands: a blade, glue, a blunt knife for its bolts, and what holds loose folios. */
export type Need = 'blade' | 'glue' | 'tape' | 'paper-knife' | 'thread' | 'thread-or-staples';

/** What a book takes, read off its steps and its folding. Folios that lie loose in one another want thread or staples; staples do not hold several sections. */
export function needsOf(plan: FoldedBook): readonly Need[] {
  const { run, reading } = plan;
  const tools = toolsOf(run);
  const narrower = run.laid.sheets.some((_, index) => {
    const { cut, width } = sheetSize(run.laid, index);
    return cut < width;
  });
  const sections = foliosPerSection(plan);
  const folios = sections.reduce((sum, count) => sum + count, 0);
  const holds: readonly Need[] =
    sections.length > 1 || tools.has('needle-and-thread') ? ['thread'] : folios > 1 ? ['thread-or-staples'] : [];
  return [
    ...(tools.has('blade') || narrower ? (['blade'] as const) : []),
    ...(['glue', 'tape'] as const).filter((tool) => tools.has(tool)),
    ...(reading.bolts.length > 0 ? (['paper-knife'] as const) : []),
    ...holds,
  ];
}
