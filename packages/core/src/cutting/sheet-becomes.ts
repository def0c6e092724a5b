import { planBook, type FormChoice } from '../forms/planned-book.ts';
import { formById, FORMS } from '../forms/registry.ts';
import { turnedSheet, USUAL_TAB, type FibreAxis, type Sheet } from '../paper/sheet-size.ts';
import { inch, mm, nm, type Nm } from '../units/nm.ts';

/** A kind of book that a sheet may become: how many page widths and heights one piece takes, and how many pages it makes. */
export interface BookKind {
  readonly id: string;
  /** the form and its settings */
  readonly form: FormChoice;
  /** page widths across the spine, page heights along it */
  readonly columns: number;
  readonly rows: number;
  readonly pages: number;
  /** what a piece takes beside its page widths; below 0 where panels are narrower than the page */
  readonly extra: Nm;
  /** as the form folds it the spine lies from left to right: pages are as wide as the sheet's rows are high */
  readonly spineLies: boolean;
  /** a strip takes as many page widths as there is room for, and this much besides */
  readonly strip?: Nm;
}

let formKinds: readonly BookKind[] | undefined;

/** Every registered form, with each of the settings that make something else of a sheet; and strips, with the maker's tab. */
export function bookKinds(tab: Nm = USUAL_TAB): readonly BookKind[] {
  formKinds ??= FORMS.filter((form) => !form.cutFromSheet).flatMap((form) =>
    (form.variants ?? [{}]).flatMap((parameters) => kindOfForm({ id: form.id, parameters })),
  );
  return [
    ...formKinds,
    ...FORMS.filter((form) => form.cutFromSheet).map(({ id }) => ({
      id: `${id}-strip`,
      form: { id, parameters: {} },
      columns: 1,
      rows: 1,
      pages: 1,
      extra: nm(0),
      spineLies: false,
      strip: tab,
    })),
  ];
}

/** Sheets that a form is tried on to find out what it takes: the third checks what the first two tell. */
const TRIED = [mm(400), mm(520), mm(668)] as const;

/**
 * What a form takes of a sheet, found by folding it. Where its panels are not alike, closed widths at two sheet widths give the line
 * W = columns · w + extra, and at a third it must hold. A form that is not so is left out.
 */
function kindOfForm(form: FormChoice): readonly BookKind[] {
  const one = planOn(form, TRIED[0]);
  if (!one) return [];
  const spineLies = one.reading.spineAxis === 'horizontal';
  const id = [form.id, ...Object.values(form.parameters).map(String)].join(' ');
  // Of several sheets folded together each is a piece.
  const pages = one.reading.pages.length / one.run.laid.sheets.length;
  const grid = one.form.assembly(one.parameters, one.sheet).parts[0]!.sheets[0]!;
  if (typeof grid.columns === 'number' && typeof grid.rows === 'number') {
    const [columns, rows] = spineLies ? [grid.rows, grid.columns] : [grid.columns, grid.rows];
    return [{ id, form, columns, rows, pages, extra: nm(0), spineLies }];
  }
  const [two, three] = [planOn(form, TRIED[1]), planOn(form, TRIED[2])];
  if (!two || !three || spineLies || grid.rows !== 1) return [];
  const columns = Math.round((TRIED[1] - TRIED[0]) / (two.reading.width - one.reading.width));
  const extra = nm(Math.round((TRIED[0] - columns * one.reading.width) / 1000) * 1000);
  if (Math.abs(columns * three.reading.width + extra - TRIED[2]) >= 1000) return [];
  return [{ id, form, columns, rows: 1, pages, extra, spineLies }];
}

