import { nm, type Nm } from '../units/nm.ts';
import { edgesOf, type Outline } from '../geometry/outline.ts';
import type { Line, Segment } from '../geometry/line.ts';
import type { Isometry } from '../geometry/isometry.ts';
import { invariant } from '../result.ts';
import type { PartPlan, SheetPlan } from './assembly.ts';
import type { SheetSide } from './hold.ts';
import type { FreeSegment, GridSegment, SheetSegment, Step } from './step.ts';

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

/** One sheet as it lies at first, in ticks: its own lines, and where its left top corner lies on the table. */
export interface LaidSheet {
  /** which part it belongs to */
  readonly part: number;
  readonly width: number;
  readonly height: number;
  readonly verticals: readonly number[];
  readonly horizontals: readonly number[];
  readonly right: number;
  readonly down: number;
  readonly level: number;
}

/** All sheets of an assembly before the first step, in ticks (1 nm = `scale` ticks): equal panels then meet exactly, with nothing rounded. */
export interface LaidPaper {
  readonly scale: number;
  readonly panels: readonly Panel[];
  readonly sheets: readonly LaidSheet[];
  readonly parts: readonly Pick<PartPlan, 'part' | 'printed' | 'paper'>[];
  /** labels of panels that carry no page */
  readonly bare: ReadonlySet<string>;
}

/** Panels from the table upwards before the first step: by the level of their sheets, of one level the earlier sheets on top. */
export function firstOrder({ panels, sheets }: LaidPaper): readonly number[] {
  const above = (one: number, other: number): number => sheets[one]!.level - sheets[other]!.level || other - one;
  return panels.map((_, i) => i).sort((a, b) => above(panels[a]!.sheet, panels[b]!.sheet) || a - b);
}

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));
const lcm = (a: number, b: number): number => (a / gcd(a, b)) * b;

/**
 * The number of ticks a nanometre must have for every place in the programme to be a whole tick: the grids' divisors, times those of every fold
 * at a share of the extent (they may compound, but not those of sheets folded each by itself), times two, because two
 * diagonal creases of whole coefficients cross at half ticks.
 */
function ticksPerNm(sheets: ReadonlySet<SheetPlan>, steps: readonly Step[]): number {
  const grid = [...sheets]
    .flatMap(({ columns, rows }) => [columns, rows])
    .reduce<number>((all, n) => (typeof n === 'number' ? lcm(all, n) : all), 1);
  const apart = new Map<string, number>();
  let together = 1;
  for (const step of steps) {
    if (step.kind !== 'fold' || !('share' in step.at)) continue;
    const of = step.at.share[1];
    const only = typeof step.layers === 'object' && 'sheets' in step.layers ? step.layers.sheets.join() : undefined;
    if (only === undefined) together *= of;
    else apart.set(only, (apart.get(only) ?? 1) * of);
  }
  return 2 * grid * together * [...apart.values()].reduce(lcm, 1);
}

const linesAt = (length: Nm, parts: number | readonly Nm[], scale: number): readonly number[] => {
  if (typeof parts === 'number') return Array.from({ length: parts + 1 }, (_, k) => (length * scale * k) / parts);
  const sums = [0];
  for (const part of parts) sums.push(sums[sums.length - 1]! + part * scale);
  return sums;
};

/** The sheets laid out in panels, on a lattice fine enough for their steps. */
export function layPaper(parts: readonly PartPlan[], steps: readonly Step[]): LaidPaper {
  const plans = parts.flatMap(({ sheets }, part) => sheets.map((plan) => ({ plan, part })));
  const kinds = new Set(plans.map(({ plan }) => plan));
  const scale = ticksPerNm(kinds, steps);
  // Folding only reflects, so positions stay within a few sheet widths; 2^53 leaves ample room for them.
  const longest = Math.max(...[...kinds].map(({ width, height }) => Math.max(width, height)));
  invariant(longest * scale < 2 ** 48, 'the lattice leaves exact whole numbers');
  // Sheets alike share their lines and outlines.
  const laid = new Map([...kinds].map((plan) => [plan, laidOut(plan, scale)]));
  return {
    scale,
    panels: plans.flatMap(({ plan }, sheet) =>
      ofStack(laid.get(plan)!.panels, sheet, plans.length === 1 ? '' : `s${sheet + 1}`),
    ),
    sheets: plans.map(({ plan, part }) => ({ ...laid.get(plan)!.sheet, part })),
    parts: parts.map(({ sheets: _, bare: __, ...part }) => part),
    bare: new Set(parts.flatMap(({ bare = [] }) => bare)),
  };
}

function laidOut(plan: SheetPlan, scale: number) {
  const { width, height, columns, rows, panels, right = 0, down = 0, level = 0 } = plan;
  const sheet = {
    width: width * scale,
    height: height * scale,
    verticals: linesAt(width, columns, scale),
    horizontals: linesAt(height, rows, scale),
    right: right * scale,
    down: down * scale,
    level,
  };
  return { sheet, panels: panels ? freePanels(panels, scale) : gridPanels(sheet.verticals, sheet.horizontals) };
}

