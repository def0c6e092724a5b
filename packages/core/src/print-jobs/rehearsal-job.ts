import type { DrawItem } from '../output/drawing.ts';
import { TEST_LINE } from '../printer/printer.ts';
import { mm } from '../units/nm.ts';
import { pageOf, type PrintJob } from './print-job.ts';
import { scaleBar } from './scale-bar.ts';

export interface RehearsalWords {
  readonly title: string;
  /** what stands large on the sheets: numbers on the fronts, letters on the backs */
  readonly names: Readonly<Record<'fronts' | 'backs', readonly string[]>>;
  readonly arrow: string;
  readonly line: string;
}

type Points = readonly (readonly [number, number])[];
const line = (layer: 'cut' | 'mark', points: Points): DrawItem => ({
  kind: 'line',
  layer,
  points: points.map(([x, y]) => ({ x, y })),
});

/**
 * Two sheets of the paper that goes through the printer: 1 and 2 to be printed first, A and B on the same pile put back as it came out. Each has a cross in
 * its middle and lines of 100 mm, by which the printer's scale and shift are measured.
 */
export function rehearsalJob(
  { width, height }: { readonly width: number; readonly height: number },
  pass: 'fronts' | 'backs',
  words: RehearsalWords,
): PrintJob {
  const size = Math.min(width, height) * 0.34;
  const x = pass === 'fronts' ? width * 0.32 : width * 0.68;
  const pages = words.names[pass].map((name) => {
    const items: DrawItem[] = [
      { kind: 'text', text: name, at: { x, y: height * 0.56 }, size, quarterTurns: 0, strong: true },
      line('cut', [
        [x, height * 0.32],
        [x, height * 0.1],
      ]),
      line('cut', [
        [x - mm(9), height * 0.1 + mm(11)],
        [x, height * 0.1],
        [x + mm(9), height * 0.1 + mm(11)],
      ]),
      { kind: 'text', text: words.arrow, at: { x, y: height * 0.84 }, size: mm(5), quarterTurns: 0 },
      ...(width > TEST_LINE + mm(10) ? scaleBar(TEST_LINE, width / 2 - TEST_LINE / 2, height * 0.93) : []),
      ...(height > TEST_LINE + mm(10) ? testLineDown(width - mm(14), height / 2 - TEST_LINE / 2, words.line) : []),
      line('cut', [
        [width / 2 - mm(8), height / 2],
        [width / 2 + mm(8), height / 2],
      ]),
      line('cut', [
        [width / 2, height / 2 - mm(8)],
        [width / 2, height / 2 + mm(8)],
      ]),
    ];
    return pageOf({ width, height, items });
  });
  return { title: words.title, pages };
}

/** The other line of 100 mm, from top to bottom, with a stroke at either end. */
function testLineDown(x: number, top: number, words: string): readonly DrawItem[] {
  const end = (y: number) =>
    line('mark', [
      [x - mm(2.5), y],
      [x + mm(2.5), y],
    ]);
  return [
    line('mark', [
      [x, top],
      [x, top + TEST_LINE],
    ]),
    end(top),
    end(top + TEST_LINE),
    { kind: 'text', text: words, at: { x: x - mm(4), y: top + TEST_LINE / 2 }, size: mm(3), quarterTurns: 3 },
  ];
}
