import { sidesOf } from '@eight-up/core/folding/laid-paper';
import { mostFolios } from '@eight-up/core/folding/nest';
import type { StageBook, StagePanel } from '../../base/stage.ts';

const printsBacks = ({ plan }: StageBook): boolean => sidesOf(plan.run.laid, 0).includes('B');

/** Everything that decides how the sheets come out, a panel each. */
export const PANELS = [
  { id: 'faces', name: 'Front and back', query: { with: 'faces' }, isFor: printsBacks },
  {
    id: 'back',
    name: 'The back of the sheet',
    query: { with: 'back' },
    isFor: (book: StageBook) => !printsBacks(book),
  },
  { id: 'reach', name: 'Printer’s reach', query: { with: 'reach' } },
  { id: 'paper', name: 'Paper and marks', query: { with: 'paper' } },
  {
    id: 'creep',
    name: 'Creep and trim',
    query: { with: 'creep' },
    isFor: ({ plan }: StageBook) => mostFolios(plan) > 1,
  },
] as const satisfies readonly StagePanel[];

export type SheetsPanel = (typeof PANELS)[number]['id'];
