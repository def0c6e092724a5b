import { fail, ok, type Result } from '../result.ts';
import { mm, nm, type Nm } from '../units/nm.ts';
import { checkSheet, type FibreAxis, type Sheet, type SheetProblem } from './sheet-size.ts';

/** What it is for: pages, the stiff core of a cover, what goes round it. */
export const PAPER_KINDS = ['text', 'board', 'covering'] as const;
export type PaperKind = (typeof PAPER_KINDS)[number];

/** How the maker knows which way the fibres run. */
export const FOUND_BY = ['label', 'bend', 'tear', 'damp', 'guess'] as const;
export type FoundBy = (typeof FOUND_BY)[number];

/** Thickness for its weight, cm³/g (usual: the middle of the range that the stuff is sold in). */
export const BULK = {
  coated: 0.85,
  office: 1.25,
  cartridge: 1.35,
  bulky: 1.75,
  watercolour: 1.8,
  greyboard: 1.55,
} as const;
export type Stuff = keyof typeof BULK;
export const STUFFS = Object.keys(BULK) as readonly Stuff[];

export interface Caliper {
  readonly thickness: Nm;
  /** estimated: from weight and bulk, within 15 % (usual) */
  readonly how: 'measured' | 'estimated';
  /** of the stack that was measured; left out: not known */
  readonly sheets?: number;
}

export const EDGES = ['left', 'top', 'right', 'bottom'] as const;
export type Edge = (typeof EDGES)[number];

/** What was left of a sheet, kept for endpapers, hinge strips, swatches. It keeps the axis of its parent. */
export interface Offcut extends Sheet {
  readonly id: string;
  readonly count: number;
}

/** A paper, board or covering material as it lies in the drawer. */
export interface Paper {
  readonly id: string;
  readonly name: string;
  readonly kind: PaperKind;
  readonly stuff: Stuff | null;
  /** one sheet as it lies before the maker */
  readonly sheet: Sheet;
  readonly foundBy: FoundBy | null;
  /** g/m² */
  readonly grammage: number | null;
  readonly caliper: Caliper | null;
  readonly faces: 'alike' | 'differ';
  /** edges that are uncut and feathery */
  readonly deckles: readonly Edge[];
  /** `#rrggbb` */
  readonly colour: string;
  /** of one sheet, in hundredths of the maker's money */
  readonly price: number | null;
  /** how many lie there; null: not counted */
  readonly stock: number | null;
  readonly offcuts: readonly Offcut[];
  readonly note: string;
}

export type PaperDraft = Omit<Paper, 'id'>;

export const PLAIN_PAPER: PaperDraft = {
  name: '',
  kind: 'text',
  stuff: null,
  sheet: { width: mm(500), height: mm(700), fibre: 'unknown' },
  foundBy: null,
  grammage: null,
  caliper: null,
  faces: 'alike',
  deckles: [],
  colour: '#fbf8ee',
  price: null,
  stock: null,
  offcuts: [],
  note: '',
};

/** T ≈ grammage × bulk ÷ 1000 in millimetres (± 15 %, usual): an estimate until it is measured. */
export const estimatedCaliper = (grammage: number, stuff: Stuff): Caliper => ({
  thickness: nm(grammage * BULK[stuff] * 1000),
  how: 'estimated',
});

/** A lower stack than this tells little: half a millimetre of a rule is a twentieth of it (usual). */
export const LEAST_STACK: Nm = mm(10);

/** Thickness of one sheet from a stack of so many, counted and measured with a rule; at least LEAST_STACK high. */
export const stackedCaliper = (stack: Nm, sheets: number): Caliper => ({
  thickness: nm(stack / sheets),
  how: 'measured',
  sheets,
});

export type PaperProblem =
  | (SheetProblem & { readonly offcut?: number })
  | { readonly code: 'paper-name-empty' }
  | {
      readonly code: 'paper-number-out-of-range';
      readonly field: 'grammage' | 'caliper' | 'price' | 'stock' | 'offcut count';
      readonly least: number;
      readonly most: number;
    };

/** Bounds beyond which a unit was mistaken: grams, millimetres, hundredths of money, sheets. */
const BOUNDS = {
  grammage: [5, 5000],
  caliper: [0.005, 20],
  price: [0, 100_000_000],
  stock: [0, 1_000_000],
  'offcut count': [1, 100_000],
} as const;

/** The paper with its name tidied, or what is wrong with it. */
export function checkPaper<P extends PaperDraft>(paper: P): Result<P, PaperProblem> {
  const name = paper.name.trim();
  if (name === '') return fail({ code: 'paper-name-empty' });
  const sheet = checkSheet(paper.sheet);
  if (!sheet.ok) return sheet;
  const numbers = [
    ['grammage', paper.grammage],
    ['caliper', paper.caliper ? paper.caliper.thickness / 1e6 : null],
    ['price', paper.price],
    ['stock', paper.stock],
    ...paper.offcuts.map(({ count }) => ['offcut count', count] as const),
  ] as const;
  for (const [field, value] of numbers) {
    const [least, most] = BOUNDS[field];
    if (value !== null && !(value >= least && value <= most))
      return fail({ code: 'paper-number-out-of-range', field, least, most });
  }
  for (const [i, offcut] of paper.offcuts.entries()) {
    const piece = checkSheet(offcut);
    if (!piece.ok) return fail({ ...piece.problem, offcut: i });
  }
  return ok({ ...paper, name });
}

/** The same paper with its fibres along the other side: the other grain of the same sheet. */
export const otherGrain = (fibre: FibreAxis): FibreAxis =>
  fibre === 'along-width' ? 'along-height' : fibre === 'along-height' ? 'along-width' : fibre;
