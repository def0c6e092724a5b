import { nm, type Nm } from '../units/nm.ts';
import { edgesOf, type Outline } from '../geometry/outline.ts';
import type { Line, Segment } from '../geometry/line.ts';
import { invariant } from '../result.ts';
import type { FreeSegment, GridSegment, SheetSegment, Step } from './step.ts';

/**
 * What a programme starts from. `columns` and `rows` are a count of equal panels or their widths in order;
 * `panels` replaces the grid by any convex panels (nanometres, edges in the eight compass directions).
 */
export interface FoldSheetPlan {
  readonly width: Nm;
  readonly height: Nm;
  readonly columns: number | readonly Nm[];
  readonly rows: number | readonly Nm[];
  readonly panels?: readonly (readonly { readonly x: number; readonly y: number }[])[];
  /** how many sheets alike lie on one another, flush, and are folded together; or, one by one, how each differs; left out: one */
  readonly sheets?: number | readonly SheetOfStack[];
}

/** A sheet of a stack with panels of its own. What they leave of the sheet's width, on the right, is cut off. */
export interface SheetOfStack {
  readonly columns: readonly Nm[];
  /** how far right of the table's zero its left edge lies, so that the sheets' spines lie on one another */
  readonly shift: number;
}

/** A panel on the unfolded sheet. Grid panels are called `r1c2` (row 1, column 2 from the top left), of a stack `s3r1c2`. */
export interface Panel {
  readonly label: string;
  /** which sheet of the stack, 0 on top */
  readonly sheet: number;
  /** grid place, where the panel is a whole cell */
  readonly row?: number;
  readonly column?: number;
  readonly outline: Outline;
}

/** The unfolded sheet in ticks (1 nm = `scale` ticks): equal panels then meet exactly, with nothing rounded. */
export interface FoldSheet {
  readonly scale: number;
  readonly width: number;
  readonly height: number;
  readonly verticals: readonly number[];
  readonly horizontals: readonly number[];
  readonly panels: readonly Panel[];
  /** sheets lying on one another at the beginning */
  readonly sheets: number;
  /** of each sheet: its lines from left to right, on the sheet itself, and how far right of the table's zero it lies */
  readonly stack: readonly { readonly verticals: readonly number[]; readonly shift: number }[];
}

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));
const lcm = (a: number, b: number): number => (a / gcd(a, b)) * b;

/**
 * The number of ticks a nanometre must have for every place in the programme to be a whole tick: the grid's divisors, times those of every fold
 * at a share of the extent (they may compound, but not those of sheets folded each by itself), times two, because two
 * diagonal creases of whole coefficients cross at half ticks.
 */
function ticksPerNm(plan: FoldSheetPlan, programme: readonly Step[]): number {
  const grid = [plan.columns, plan.rows].reduce<number>((all, n) => (typeof n === 'number' ? lcm(all, n) : all), 1);
  const apart = new Map<string, number>();
  let together = 1;
  for (const step of programme) {
    if (step.kind !== 'fold' || !('share' in step.at)) continue;
    const of = step.at.share[1];
    const sheets = typeof step.layers === 'object' && 'sheets' in step.layers ? step.layers.sheets.join() : undefined;
    if (sheets === undefined) together *= of;
    else apart.set(sheets, (apart.get(sheets) ?? 1) * of);
  }
  return 2 * grid * together * [...apart.values()].reduce(lcm, 1);
}

const linesAt = (length: Nm, parts: number | readonly Nm[], scale: number): readonly number[] => {
  if (typeof parts === 'number') return Array.from({ length: parts + 1 }, (_, k) => (length * scale * k) / parts);
  const sums = [0];
  for (const part of parts) sums.push(sums[sums.length - 1]! + part * scale);
  return sums;
};

/** The sheet laid out in panels, on a lattice fine enough for its programme. */
export function foldSheet(plan: FoldSheetPlan, programme: readonly Step[]): FoldSheet {
  const scale = ticksPerNm(plan, programme);
  const horizontals = linesAt(plan.height, plan.rows, scale);
  // Folding only reflects, so positions stay within a few sheet widths; 2^53 leaves ample room for them.
  invariant(Math.max(plan.width, plan.height) * scale < 2 ** 48, 'the lattice leaves exact whole numbers');
  const alike = linesAt(plan.width, plan.columns, scale);
  const stack =
    typeof plan.sheets === 'object'
      ? plan.sheets.map(({ columns, shift }) => ({
          verticals: linesAt(plan.width, columns, scale),
          shift: shift * scale,
        }))
      : Array.from({ length: plan.sheets ?? 1 }, () => ({ verticals: alike, shift: 0 }));
  // Sheets alike share their outlines.
  const known = new Map<readonly number[], readonly Omit<Panel, 'sheet'>[]>();
  const panels = stack.flatMap(({ verticals }, sheet) => {
    const own =
      known.get(verticals) ?? (plan.panels ? freePanels(plan.panels, scale) : gridPanels(verticals, horizontals));
    known.set(verticals, own);
    return ofStack(own, sheet, stack.length === 1 ? '' : `s${sheet + 1}`);
  });
  const [width, height] = [plan.width * scale, plan.height * scale];
  return {
    scale,
    width,
    height,
    verticals: stack[0]!.verticals,
    horizontals,
    panels,
    sheets: stack.length,
    stack,
  };
}

/** The panels of one sheet of a stack, told from those of the others; written out, since a long book has hundreds. */
function ofStack(panels: readonly Omit<Panel, 'sheet'>[], sheet: number, prefix: string): readonly Panel[] {
  return panels.map(({ label, row, column, outline }): Panel =>
    row === undefined || column === undefined
      ? { label: prefix + label, sheet, outline }
      : { label: prefix + label, sheet, row, column, outline },
  );
}

