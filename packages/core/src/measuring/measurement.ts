import type { Caliper } from '../paper/paper.ts';
import type { TestPrint } from '../printer/printer.ts';
import { fail, ok, type Result } from '../result.ts';
import { mm, nm, type Nm } from '../units/nm.ts';

/** What a measurement is of; the maker's own hand is of none. */
export const SUBJECTS = ['book', 'paper', 'printer'] as const;
export type Subject = (typeof SUBJECTS)[number];

interface MethodDeclared {
  /** must all be said */
  readonly of: readonly Subject[];
  /** may be said */
  readonly with?: readonly Subject[];
  /** the lengths that are read, with bounds in millimetres beyond which a unit was mistaken */
  readonly lengths: Readonly<Record<string, readonly [least: number, most: number]>>;
  /** lengths that may be left out */
  readonly also?: Readonly<Record<string, readonly [least: number, most: number]>>;
}

/** Everything that makers measure and that is kept, whichever way it was done. */
export const METHODS = {
  /** a counted stack, divided by its sheets */
  caliper: { of: ['paper'], lengths: { thickness: [0.005, 20] } },
  /** what one fold takes of a length */
  'take-up': { of: ['paper'], lengths: { aFold: [-5, 5] } },
  /** from one folio of a nest to the next, at the fore-edge of a dummy */
  creep: { of: ['book'], with: ['paper'], lengths: { aFolio: [0, 20] } },
  /** of a finished block: at its spine; at its fore-edge too; and what its layers came to at the spine as it was planned then */
  'closed-thickness': {
    of: ['book'],
    with: ['paper'],
    lengths: { thickness: [0.05, 500] },
    also: { foreEdge: [0.05, 500], layers: [0.01, 500] },
  },
  /** how far pictures that should meet do not */
  register: { of: ['book'], with: ['paper', 'printer'], lengths: { right: [-50, 50], down: [-50, 50] } },
  /** how far the last edge of a folded block lies beside its place */
  'block-edge': { of: ['book'], with: ['paper'], lengths: { out: [-50, 50] } },
  /** marks laid off and read back: their standard error */
  'reading-error': { of: [], lengths: { standard: [0, 10] } },
  /** lines of 100 mm and crosses in the middle of each face, printed */
  'test-print': {
    of: ['printer'],
    lengths: {
      across: [90, 110],
      down: [90, 110],
      frontRight: [-20, 20],
      frontDown: [-20, 20],
      backRight: [-20, 20],
      backDown: [-20, 20],
    },
  },
} as const satisfies Readonly<Record<string, MethodDeclared>>;

export type Method = keyof typeof METHODS;
export const METHOD_NAMES = Object.keys(METHODS) as readonly Method[];

type Also<M extends Method> = (typeof METHODS)[M] extends { readonly also: infer A } ? keyof A : never;
type LengthsOf<M extends Method> = Readonly<
  Record<keyof (typeof METHODS)[M]['lengths'], Nm> & Partial<Record<Also<M>, Nm>>
>;

/** What was measured, of what, when. Never changed: the newest of its method and subject counts. */
export interface Measurement<M extends Method = Method> {
  readonly id: string;
  readonly method: M;
  readonly book: string | null;
  readonly paper: string | null;
  readonly printer: string | null;
  /** null: what was measured before was taken back, and what is usual counts again */
  readonly lengths: LengthsOf<M> | null;
  /** ISO date and time */
  readonly at: string;
  /** how many were measured: sheets of a stack, marks, blocks */
  readonly count: number;
  /** their standard deviation; null: they were measured as one */
  readonly spread: Nm | null;
}

export type MeasurementDraft<M extends Method = Method> = Omit<Measurement<M>, 'id' | 'at'>;

export type MeasurementProblem =
  | { readonly code: 'measurement-of-nothing'; readonly method: Method; readonly subject: Subject }
  | { readonly code: 'measurement-of-other'; readonly method: Method; readonly subject: Subject }
  | { readonly code: 'measurement-without'; readonly method: Method; readonly length: string }
  | {
      readonly code: 'measurement-out-of-range';
      readonly method: Method;
      readonly length: string;
      readonly value: Nm;
      readonly least: Nm;
      readonly most: Nm;
    };

/** The measurement, or why it cannot be one. */
export function checkMeasurement<M extends MeasurementDraft>(draft: M): Result<M, MeasurementProblem> {
  const { method } = draft;
  const { of, with: others = [], lengths: bounds, also = {} }: MethodDeclared = METHODS[method];
  for (const subject of SUBJECTS) {
    if (of.includes(subject) && draft[subject] === null)
      return fail({ code: 'measurement-of-nothing', method, subject });
    if (!of.includes(subject) && !others.includes(subject) && draft[subject] !== null)
      return fail({ code: 'measurement-of-other', method, subject });
  }
  if (!draft.lengths) return ok(draft);
  const lengths: Readonly<Record<string, Nm>> = draft.lengths;
  const unknown = Object.keys(lengths).find((length) => !(length in bounds) && !(length in also));
  if (unknown !== undefined) return fail({ code: 'measurement-without', method, length: unknown });
  for (const [length, [from, to]] of Object.entries({ ...bounds, ...also })) {
    const value = lengths[length];
    if (value === undefined && length in also) continue;
    if (value === undefined) return fail({ code: 'measurement-without', method, length });
    const [least, most] = [mm(from), mm(to)];
    if (!(value >= least && value <= most))
      return fail({ code: 'measurement-out-of-range', method, length, value, least, most });
  }
  return ok(draft);
}

/** Measured wins over what is usual; taken back, or never measured, what is usual counts. */
export function caliperOf(usual: Caliper | null, measured: Measurement<'caliper'> | undefined): Caliper | null {
  if (!measured?.lengths) return usual;
  return { thickness: measured.lengths.thickness, how: 'measured', sheets: measured.count };
}

/** What a test print showed; null: not measured, taken to be true. */
export function testPrintOf(measured: Measurement<'test-print'> | undefined): TestPrint | null {
  if (!measured?.lengths) return null;
  const { across, down, frontRight, frontDown, backRight, backDown } = measured.lengths;
  return { across, down, front: { right: frontRight, down: frontDown }, back: { right: backRight, down: backDown } };
}

export const testPrintLengths = ({ across, down, front, back }: TestPrint): LengthsOf<'test-print'> => ({
  across,
  down,
  frontRight: front.right,
  frontDown: front.down,
  backRight: back.right,
  backDown: back.down,
});

/** How sure a mean is: its standard error, from the spread of those measured; null where they were measured as one. */
export const standardError = ({ spread, count }: Pick<Measurement, 'spread' | 'count'>): Nm | null =>
  spread === null ? null : nm(spread / Math.sqrt(count));
