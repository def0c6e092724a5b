import { Router, type Request, type Response } from 'express';
import Papa from 'papaparse';
import type { MikroORM } from '@mikro-orm/libsql';
import { z } from 'zod';
import { planBook } from '@eight-up/core/forms/planned-book';
import { marksTable, type Reading } from '@eight-up/core/cutting/marks';
import { cuttingLines } from '@eight-up/core/output/cutting-drawing';
import { drawingToSvg } from '@eight-up/core/output/svg';
import { PAPER_KINDS } from '@eight-up/core/paper/paper';
import { planProblemWords } from '@eight-up/words/problems';
import { findBook } from '../books/service.ts';
import type { CuttingThread } from '../compute/cutting-thread.ts';
import { csvText } from '../csv.ts';
import { Refusal } from '../errors.ts';
import { parseRequest } from '../parse.ts';
import { plannedCut, type PlannedCut } from './planned-cut.ts';
import { sendFile } from './send-file.ts';

export const cuttingQuery = z.object({
  on: z.enum(PAPER_KINDS).default('text'),
  /** which of the plans, counted from 1 */
  plan: z.coerce.number().int().min(1).max(1000).default(1),
  unit: z.enum(['mm', 'in']).default('mm'),
  fine: z.enum(['sixteenths', 'thirty-seconds']).default('sixteenths'),
  paper: z.enum(['a4', 'a3', 'letter']).default('a4'),
});
type Asked = z.output<typeof cuttingQuery>;

/** Files of the cutting plan: for the bench, for machines, for a spreadsheet. */
export function cuttingRoutes(orm: MikroORM, thread: CuttingThread): Router {
  const router = Router({ mergeParams: true });
  const file = (
    suffix: string,
    type: string,
    make: (cut: PlannedCut, asked: Asked) => Promise<Uint8Array | string> | string,
  ) =>
    router.get(`/:id/${suffix}`, async (request: Request<{ id: string }>, response: Response) => {
      const asked = parseRequest(cuttingQuery, request.query);
      const { doc } = await findBook(orm.em.fork(), request.params.id);
      const folded = planBook(doc.form, doc.sheet);
      if (!folded.ok) throw new Refusal('plan-impossible', planProblemWords(folded.problem, 'mm'), folded.problem);
      const cut = await plannedCut(thread, doc, folded.value, asked.on, asked.plan, {
        off: (drop) => response.on('close', drop),
      });
      sendFile(response, doc, suffix, type, await make(cut, asked));
    });
  const readingOf = ({ unit, fine }: Asked): Reading => (unit === 'mm' ? 'mm' : fine);
  const lines = ({ plan, sheet, nameOf }: PlannedCut) => cuttingLines({ plan, sheet, nameOf, offcutWords: () => '' });

  file('cutting.pdf', 'application/pdf', async (cut, asked) => {
    const { benchSheetPdf } = await import('./bench-sheet.ts');
    return benchSheetPdf(cut, asked.unit, readingOf(asked));
  });
  file('cutting-tiles.pdf', 'application/pdf', async (cut, { paper, unit }) => {
    const { cuttingTilesPdf } = await import('./cutting-tiles.ts');
    return cuttingTilesPdf(cut, paper, unit);
  });
  file('cutting.svg', 'image/svg+xml', (cut) => drawingToSvg(lines(cut), `${cut.title}: cutting plan`));
  file('cutting.dxf', 'image/vnd.dxf', async (cut) => {
    const { drawingToDxf } = await import('./line-files.ts');
    return drawingToDxf(lines(cut));
  });
  file('marks.csv', 'text/csv; charset=utf-8', ({ plan, trims }) =>
    csvText(Papa.unparse(marksTable(plan.cuts, trims) as string[][], { newline: '\r\n' })),
  );
  return router;
}
