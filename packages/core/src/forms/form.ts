import type { z } from 'zod';
import type { SheetSide, Hold, PileHold } from '../folding/reading.ts';
import type { Step } from '../folding/step.ts';
import type { Nm } from '../units/nm.ts';

/**
 * A book form: what it is made of and how it is folded, nothing else. Page order, crease pattern, marks,
 * sentences, drawings, dummy, rehearsal and checks are derived by folding. A form may not state its page order.
 */
export interface Form<P = Readonly<Record<string, unknown>>> {
  readonly id: string;
  /** the parameters, with bounds and defaults */
  readonly parameters: z.ZodType<P>;
  /** into how many equal columns and rows of panels (or panel widths) the sheet is folded */
  readonly grid: (p: P) => {
    readonly columns: number | readonly Nm[];
    readonly rows: number | readonly Nm[];
    /** sheets alike that are folded together; left out: one */
    readonly sheets?: number;
  };
  readonly programme: (p: P) => readonly Step[];
  readonly hold: (p: P) => Hold | PileHold;
  /** the sides of the sheet that carry pages */
  readonly printed: (p: P) => readonly SheetSide[];
  /** how the sheet lies: as it comes, or turned so that its longer side runs from left to right */
  readonly lies: 'landscape' | 'either';
  /** what it takes besides folding */
  readonly needs: (p: P) => readonly ('blade' | 'glue')[];
}