/** The panels of one sheet of a stack, told from those of the others; written out, since a long book has hundreds. */
function ofStack(panels: readonly Omit<Panel, 'sheet'>[], sheet: number, prefix: string): readonly Panel[] {
  return panels.map(({ label, row, column, outline }): Panel =>
    row === undefined || column === undefined
      ? { label: prefix + label, sheet, outline }
      : { label: prefix + label, sheet, row, column, outline },
  );
}

const freePanels = (panels: NonNullable<SheetPlan['panels']>, scale: number): readonly Omit<Panel, 'sheet'>[] =>
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
export const toNm = (laid: Pick<LaidPaper, 'scale'>, ticks: number): Nm => nm(ticks / laid.scale);

/** What does not divide is left at the end of a sheet; a strip narrower than this is not cut off. */
export const LEAST_STRIP: Nm = nm(100_000);

/** One sheet of the assembly as it lies flat: as it is printed, and how wide it is once what its panels leave of it is cut off. */
export function sheetSize(
  laid: LaidPaper,
  index: number,
): { readonly width: Nm; readonly height: Nm; readonly cut: Nm } {
  const { width, height, verticals } = laid.sheets[index]!;
  const end = verticals.at(-1)!;
  return {
    width: toNm(laid, width),
    height: toNm(laid, height),
    cut: toNm(laid, toNm(laid, width - end) < LEAST_STRIP ? width : end),
  };
}

/** Wide and high enough for any sheet of the assembly. */
export function largestSheet({ sheets, scale }: LaidPaper): { readonly width: Nm; readonly height: Nm } {
  const most = (side: 'width' | 'height') => sheets.reduce((longest, one) => Math.max(longest, one[side]), 0);
  return { width: toNm({ scale }, most('width')), height: toNm({ scale }, most('height')) };
}

/** The sides of a sheet that carry pages. */
export const sidesOf = ({ parts, sheets }: LaidPaper, index: number): readonly SheetSide[] =>
  parts[sheets[index]!.part]!.printed;

/** All of it: the only sheet of its book, on the only side that carries pages. */
export const isOneSide = (laid: LaidPaper): boolean => laid.sheets.length === 1 && sidesOf(laid, 0).length === 1;

const isGrid = (segment: SheetSegment): segment is GridSegment => 'line' in segment;

/** A stretch of a sheet in ticks, or undefined when its grid has no such line. */
export function segmentOnSheet(laid: LaidPaper, segment: SheetSegment): Segment | undefined {
  if (!isGrid(segment)) return freeSegment(laid, segment);
  const { verticals, horizontals } = laid.sheets[segment.sheet ?? 0] ?? { verticals: [], horizontals: [] };
  const lines = segment.axis === 'vertical' ? verticals : horizontals;
  const across = segment.axis === 'vertical' ? horizontals : verticals;
  const at = lines[segment.line];
  const from = across[segment.from ?? 0];
  const to = across[segment.to ?? across.length - 1];
  return at === undefined || from === undefined || to === undefined || to <= from
    ? undefined
    : { axis: segment.axis, at, from, to };
}

const freeSegment = ({ scale }: LaidPaper, s: FreeSegment): Segment => ({
  axis: s.axis,
  at: s.atNm * scale,
  from: s.fromNm * scale,
  to: s.toNm * scale,
});

/** A stretch of paper that joins two panels: a crease once it has been folded. */
export interface Hinge {
  readonly p: number;
  readonly q: number;
  readonly segment: Segment;
  /** the side of the line on which p lies */
  readonly pSide: 1 | -1;
}

/** Two panels of different sheets joined: q lies as p does, after this move. They never bend against one another. */
export interface Bond {
  readonly p: number;
  readonly q: number;
  readonly fixed: Isometry;
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

/** A cut through one sheet, or through all that lie there. */
export interface Cut {
  readonly segment: Segment;
  readonly sheet?: number;
}

/** All hinges between the panels, less what cuts have parted. */
export function hingesOf(panels: readonly Panel[], cuts: readonly Cut[]): readonly Hinge[] {
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
        const { sheet: here } = panels[one.panel]!;
        const parting = cuts.flatMap(({ segment, sheet = here }) =>
          sheet === here && segment.axis === one.line.axis && segment.at === one.line.at ? [segment] : [],
        );
        for (const segment of without({ ...one.line, from, to }, parting)) {
          hinges.push({ p: one.panel, q: other.panel, segment, pSide: -1 });
        }
      }
    }
  }
  return hinges.sort((one, other) => one.p - other.p || one.q - other.q || one.segment.from - other.segment.from);
}

/** Groups of panels that hang together. */
export function connectedParts(
  count: number,
  hinges: readonly Pick<Hinge, 'p' | 'q'>[],
): readonly (readonly number[])[] {
  const group = Array.from({ length: count }, (_, i) => i);
  const find = (i: number): number => (group[i] === i ? i : (group[i] = find(group[i]!)));
  for (const hinge of hinges) group[find(hinge.p)] = find(hinge.q);
  const parts = new Map<number, number[]>();
  for (let i = 0; i < count; i++) parts.set(find(i), [...(parts.get(find(i)) ?? []), i]);
  return [...parts.values()];
}
