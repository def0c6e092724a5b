import { fail, ok, type Result } from '../result.ts';
import { mm, type Nm } from '../units/nm.ts';
import type { TwoPass } from './feed-rehearsal.ts';

export interface Margins {
  readonly top: Nm;
  readonly right: Nm;
  readonly bottom: Nm;
  readonly left: Nm;
}

/** The edge about which a sheet is turned between its two faces. */
export type Flip = 'long-edge' | 'short-edge';

/** A maker's printer: what it does between front and back, what it cannot reach. */
export interface Printer {
  readonly id: string;
  readonly name: string;
  /** turns the sheet by itself about an edge, or not at all */
  readonly duplex: 'none' | Flip;
  /** as the feed rehearsal found it; null: not rehearsed */
  readonly twoPass: TwoPass | null;
  readonly unprintable: Margins;
  /** what a test print shows; null: not measured, taken to be true */
  readonly measured: TestPrint | null;
}

export interface Shift {
  readonly right: Nm;
  readonly down: Nm;
}

/** What is measured on a test print: how long its lines of 100 mm are, and how far from the paper's middle its cross stands on each face. */
export interface TestPrint {
  readonly across: Nm;
  readonly down: Nm;
  readonly front: Shift;
  readonly back: Shift;
}

/** The lines of a test print should be so long. */
export const TEST_LINE = mm(100);

/** About the paper's middle a printed length is multiplied by `scaleX`, `scaleY` and then moved, so that it comes out as it was meant. */
export function correctionFor({ across, down, front, back }: TestPrint, side: 'A' | 'B') {
  const { right, down: low } = side === 'A' ? front : back;
  return {
    scaleX: TEST_LINE / across,
    scaleY: TEST_LINE / down,
    right: -right * (TEST_LINE / across),
    down: -low * (TEST_LINE / down),
  };
}

export type PrinterDraft = Omit<Printer, 'id'>;

export type PrinterProblem =
  | { readonly code: 'printer-name-empty' }
  /** neither turns sheets by itself nor is it known how to do it by hand */
  | { readonly code: 'printer-cannot-print-backs' };

/** The printer with its name tidied, or what is wrong with it. */
export function checkPrinter<P extends PrinterDraft>(printer: P): Result<P, PrinterProblem> {
  const name = printer.name.trim();
  if (name === '') return fail({ code: 'printer-name-empty' });
  if (printer.duplex === 'none' && printer.twoPass === null) return fail({ code: 'printer-cannot-print-backs' });
  return ok({ ...printer, name });
}

/**
 * The edge about which the file takes the sheet to be turned, so that backs printed in a second pass meet their fronts: like a page, or
 * standing on their heads where the device turns them. Turned like a page a landscape sheet goes about its short edge.
 */
export const flipForPass = (sheet: { readonly width: number; readonly height: number }, { turned }: TwoPass): Flip =>
  sheet.width > sheet.height !== turned ? 'short-edge' : 'long-edge';

/**
 * Whether the file's backs stand on their heads for a printer that turns the sheet about this edge. Turned about its vertical axis a sheet shows its
 * back upright, about the horizontal one head down; the short edges of a landscape sheet are its vertical ones, those of a portrait sheet the horizontal.
 */
export const backsTurned = (
  flip: Flip,
  { width, height }: { readonly width: number; readonly height: number },
): boolean => (flip === 'short-edge') !== width > height;