function planOn(form: FormChoice, width: Nm) {
  const planned = planBook(form, { width, height: mm(300), fibre: 'any' });
  return planned.ok ? planned.value : undefined;
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
  const widths =
    kind.strip !== undefined
      ? sides(nm(along - kind.strip), 1, bounds.width[0], nm(0))
      : sides(along, kind.columns, bounds.width[0], kind.extra);
  const heights = sides(up, kind.rows, bounds.height[0], nm(0));
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

/** Sides at which so many pieces, each of so many sides and something besides, stand beside each other, and one nanometre more would lose one. */
function sides(room: Nm, each: number, least: Nm, extra: Nm): readonly { side: Nm; count: number }[] {
  const found = [];
  for (let count = 1; count * (each * least + extra) <= room; count++)
    found.push({ side: nm(Math.floor((Math.floor(room / count) - extra) / each)), count });
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
    across * (kind.columns * width + kind.extra) + (kind.strip ?? 0) === along &&
    down * kind.rows * height === up;
  const halves = !strip && kind.extra === 0 && isPowerOfTwo(across * kind.columns) && isPowerOfTwo(down * kind.rows);
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

/** A page of just this size, counted on the sheet one way round; undefined where no piece fits. */
function cornerOfSize(sheet: Becoming, kind: BookKind, turned: boolean, width: Nm, height: Nm): Corner | undefined {
  const [along, up] = turned ? [sheet.height, sheet.width] : [sheet.width, sheet.height];
  const across = Math.floor((along - (kind.strip ?? 0)) / (kind.columns * width + kind.extra));
  const down = Math.floor(up / (kind.rows * height));
  return across < 1 || down < 1 ? undefined : cornerAt(sheet, kind, turned, width, height, across, down);
}

/**
 * "Pages of this size from this sheet": what each kind gives, both ways round, grain along the folds first, then the most pages. Kinds of
 * which no piece fits are left out.
 */
export const becomingOfSize = (sheet: Becoming, kinds: readonly BookKind[], width: Nm, height: Nm): readonly Corner[] =>
  kinds
    .flatMap((kind) => [false, true].map((turned) => cornerOfSize(sheet, kind, turned, width, height)))
    .filter((corner) => corner !== undefined)
    .sort((a, b) => Number(a.grain === 'against') - Number(b.grain === 'against') || b.pages - a.pages);

/** Common sizes, counted on this sheet. */
function commonOf(sheet: Becoming, kind: BookKind, turned: boolean, bounds: Bounds): readonly Corner[] {
  return COMMON_PAGES.flatMap(({ size, sides: [one, other] }) =>
    [[one, other] as const, [other, one] as const].flatMap(([width, height]): Corner[] => {
      const found = cornerOfSize(sheet, kind, turned, width, height);
      if (!found) return [];
      const corner = { ...found, special: [{ size }] };
      const ratio = bounds.ratio ?? (bounds.shape === 'square' ? 1 : null);
      if (ratio !== null && Math.abs(width / height - ratio) > 1e-6) return [];
      return isWithin(corner, { ...bounds, shape: bounds.shape === 'square' ? 'any' : bounds.shape }) ? [corner] : [];
    }),
  );
}

/** The piece that a corner is cut as: across the spine, and along it. */
export function pieceOfCorner(corner: Corner, kind: BookKind): { readonly width: Nm; readonly height: Nm } {
  return {
    width: nm(
      kind.strip === undefined ? corner.width * kind.columns + kind.extra : corner.width * corner.panels + kind.strip,
    ),
    height: nm(corner.height * kind.rows),
  };
}

/** The same piece as its form folds it: laid so that the spine stands or lies as the form has it. */
export function sheetOfCorner(corner: Corner, kind: BookKind): Sheet {
  const { width, height } = pieceOfCorner(corner, kind);
  const known = { right: 'along-height', against: 'along-width', any: 'any', unknown: 'unknown' } as const;
  const upright = { width, height, fibre: known[corner.grain] };
  return kind.spineLies ? turnedSheet(upright) : upright;
}

/** The kind that a book is of: of several of its form the one whose settings are its own, as far as they go. */
export function kindOfBook(kinds: readonly BookKind[], { id, parameters }: FormChoice): BookKind | undefined {
  const ofForm = kinds.filter(({ form }) => form.id === id);
  const isAlike = ({ form }: BookKind) =>
    Object.entries(form.parameters).every(([name, value]) => String(parameters[name]) === String(value));
  return ofForm.find(isAlike) ?? ofForm[0];
}

/** What becomes of strips that a sheet yields: each a book of its own, or all joined into one. */
export type FromStrips = 'each-a-book' | 'joined';

/** The ways in which a corner makes books. */
export const waysOfCorner = ({ across, down, panels }: Corner, kind: BookKind): readonly FromStrips[] =>
  kind.strip === undefined ? ['each-a-book'] : across * down > 1 && panels > 1 ? ['each-a-book', 'joined'] : ['joined'];

/** The book that a corner makes: from a piece of its own, or, where its parts are cut from the sheet, from that, one strip of it or all. */
export function bookOfCorner(
  sheet: Sheet,
  corner: Corner,
  kind: BookKind,
  from: FromStrips = waysOfCorner(corner, kind)[0]!,
): { readonly form: FormChoice; readonly sheet: Sheet } {
  const { id, parameters } = kind.form;
  const { cutFromSheet } = formById(id)!;
  if (kind.strip === undefined || !cutFromSheet) return { form: kind.form, sheet: sheetOfCorner(corner, kind) };
  const lying = corner.grain === 'against' ? cutFromSheet.lying(parameters, 'along-width') : {};
  return {
    form: {
      id,
      parameters: {
        ...parameters,
        ...cutFromSheet.ofPages(corner, from === 'joined' ? corner.pages : corner.panels, kind.strip),
        ...lying,
      },
    },
    sheet,
  };
}
