import { readOff, type Reading } from '../cutting/marks.ts';
import { measureNumber } from '../units/measure.ts';
import { toMm, type Nm } from '../units/nm.ts';
import { scoredOn, type ScoreTool, type SheetMarks } from './sheet-marks.ts';

const exact = (at: Nm): string => String(Number(toMm(at).toFixed(6)));
const inches = (at: Nm, reading: Reading): string => measureNumber(readOff(at, reading), 'in').replace('⁄', '/');

/** Marks as a table of text, a line for each stretch: exact millimetres, and as rules are read. */
export function foldMarksTable(
  sheets: readonly SheetMarks[],
  tool: ScoreTool,
  nameOf: (sheet: number) => string,
): readonly (readonly string[])[] {
  return [
    [
      'sheet',
      'mark',
      'from',
      'exact mm',
      'rule mm',
      'in, 1/16',
      'in, 1/32',
      'in, 1/64',
      'line',
      'face',
      'begins mm',
      'ends mm',
    ],
    ...sheets.flatMap((sheet) =>
      sheet.marks.flatMap(({ axis, at, lines }, i) =>
        lines.map(({ kind, from, to }) => [
          nameOf(sheet.sheet),
          String(i + 1),
          // Turned over like a page, the edge that is measured from lies on the right.
          axis === 'level' ? 'top edge' : scoredOn(kind, tool) === 'A' ? 'left edge' : 'right edge',
          exact(at),
          String(Number(toMm(readOff(at, 'mm')).toFixed(1))),
          inches(at, 'sixteenths'),
          inches(at, 'thirty-seconds'),
          inches(at, 'sixty-fourths'),
          kind,
          scoredOn(kind, tool) === 'A' ? 'front' : 'back',
          exact(from),
          exact(to),
        ]),
      ),
    ),
  ];
}
