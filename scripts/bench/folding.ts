import { impose } from '../../packages/core/src/pagination/imposition.ts';
import { pagePlaces } from '../../packages/core/src/pagination/page-places.ts';
import { planBook, type FoldedBook } from '../../packages/core/src/forms/planned-book.ts';
import { onPage } from '../../packages/core/src/document/pages.ts';
import { USUAL_PRINTING } from '../../packages/core/src/document/usual.ts';
import { meanderBook } from '../../packages/core/src/forms/meander-book.ts';
import { slitBook } from '../../packages/core/src/forms/slit-book.ts';
import { poseOnTape } from '../../packages/core/src/folding/rehearsal.ts';
import { runSteps } from '../../packages/core/src/folding/run.ts';
import { sheetLines } from '../../packages/core/src/output/sheet-lines.ts';
import { mm } from '../../packages/core/src/units/nm.ts';
import { medianMs, type Figure } from './measuring.ts';

const sheet = (round: number) => ({ width: mm(420 + round / 10), height: mm(297), fibre: 'along-height' as const });

const engine = (rows: number, columns: number, rounds: number): number => {
  const parameters = meanderBook.parameters.parse({ rows, columns });
  return medianMs((round) => {
    const { parts, steps } = meanderBook.assembly(parameters, sheet(round));
    return runSteps(parts, steps);
  }, rounds);
};

/** All values that a screen draws after a parameter has changed: lines, places, contents, the pose. */
function drawingValues(plan: FoldedBook): number {
  const lines = sheetLines(plan);
  const content = { asset: 'a', page: 0, name: 'x', fit: 'fit' as const };
  const placed = impose(
    plan,
    {
      pages: plan.reading.pages.map(() => onPage(content)),
      printing: { ...USUAL_PRINTING, margin: 'shrink' },
    },
    () => ({ id: 'a', kind: 'jpeg', bytes: 1, pages: [{ width: mm(90), height: mm(120) }] }),
  );
  return lines.items.length + placed.length + pagePlaces(plan).length + poseOnTape(plan, 3.5).panels.length;
}

const replan = (id: string, parameters: object) =>
  medianMs((round) => {
    const plan = planBook({ id, parameters: parameters as Record<string, unknown> }, sheet(round));
    if (!plan.ok) throw new Error(plan.problem.code);
    return drawingValues(plan.value);
  });

export const foldingFigures = (): readonly Figure[] => [
  { name: 'fold engine, 16 panels', value: () => engine(4, 4, 120), unit: 'ms', limit: 2 },
  { name: 'fold engine, 64 panels', value: () => engine(8, 8, 60), unit: 'ms', limit: 10 },
  {
    name: '400 pages in 16 sections planned',
    value: () =>
      medianMs((round) => {
        const plan = planBook({ id: 'nested-booklet', parameters: { pages: 400, sections: 16 } }, sheet(round));
        if (!plan.ok) throw new Error(plan.problem.code);
        return plan.value;
      }, 40),
    unit: 'ms',
    limit: 20,
  },
  {
    name: 'changed parameter to drawing values, slit book',
    value: () => replan(slitBook.id, {}),
    unit: 'ms',
    limit: 8,
  },
  {
    name: 'page map of a booklet of 400 pages',
    value: () =>
      medianMs((round) => {
        const plan = planBook({ id: 'nested-booklet', parameters: { pages: 400 } }, sheet(round));
        if (!plan.ok) throw new Error(plan.problem.code);
        return pagePlaces(plan.value);
      }, 40),
    unit: 'ms',
    limit: 5,
  },
  {
    name: 'changed parameter to drawing values, meander 4 × 4',
    value: () => replan(meanderBook.id, {}),
    unit: 'ms',
    limit: 8,
  },
];
