import type { ZodMiniType } from 'zod/mini';
import type { ClosedBlock } from '../concertina/closed-block.ts';
import type { ConcertinaProblem } from '../concertina/concertina.ts';
import type { Assembly } from '../folding/assembly.ts';
import type { FibreAxis } from '../paper/sheet-size.ts';
import type { Result } from '../result.ts';
import type { Nm } from '../units/nm.ts';

/** The sheet that a form is made from, as it lies. */
export interface SheetExtent {
  readonly width: Nm;
  readonly height: Nm;
  readonly fibre: FibreAxis;
}

/** A page as it is read. */
export interface PageSize {
  readonly width: Nm;
  readonly height: Nm;
}

/** A paper from which an edition's parts are cut. */
export interface CutOn {
  readonly sheet: SheetExtent;
  /** taken off each edge first */
  readonly trims: { readonly left: Nm; readonly right: Nm; readonly top: Nm; readonly bottom: Nm };
  /** lost between two pieces */
  readonly gap: Nm;
  readonly copies: number;
}

/** What one wants to hold: a book from a single sheet that needs no binding, pages that are bound at a fold, or something that is read by opening it out. */
export const FORM_FAMILIES = ['one-sheet', 'bound', 'opens-out'] as const;
export type FormFamily = (typeof FORM_FAMILIES)[number];

/** Settings that do not go together with a sheet. Lengths in nanometres. */
export type FormProblem =
  /** a flap wider than the leaf that it folds onto, less what it stays away from the gutter */
  | { readonly code: 'flap-wider-than-leaf'; readonly flap: Nm; readonly most: Nm }
  /** panels narrowed until one is too narrow to be folded */
  /** every printed face lies under a cover */
  | { readonly code: 'covers-hide-all' }
  /** half of a hinge strip is to lie on one panel */
  | { readonly code: 'hinge-wider-than-panels'; readonly hinge: Nm; readonly panelWidth: Nm }
  | { readonly code: 'panel-too-narrow'; readonly panel: number; readonly width: Nm; readonly least: Nm }
  /** a strip joint that does not go together with its panels, or with the paper */
  | ConcertinaProblem;

/**
 * A book form: of what parts it is made, how they are folded and joined, and how the book is held; nothing else. Page order, crease pattern, marks,
 * sentences, drawings, dummy, rehearsal and checks are derived by folding. A form may not state its page order.
 */
export interface Form<P = Readonly<Record<string, unknown>>, Id extends string = string> {
  readonly id: Id;
  readonly family: FormFamily;
  /** the parameters, with bounds and defaults */
  readonly parameters: ZodMiniType<P>;
  /** settings under which a sheet becomes something else, to be compared; left out: only the usual ones */
  readonly variants?: readonly Partial<P>[];
  /** why the parameters do not go together with the sheet; left out: they always do */
  readonly refuses?: (p: P, sheet: SheetExtent) => Result<null, FormProblem>;
  readonly assembly: (p: P, sheet: SheetExtent) => Assembly;
  /** how it lies closed of paper so thick, where its joints show in that; left out: its leaves lie square on one another */
  readonly closed?: (p: P, sheet: SheetExtent, thickness: Nm) => ClosedBlock;
  /** where the sheet is the paper from which the parts are cut, not what is folded; left out: the sheet itself is a part */
  readonly cutFromSheet?: {
    /** how the fibres run in the parts as they lie in the assembly */
    readonly fibres: (p: P, sheet: SheetExtent) => FibreAxis;
    /** the settings that an edition takes on a paper, with its trims and tears */
    readonly on: (p: P, on: CutOn) => Result<Partial<P>, FormProblem>;
    /** whether what an earlier paper, or the maker, settled serves on this sheet as it is */
    readonly serves: (p: P, sheet: SheetExtent) => boolean;
    /** whether two settings come to the same parts */
    readonly alike: (one: P, other: P) => boolean;
    /** answers that decide what the parts come to, to be set beside one another */
    readonly otherwise: { readonly [K in keyof P]?: readonly (P[K] & string)[] };
    /** the settings with which its joints close square in paper so thick; undefined: they do already */
    readonly square: (p: P, thickness: Nm) => Partial<P> | undefined;
    /** a book of so many pages of a size, with such a tab */
    readonly ofPages: (page: PageSize, pages: number, tab: Nm) => Partial<P>;
    /** the settings with which the fibres of the parts run so */
    readonly lying: (p: P, fibre: FibreAxis) => Partial<P>;
  };
  /** settings for a book that is begun with so many pictures; left out, or undefined: none is begun with it */
  readonly beginsWith?: (pictures: number) => Partial<P> | undefined;
  /** where the maker says how many pages there are: how many, and the settings nearby that leave no blanks, the fewer first */
  readonly asksPages?: { readonly asked: (p: P) => number; readonly withoutBlanks: (p: P) => readonly Partial<P>[] };
  /** the same book in so many sections; left out: it cannot be parted */
  readonly inSections?: (p: P, sections: number) => Partial<P>;
  /** how the sheet lies: as it comes, or turned so that its longer side runs from left to right */
  readonly lies: 'landscape' | 'either';
}