const freePanels = (panels: NonNullable<FoldSheetPlan['panels']>, scale: number): readonly Omit<Panel, 'sheet'>[] =>
  panels.map((outline, i) => ({
    label: `p${i + 1}`,
    outline: outline.map((p) => ({ x: p.x * scale, y: p.y * scale })),
  }));

const gridPanels = (verticals: readonly number[], horizontals: readonly number[]): readonly Omit<Panel, 'sheet'>[] =>
  horizontals.slice(1).flatMap((bottom, row) =>
    verticals.slice(1).map((right, column) => {
      const left = verticals[column]!;
      const top = horizontals[row]!;
      return {
        label: `r${row + 1}c${column + 1}`,
        row,
        column,
        outline: [
          { x: left, y: top },
          { x: right, y: top },
          { x: right, y: bottom },
          { x: left, y: bottom },
        ],
      };
    }),
  );

/** A place in ticks as nanometres, rounded: the position is rounded, never a step. */
export const toNm = (sheet: FoldSheet, ticks: number): Nm => nm(ticks / sheet.scale);

/** What does not divide is left at the end of a sheet; a strip narrower than this is not cut off. */
export const LEAST_STRIP: Nm = nm(100_000);

/** How wide one sheet of a stack is once what its panels leave of it is cut off. */
export function sheetWidth(
  { sheet, run }: { readonly sheet: { readonly width: Nm }; readonly run: { readonly sheet: FoldSheet } },
  index: number,
): Nm {
  const end = toNm(run.sheet, run.sheet.stack[index]!.verticals.at(-1)!);
  return sheet.width - end < LEAST_STRIP ? sheet.width : end;
}

const isGrid = (segment: SheetSegment): segment is GridSegment => 'line' in segment;

/** A stretch of the sheet in ticks, or undefined when the grid has no such line. */
export function segmentOnSheet(sheet: FoldSheet, segment: SheetSegment): Segment | undefined {
  if (!isGrid(segment)) return freeSegment(sheet, segment);
  const lines = segment.axis === 'vertical' ? sheet.verticals : sheet.horizontals;
  const across = segment.axis === 'vertical' ? sheet.horizontals : sheet.verticals;
  const at = lines[segment.line];
  const from = across[segment.from ?? 0];
  const to = across[segment.to ?? across.length - 1];
  return at === undefined || from === undefined || to === undefined || to <= from
    ? undefined
    : { axis: segment.axis, at, from, to };
}

const freeSegment = (sheet: FoldSheet, s: FreeSegment): Segment => ({
  axis: s.axis,
  at: s.atNm * sheet.scale,
  from: s.fromNm * sheet.scale,
  to: s.toNm * sheet.scale,
});

/** A stretch of paper that joins two panels: a crease once it has been folded. */
export interface Hinge {
  readonly p: number;
  readonly q: number;
  readonly segment: Segment;
  /** the side of the line on which p lies */
  readonly pSide: 1 | -1;
}

/** Only panels of one sheet hang together, however exactly others lie on them. */
const lineKey = (line: Line, sheet: number): string => `${sheet} ${line.axis}${line.at}`;

const without = (segment: Segment, cuts: readonly Segment[]): readonly Segment[] =>
  cuts.reduce<readonly Segment[]>(
    (left, cut) =>
      left.flatMap((part) =>
        [
          ...(cut.from > part.from ? [{ ...part, to: Math.min(part.to, cut.from) }] : []),
          ...(cut.to < part.to ? [{ ...part, from: Math.max(part.from, cut.to) }] : []),
        ].filter((piece) => piece.to > piece.from),
      ),
    [segment],
  );

/** All hinges between the panels, less what the slits have parted. */
export function hingesOf(panels: readonly Panel[], slits: readonly Segment[]): readonly Hinge[] {
  const edgesByLine = new Map<string, { panel: number; line: Segment; inward: 1 | -1 }[]>();
  panels.forEach((panel, index) => {
    for (const edge of edgesOf(panel.outline)) {
      const key = lineKey(edge.line, panel.sheet);
      const list = edgesByLine.get(key) ?? [];
      list.push({ panel: index, ...edge });
      edgesByLine.set(key, list);
    }
  });
  const hinges: Hinge[] = [];
  for (const edges of edgesByLine.values()) {
    const before = edges.filter((edge) => edge.inward === -1);
    const after = edges.filter((edge) => edge.inward === 1);
    for (const one of before) {
      for (const other of after) {
        const from = Math.max(one.line.from, other.line.from);
        const to = Math.min(one.line.to, other.line.to);
        if (to <= from) continue;
        const cuts = slits.filter((slit) => slit.axis === one.line.axis && slit.at === one.line.at);
        for (const segment of without({ ...one.line, from, to }, cuts)) {
          hinges.push({ p: one.panel, q: other.panel, segment, pSide: -1 });
        }
      }
    }
  }
  return hinges.sort((one, other) => one.p - other.p || one.q - other.q || one.segment.from - other.segment.from);
}

/** Groups of panels that still hang together. */
export function connectedParts(count: number, hinges: readonly Hinge[]): readonly (readonly number[])[] {
  const group = Array.from({ length: count }, (_, i) => i);
  const find = (i: number): number => (group[i] === i ? i : (group[i] = find(group[i]!)));
  for (const hinge of hinges) group[find(hinge.p)] = find(hinge.q);
  const parts = new Map<number, number[]>();
  for (let i = 0; i < count; i++) parts.set(find(i), [...(parts.get(find(i)) ?? []), i]);
  return [...parts.values()];
}
