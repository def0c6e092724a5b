import type { StageBook, StagePanel } from '../../base/stage.ts';

const printsBacks = ({ derived }: StageBook): boolean => derived.printsBacks;

/** Everything that decides how the sheets come out, a panel each. */
export const PANELS = [
  { id: 'faces', name: 'Front and back', query: { with: 'faces' }, isFor: printsBacks },
  {
    id: 'back',
    name: 'The back of the sheet',
    query: { with: 'back' },
    isFor: (book: StageBook) => !printsBacks(book),
  },
  { id: 'reach', name: 'Printer’s reach', also: 'margins unprintable white edge', query: { with: 'reach' } },
  { id: 'paper', name: 'Paper and marks', also: 'bleed larger paper copies up crop', query: { with: 'paper' } },
  {
    id: 'creep',
    name: 'Creep and trim',
    query: { with: 'creep' },
    isFor: ({ derived }: StageBook) => derived.mostFolios > 1,
  },
] as const satisfies readonly StagePanel[];

export type SheetsPanel = (typeof PANELS)[number]['id'];
