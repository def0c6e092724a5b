import {
  planConcertina,
  type ConcertinaPaper,
  type ConcertinaTask,
} from '../../packages/core/src/concertina/concertina.ts';
import { NO_ENDPAPERS } from '../../packages/core/src/concertina/ends.ts';
import { poseOnTape, tapeOf } from '../../packages/core/src/folding/rehearsal.ts';
import { planBook } from '../../packages/core/src/forms/planned-book.ts';
import { mm, nm } from '../../packages/core/src/units/nm.ts';
import { medianMs, sized, type Figure } from './measuring.ts';

const SHEETS = [
  [500, 700],
  [640, 900],
  [420, 594],
  [560, 760],
  [297, 420],
] as const;

const PANELS = sized(200, 20);

const PAPERS = SHEETS.map(([width, height], i): ConcertinaPaper => ({
  id: `${width} × ${height}`,
  width: mm(width),
  height: mm(height),
  fibre: i % 2 ? 'along-width' : 'along-height',
  trims: { left: nm(0), right: nm(0), top: nm(0), bottom: nm(0) },
  price: 50 + 30 * i,
  stock: null,
}));

const task = (copies: number): ConcertinaTask => ({
  book: {
    panels: PANELS,
    panelWidth: mm(95),
    panelHeight: mm(140),
    endpapers: NO_ENDPAPERS,
    joint: 'tab',
    tab: mm(15),
    side: 'valleys',
    first: 'valley',
    covers: 'both',
    bothSides: false,
  },
  copies,
  papers: PAPERS,
  gap: nm(0),
  grain: 'along-folds',
});

/** Printed on both sides, from sheets of 700 × 1000 mm. */
const LONG = {
  id: 'concertina',
  parameters: { panels: PANELS, panelWidth: mm(95), panelHeight: mm(140), sides: 'both' },
};

/** A concertina of 200 panels, folded, rehearsed and planned over five papers, with what every other choice would come to. */
export function* concertinaFigures(): Iterable<Figure> {
  const book = () => {
    const plan = planBook(LONG, { width: mm(700), height: mm(1000), fibre: 'along-width' });
    if (!plan.ok) throw new Error(plan.problem.code);
    return plan.value;
  };
  yield* [
    { name: 'a concertina of 200 panels folded and read', value: () => medianMs(book, 8, 2), unit: 'ms', limit: 150 },
    {
      name: '… a pose of its rehearsal, the longest of 90',
      value: () => {
        const folded = book();
        const { end } = tapeOf(folded);
        const poses = sized(90, 2);
        return Math.max(
          ...Array.from({ length: poses }, (_, i) => medianMs(() => poseOnTape(folded, (end * i) / poses), 3, 1)),
        );
      },
      unit: 'ms',
      limit: 8,
    },
    {
      name: 'a concertina of 200 panels over 5 papers',
      value: () => medianMs(() => planConcertina(task(1)), 20, 5),
      unit: 'ms',
      limit: 200,
    },
    {
      name: '… of the 5 left unproven',
      value: () => planConcertina(task(1)).filter(({ plan }) => !plan.ok || !plan.value.proven.alike).length,
      unit: 'of',
      limit: 0,
    },
    {
      name: '… 40 copies of it',
      value: () => medianMs(() => planConcertina(task(sized(40, 2))), 5, 1),
      unit: 'ms',
      limit: 1000,
    },
  ];
}
