/** A stretch of sheets, 0-based, both ends counted. */
export interface SheetRange {
  readonly from: number;
  readonly to: number;
}

/** Sheets as makers write them ("2", "3-5, 8"), counted from 1; undefined where a text says something else. */
export function readSheetRanges(text: string): readonly SheetRange[] | undefined {
  const ranges = text.split(',').map((one): SheetRange | undefined => {
    const [, from, to] = /^\s*(\d+)\s*(?:[-–]\s*(\d+))?\s*$/.exec(one) ?? [];
    return from === undefined ? undefined : { from: Number(from) - 1, to: Number(to ?? from) - 1 };
  });
  return ranges.every((range) => range !== undefined) ? ranges : undefined;
}

/** Whether a text names sheets of a book that has so many, and no others. */
export const areSheetsOf = (text: string, count: number): boolean =>
  readSheetRanges(text)?.every(({ from, to }) => from >= 0 && from <= to && to < count) ?? false;

/** Those of the sheets that ranges name, 0-based, in order; what lies beyond is passed over. */
export const sheetsIn = (ranges: readonly SheetRange[], count: number): readonly number[] =>
  Array.from({ length: count }, (_, i) => i).filter((i) => ranges.some(({ from, to }) => i >= from && i <= to));
