import { readSheetRanges, sheetsIn } from '@eight-up/core/printing/sheet-ranges';
import { Refusal } from '../errors.ts';

/** Which sheets are asked for ("2", "3-5,8"), 0-based; those beyond the book are passed over, none left is said. */
export function sheetsAsked(count: number, ranges: string | undefined): readonly number[] {
  const asked = sheetsIn(ranges === undefined ? [{ from: 0, to: count - 1 }] : (readSheetRanges(ranges) ?? []), count);
  if (asked.length === 0)
    throw new Refusal(
      'plan-impossible',
      `There is nothing to print in “${ranges}”: the book has ${count === 1 ? '1 sheet' : `sheets 1 to ${count}`}.`,
    );
  return asked;
}
