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
 * A stretch of one of a sheet's grid lines, in line numbers: line `line` of the vertical or horizontal
 * ones (0 is the edge), from crossing line `from` to crossing line `to`. Without an extent: all of it.
 */
export interface GridSegment {
  /** which sheet; left out: the first one's lines, and all sheets that have them in the same places */
  readonly sheet?: number;
  readonly axis: 'vertical' | 'horizontal';
  readonly line: number;
  readonly from?: number;
  readonly to?: number;
}

/** A stretch of any line on the unfolded sheet, in nanometres (see geometry/line for `at`, `from`, `to`). */
export interface FreeSegment {
  readonly sheet?: number;
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

/**
 * What a step is for, by what the hands do: the wording hangs on it, so that one without words does not compile. The first of each kind says no more
 * than the movement itself.
 */
export const PURPOSES = {
  fold: [
    'fold',
    'halve',
    'halve-again',
    'halve-lengthwise',
    'fold-the-nest',
    'fold-a-section',
    'fold-a-flap',
    'roll-in',
    'cover-over',
    'flap-over',
    'fold-to-and-fro',
    'fold-across',
    'fold-along',
  ],
  unfold: ['unfold', 'open'],
  'turn-over': ['turn-over', 'nest-inside-up', 'inside-up', 'beginning-up'],
  rotate: ['rotate'],
  slit: ['slit', 'slit-middle'],
  cut: ['cut', 'cut-serpentine'],
  glue: ['glue', 'treat-turn', 'glue-backs'],
  collapse: [
    'collapse',
    'to-and-fro-columns',
    'to-and-fro-rows',
    'to-and-fro-row',
    'fold-turn',
    'push-to-plus',
    'fold-strip',
  ],
  wrap: ['wrap', 'wrap-arms'],
  join: ['join', 'join-strip', 'hinge-on', 'onto-hinge'],
  bind: ['nest', 'gather', 'lay-into-fold', 'clip', 'pierce', 'sew', 'sew-section', 'staple', 'tie', 'press', 'trim'],
} as const;
export type StepKind = keyof typeof PURPOSES;
export type Purpose<K extends StepKind = StepKind> = (typeof PURPOSES)[K][number];

interface Meant<K extends StepKind> {
  readonly purpose: Purpose<K>;
}

export interface FoldStep extends Meant<'fold'> {
  readonly kind: 'fold';
  readonly axis: Axis;
  readonly at: Place;
  readonly direction: FoldDirection;
  readonly moving: MovingSide;
  /** all layers; only the flap that carries this panel; or, taken out of the stack and laid back, only some of its sheets (0-based, first to last) */
  readonly layers?: 'all' | { readonly flapWith: string } | { readonly sheets: readonly [first: number, last: number] };
}

export interface UnfoldStep extends Meant<'unfold'> {
  readonly kind: 'unfold';
  /** undo the last fold still closed, or every one */
  readonly which: 'last' | 'all';
}

export interface TurnOverStep extends Meant<'turn-over'> {
  readonly kind: 'turn-over';
}

export interface RotateStep extends Meant<'rotate'> {
  readonly kind: 'rotate';
  /** clockwise */
  readonly quarterTurns: number;
}

/** `slit` ends inside the sheet or at a crease; `cut` may start at an edge. Several are made in the order given. */
interface Cuts {
  readonly segments: readonly SheetSegment[];
}
export interface SlitStep extends Cuts, Meant<'slit'> {
  readonly kind: 'slit';
}
export interface CutStep extends Cuts, Meant<'cut'> {
  readonly kind: 'cut';
}

/** Two panels whose touching faces are closed for good. What is done may depend on which faces meet. */
export interface GlueStep extends Meant<'glue'> {
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
interface Bent {
  readonly bends: readonly Bend[];
  readonly anchor?: string;
  readonly stands?: boolean;
  /** its hinges close one after the other, in the order given */
  readonly oneByOne?: boolean;
  /** where a crease assignment allows several orders: the first panel lies above the second */
  readonly above?: readonly (readonly [string, string])[];
}

export interface CollapseStep extends Bent, Meant<'collapse'> {
  readonly kind: 'collapse';
}
export interface WrapStep extends Bent, Meant<'wrap'> {
  readonly kind: 'wrap';
}

export type JoinHow = 'glued-tab' | 'hinge-strip' | 'tape' | 'sewn' | 'slipped-in' | 'cased';

/**
 * Two parts of a book made one: the panel that is laid on, and the one it lies on. What hangs on the first moves so that both stand where they do
 * from then on; they stay together whatever is folded.
 */
export interface JoinStep extends Meant<'join'> {
  readonly kind: 'join';
  readonly how: JoinHow;
  readonly lays: string;
  readonly onto: string;
}

/** Edges at which a bound book is trimmed. */
export type TrimmedEdge = 'head' | 'tail' | 'fore-edge';

/** What hands do to the folded paper to hold it together for good; no panel moves to another place by it. */
export interface BindStep extends Meant<'bind'> {
  readonly kind: 'bind';
  /** two panels that look at one another where the pile is opened for it */
  readonly open?: readonly [string, string];
  /** holes, or staples, in one fold */
  readonly stations?: number;
  /** of several sections, which one it is (from 1), and of how many */
  readonly section?: number;
  readonly sections?: number;
  /** through one fold: the side where its end is left hanging, and stations in the order of the needle */
  readonly begins?: 'inside' | 'outside';
  readonly way?: readonly number[];
  readonly edges?: readonly TrimmedEdge[];
}

export type Step =
  | FoldStep
  | UnfoldStep
  | TurnOverStep
  | RotateStep
  | SlitStep
  | CutStep
  | GlueStep
  | CollapseStep
  | WrapStep
  | JoinStep
  | BindStep;
