import { planBook } from '../forms/planned-book.ts';
import { FORMS } from '../forms/registry.ts';
import type { FibreAxis } from '../paper/sheet-size.ts';
import { inch, mm, nm, type Nm } from '../units/nm.ts';

/** A kind of book that a sheet may become: how many page widths and heights one piece takes, and how many pages it makes. */
export interface BookKind {
  readonly id: string;
  /** the form, where there is one */
  readonly form: string | null;
  readonly columns: number;
  readonly rows: number;
  readonly pages: number;
  /** a strip takes as many page widths as there is room for, and this much besides */
  readonly strip?: Nm;
}

/** Usual width of a tab by which one strip is glued to the next. */
export const USUAL_TAB = mm(15);

/** Every registered form that folds equal panels, with its usual settings; and kinds that are plain pieces. */
export function bookKinds(tab: Nm = USUAL_TAB): readonly BookKind[] {
  const forms = FORMS.flatMap((form): BookKind[] => {
    const planned = planBook({ id: form.id, parameters: {} }, { width: mm(297), height: mm(210), fibre: 'any' });
    if (!planned.ok) return [];
    const { columns, rows } = form.grid(planned.value.parameters, planned.value.sheet);
    const { reading } = planned.value;
    if (typeof columns !== 'number' || typeof rows !== 'number' || reading.spineAxis !== 'vertical') return [];
    // Of several sheets folded together each is a piece.
    const pages = reading.pages.length / planned.value.run.sheet.sheets;
    return [{ id: form.id, form: form.id, columns, rows, pages }];
  });
  return [...forms, { id: 'concertina-strip', form: null, columns: 1, rows: 1, pages: 1, strip: tab }];
}

/** How a page may be shaped. */
export type Shape = 'any' | 'square' | 'portrait' | 'landscape';

export interface Bounds {
  readonly width: readonly [Nm, Nm];
  readonly height: readonly [Nm, Nm];
  readonly shape: Shape;
  /** width ÷ height, where a ratio is asked for */
  readonly ratio: number | null;
}

/** Sides of pages that hands make books of. */
export const USUAL_BOUNDS: Bounds = {
  width: [mm(30), mm(400)],
  height: [mm(30), mm(400)],
  shape: 'any',
  ratio: null,
};

export type CornerGrain = 'right' | 'against' | 'any' | 'unknown';

/**
 * A page size that can grow neither in width nor in height without the sheet yielding fewer pages (of a ratio: that cannot grow).
 */
export interface Corner {
  readonly kind: string;
  readonly width: Nm;
  readonly height: Nm;
  readonly pages: number;
  /** pieces beside and above each other on the sheet; panels of one strip */
  readonly across: number;
  readonly down: number;
  readonly panels: number;
  readonly grain: CornerGrain;
  /** pieces lie a quarter turned on the sheet */
  readonly turned: boolean;
  readonly special: readonly Special[];
}

/** `to-the-last`: whole millimetres, nothing over; `halving`: found by halving alone; else the name of a common size. */
export type Special = 'to-the-last' | 'halving' | { readonly size: string };

/** Common cards, photographs and frames, either way up; general sizes, no makes. */
const COMMON_PAGES: readonly { readonly size: string; readonly sides: readonly [Nm, Nm] }[] = [
  { size: 'A7', sides: [mm(74), mm(105)] },
  { size: 'A6', sides: [mm(105), mm(148)] },
  { size: 'A5', sides: [mm(148), mm(210)] },
  { size: 'card 55 × 85', sides: [mm(55), mm(85)] },
  { size: 'photograph 90 × 130', sides: [mm(90), mm(130)] },
  { size: 'photograph 100 × 150', sides: [mm(100), mm(150)] },
  { size: 'frame 130 × 180', sides: [mm(130), mm(180)] },
  { size: 'frame 200 × 250', sides: [mm(200), mm(250)] },
  { size: '4 × 6 in', sides: [inch(4), inch(6)] },
  { size: '5 × 7 in', sides: [inch(5), inch(7)] },
  { size: '8 × 10 in', sides: [inch(8), inch(10)] },
];

export interface Becoming {
  readonly width: Nm;
  readonly height: Nm;
  readonly fibre: FibreAxis;
}

/**
 * All corner points of one sheet, kind after kind. Pieces of one size that all lie the same way are best cut as a grid
 * (floor by floor), so the count falls just where a side passes A/(a·c) or B/(b·r): those pairs are all corners there are.
 * Layouts that mix orientations are left to the cutting plan of a size: they are only allowed where grain is no matter.
 *
 * @param sheet the part that pieces are cut from: trims already off
 */
export function* becomings(
  sheet: Becoming,
  kinds: readonly BookKind[],
  bounds: Bounds,
): Generator<readonly Corner[], void> {
  for (const kind of kinds)
    for (const turned of [false, true]) {
      // Two axes alike are one.
      if (turned && sheet.fibre === 'any' && sheet.width === sheet.height) continue;
      yield [...cornersOf(sheet, kind, turned, bounds), ...commonOf(sheet, kind, turned, bounds)];
    }
}

