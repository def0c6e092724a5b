import type { Axis } from '../geometry/line.ts';

/**
 * The vocabulary of a fold programme. Directions are said of the face that lies up on the table at that
 * moment, except where a step names face A; `valley` closes on that face, `mountain` away from it.
 */
export type FoldDirection = 'valley' | 'mountain';

/** A compass direction on the table: north is away from the maker. */
export type Compass = 'north' | 'east' | 'south' | 'west';

/**
 * A place on the table, exactly: a share of the present extent of what is folded; nanometres from the table's zero, where the first sheet's left and
 * top edges lie; or wherever a grid line of the sheet (of the first sheet that is folded; 0 is the edge) lies by then.
 */
export type Place =
  { readonly share: readonly [part: number, of: number] } | { readonly nm: number } | { readonly line: number };

/** Which part of the line's two sides moves: the part west/north (`before`) or east/south (`after`) of it. */
export type MovingSide = 'before' | 'after';

/**
 * A stretch of one of the sheet's grid lines, in line numbers: line `line` of the vertical or horizontal
 * ones (0 is the edge), from crossing line `from` to crossing line `to`. Without an extent: all of it.
 */
export interface GridSegment {
  readonly axis: 'vertical' | 'horizontal';
  readonly line: number;
  readonly from?: number;
  readonly to?: number;
}

/** A stretch of any line on the unfolded sheet, in nanometres (see geometry/line for `at`, `from`, `to`). */
export interface FreeSegment {
  readonly axis: Axis;
  readonly atNm: number;
  readonly fromNm: number;
  readonly toNm: number;
}

export type SheetSegment = GridSegment | FreeSegment;

/** How a hinge is to stand after a collapse, said of face A; `degrees` below 180 leaves it standing open. */
export interface Bend {
  readonly crease: SheetSegment;
  readonly to: FoldDirection | 'flat';
  readonly degrees?: number;
}

export type GlueHow = 'double-leaf' | 'pocket' | 'glued-shut';

/** A maker's word for what a step is for; the wording of a sentence hangs on it. Forms may add their own. */
export type StepName = string;

interface Named {
  readonly name: StepName;
}

export interface FoldStep extends Named {
  readonly kind: 'fold';
  readonly axis: Axis;
  readonly at: Place;
  readonly direction: FoldDirection;
  readonly moving: MovingSide;
  /** all layers; only the flap that carries this panel; or, taken out of the stack and laid back, only some of its sheets (0-based, first to last) */
  readonly layers?: 'all' | { readonly flapWith: string } | { readonly sheets: readonly [first: number, last: number] };
}

export interface UnfoldStep extends Named {
  readonly kind: 'unfold';
  /** undo the last fold still closed, or every one */
  readonly which: 'last' | 'all';
}

export interface TurnOverStep extends Named {
  readonly kind: 'turn-over';
}

export interface RotateStep extends Named {
  readonly kind: 'rotate';
  /** clockwise */
  readonly quarterTurns: number;
}

/** `slit` ends inside the sheet or at a crease; `cut` may start at an edge. Several are made in the order given. */
export interface CutStep extends Named {
  readonly kind: 'slit' | 'cut';
  readonly segments: readonly SheetSegment[];
}

/** Two panels whose touching faces are closed for good. What is done may depend on which faces meet. */
export interface GlueStep extends Named {
  readonly kind: 'glue';
  readonly between: readonly [string, string];
  readonly whenBacksMeet: GlueHow | 'none';
  readonly whenFacesMeet: GlueHow | 'none';
}

/**
 * Several hinges moving together to a crease assignment: `collapse` for a movement of the whole sheet,
 * `wrap` for arms laid round one another. The panel `anchor` stays where it is. With `stands` the paper is
 * set on its tail while it moves (a matter of the rehearsal only).
 */
export interface CollapseStep extends Named {
  readonly kind: 'collapse' | 'wrap';
  readonly bends: readonly Bend[];
  readonly anchor?: string;
  readonly stands?: boolean;
  /** where a crease assignment allows several orders: the first panel lies above the second */
  readonly above?: readonly (readonly [string, string])[];
}

/** Declared for the forms made of several pieces; a programme for one sheet may not use them. */
export interface AssembleStep extends Named {
  readonly kind: 'join' | 'nest' | 'sew';
}

export type Step = FoldStep | UnfoldStep | TurnOverStep | RotateStep | CutStep | GlueStep | CollapseStep | AssembleStep;
