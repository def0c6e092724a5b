import { fail, ok, type Result } from '../result.ts';
import type { LengthUnit } from '../units/measure.ts';
import { inch, mm, type Nm } from '../units/nm.ts';

/** Along which side of the sheet, as it lies, its fibres run. `any`: handmade, little or none. */
export type FibreAxis = 'along-width' | 'along-height' | 'any' | 'unknown';

/** Which way the fibres of a piece must run, said of the piece itself. */
export type PieceGrain = Exclude<FibreAxis, 'unknown'>;

/** A sheet as it lies before the maker: width from left to right, height from head to tail. */
export interface Sheet {
  readonly width: Nm;
  readonly height: Nm;
  readonly fibre: FibreAxis;
  /** the unit in which its size was typed, or is known by; left out: not known */
  readonly typedIn?: LengthUnit | undefined;
}

export interface NamedSize {
  readonly id: string;
  readonly name: string;
  /** short side first */
  readonly short: Nm;
  readonly long: Nm;
  /** the unit in which its size is a plain number */
  readonly unit: LengthUnit;
}

/** Sizes that can be bought nearly everywhere; any own size may be typed instead. */
export const NAMED_SIZES: readonly NamedSize[] = [
  { id: 'a5', name: 'A5', short: mm(148), long: mm(210), unit: 'mm' },
  { id: 'a4', name: 'A4', short: mm(210), long: mm(297), unit: 'mm' },
  { id: 'a3', name: 'A3', short: mm(297), long: mm(420), unit: 'mm' },
  { id: 'a2', name: 'A2', short: mm(420), long: mm(594), unit: 'mm' },
  { id: 'a1', name: 'A1', short: mm(594), long: mm(841), unit: 'mm' },
  { id: 'a0', name: 'A0', short: mm(841), long: mm(1189), unit: 'mm' },
  { id: 'letter', name: 'Letter', short: inch(8.5), long: inch(11), unit: 'in' },
  { id: 'tabloid', name: 'Tabloid / ledger', short: inch(11), long: inch(17), unit: 'in' },
  { id: '12x18', name: '12 × 18 in', short: inch(12), long: inch(18), unit: 'in' },
  { id: '18x24', name: '18 × 24 in', short: inch(18), long: inch(24), unit: 'in' },
];

/** Usual width of a tab by which one strip is glued to the next. */
export const USUAL_TAB = mm(15);

/** Smallest and largest side we plan for: below, no panel can be folded; above, no table carries it. */
export const SMALLEST_SIDE = mm(20);
export const LARGEST_SIDE = mm(5000);

export type SheetProblem =
  | {
      readonly code: 'sheet-side-too-small';
      readonly side: 'width' | 'height';
      readonly length: Nm;
      readonly least: Nm;
    }
  | {
      readonly code: 'sheet-side-too-large';
      readonly side: 'width' | 'height';
      readonly length: Nm;
      readonly most: Nm;
    };

/** The sheet, or which side is out of range. */
export function checkSheet(sheet: Sheet): Result<Sheet, SheetProblem> {
  for (const side of ['width', 'height'] as const) {
    const length = sheet[side];
    if (!(length >= SMALLEST_SIDE)) return fail({ code: 'sheet-side-too-small', side, length, least: SMALLEST_SIDE });
    if (length > LARGEST_SIDE) return fail({ code: 'sheet-side-too-large', side, length, most: LARGEST_SIDE });
  }
  return ok(sheet);
}

/** The common size that a sheet has, whichever way it lies. */
export const namedSizeOf = (width: Nm, height: Nm): NamedSize | undefined =>
  NAMED_SIZES.find((size) => size.short === Math.min(width, height) && size.long === Math.max(width, height));

/** The same sheet turned a quarter round: its fibres turn with it. */
export const turnedSheet = (sheet: Sheet): Sheet => ({
  ...sheet,
  width: sheet.height,
  height: sheet.width,
  fibre: sheet.fibre === 'along-width' ? 'along-height' : sheet.fibre === 'along-height' ? 'along-width' : sheet.fibre,
});

/** The trade's name of the grain of a piece: a name that changes when the piece is halved, while the axis stays. */
export function grainName(sheet: Sheet): 'long' | 'short' | 'square' | 'any' | 'unknown' {
  if (sheet.fibre === 'any' || sheet.fibre === 'unknown') return sheet.fibre;
  if (sheet.width === sheet.height) return 'square';
  return (sheet.fibre === 'along-width') === sheet.width > sheet.height ? 'long' : 'short';
}