function grainOf(fibre: FibreAxis, turned: boolean): CornerGrain {
  if (fibre === 'any' || fibre === 'unknown') return fibre;
  return (fibre === 'along-height') !== turned ? 'right' : 'against';
}

function cornersOf(sheet: Becoming, kind: BookKind, turned: boolean, bounds: Bounds): readonly Corner[] {
  const [along, up] = turned ? [sheet.height, sheet.width] : [sheet.width, sheet.height];
  const widths = sides(along, kind.columns, bounds.width[0], kind.strip);
  const heights = sides(up, kind.rows, bounds.height[0], undefined);
  const found = widths.flatMap(({ side: width, count: across }) =>
    heights.map(({ side: height, count: down }) => cornerAt(sheet, kind, turned, width, height, across, down)),
  );
  if (bounds.ratio === null && bounds.shape !== 'square') return found.filter((corner) => isWithin(corner, bounds));
  const ratio = bounds.ratio ?? 1;
  const shaped = found.map((corner) => {
    const width = nm(Math.floor(Math.min(corner.width, corner.height * ratio)));
    const height = nm(Math.min(corner.height, Math.floor(width / ratio)));
    return { ...corner, width, height, special: [] };
  });
  return growing(shaped).filter((corner) => isWithin(corner, { ...bounds, shape: 'any' }));
}

/** Sides at which so many stand beside each other and one nanometre more would lose one. */
function sides(room: Nm, each: number, least: Nm, strip: Nm | undefined): readonly { side: Nm; count: number }[] {
  const free = strip === undefined ? room : nm(room - strip);
  const found = [];
  for (let count = 1; count * each * least <= free; count++)
    found.push({ side: nm(Math.floor(free / (count * each))), count });
  return found;
}

function cornerAt(
  sheet: Becoming,
  kind: BookKind,
  turned: boolean,
  width: Nm,
  height: Nm,
  across: number,
  down: number,
): Corner {
  const strip = kind.strip !== undefined;
  const [along, up] = turned ? [sheet.height, sheet.width] : [sheet.width, sheet.height];
  const exact =
    width % 1_000_000 === 0 &&
    height % 1_000_000 === 0 &&
    across * kind.columns * width + (kind.strip ?? 0) === along &&
    down * kind.rows * height === up;
  const halves = !strip && isPowerOfTwo(across * kind.columns) && isPowerOfTwo(down * kind.rows);
  return {
    kind: kind.id,
    width,
    height,
    pages: kind.pages * across * down,
    across: strip ? 1 : across,
    down,
    panels: strip ? across : kind.columns,
    grain: grainOf(sheet.fibre, turned),
    turned,
    special: [...(exact ? (['to-the-last'] as const) : []), ...(halves ? (['halving'] as const) : [])],
  };
}

const isPowerOfTwo = (n: number): boolean => (n & (n - 1)) === 0;

function isWithin({ width, height }: Corner, bounds: Bounds): boolean {
  if (width < bounds.width[0] || width > bounds.width[1]) return false;
  if (height < bounds.height[0] || height > bounds.height[1]) return false;
  if (bounds.shape === 'portrait') return width < height;
  return bounds.shape === 'landscape' ? width > height : true;
}

/** Of sizes of one shape: those that no larger size matches in pages. */
function growing(corners: readonly Corner[]): readonly Corner[] {
  const sorted = [...corners].sort((a, b) => b.width - a.width || b.pages - a.pages);
  let most = 0;
  return sorted.filter(({ pages }) => {
    if (pages <= most) return false;
    most = pages;
    return true;
  });
}

/** Common sizes, counted on this sheet. */
function commonOf(sheet: Becoming, kind: BookKind, turned: boolean, bounds: Bounds): readonly Corner[] {
  const [along, up] = turned ? [sheet.height, sheet.width] : [sheet.width, sheet.height];
  return COMMON_PAGES.flatMap(({ size, sides: [one, other] }) =>
    [
      [one, other],
      [other, one],
    ].flatMap(([width, height]): Corner[] => {
      const across = Math.floor((along - (kind.strip ?? 0)) / (kind.columns * width!));
      const down = Math.floor(up / (kind.rows * height!));
      if (across < 1 || down < 1) return [];
      const corner = { ...cornerAt(sheet, kind, turned, width!, height!, across, down), special: [{ size }] };
      const ratio = bounds.ratio ?? (bounds.shape === 'square' ? 1 : null);
      if (ratio !== null && Math.abs(width! / height! - ratio) > 1e-6) return [];
      return isWithin(corner, { ...bounds, shape: bounds.shape === 'square' ? 'any' : bounds.shape }) ? [corner] : [];
    }),
  );
}

/** The piece that a corner is cut as. */
export function pieceOfCorner(corner: Corner, kind: BookKind): { readonly width: Nm; readonly height: Nm } {
  return {
    width: nm(corner.width * (kind.strip === undefined ? kind.columns : corner.panels) + (kind.strip ?? 0)),
    height: nm(corner.height * kind.rows),
  };
}
