import type { PDFDocument } from '@cantoo/pdf-lib';
import { mm, toPoints } from '@eight-up/core/units/nm';
import type { DrawItem } from '@eight-up/core/output/drawing';
import { TEST_LINE } from '@eight-up/core/printer/printer';
import { scaleBar } from './bench-sheet.ts';
import { embedFonts } from './fonts.ts';
import { drawDrawing, newDocument } from './pdf-draw.ts';

/**
 * Two sheets of the paper that goes through the printer: 1 and 2 to be printed first, A and B on the same pile put back as it came out. Each has a cross in
 * its middle and lines of 100 mm, by which the printer's scale and shift are measured.
 */
export async function rehearsalPdf(
  { width, height }: { readonly width: number; readonly height: number },
  pass: 'fronts' | 'backs',
): Promise<PDFDocument> {
  const names = pass === 'fronts' ? ['1', '2'] : ['A', 'B'];
  const document = await newDocument('Feed rehearsal');
  const words = 'The arrow points to the head.';
  const fonts = await embedFonts(document, `${names.join('')}${words}100 mm`);
  const size = Math.min(width, height) * 0.34;
  const x = pass === 'fronts' ? width * 0.32 : width * 0.68;
  const line = (points: readonly (readonly [number, number])[]): DrawItem => ({
    kind: 'line',
    layer: 'cut',
    points: points.map(([px, py]) => ({ x: px, y: py })),
  });
  for (const name of names) {
    const items: DrawItem[] = [
      { kind: 'text', text: name, at: { x, y: height * 0.56 }, size, quarterTurns: 0, strong: true },
      line([
        [x, height * 0.32],
        [x, height * 0.1],
      ]),
      line([
        [x - mm(9), height * 0.1 + mm(11)],
        [x, height * 0.1],
        [x + mm(9), height * 0.1 + mm(11)],
      ]),
      { kind: 'text', text: words, at: { x, y: height * 0.84 }, size: mm(5), quarterTurns: 0 },
      ...(width > TEST_LINE + mm(10) ? scaleBar(TEST_LINE, width / 2 - TEST_LINE / 2, height * 0.93) : []),
      ...(height > TEST_LINE + mm(10) ? testLineDown(width - mm(14), height / 2 - TEST_LINE / 2) : []),
      line([
        [width / 2 - mm(8), height / 2],
        [width / 2 + mm(8), height / 2],
      ]),
      line([
        [width / 2, height / 2 - mm(8)],
        [width / 2, height / 2 + mm(8)],
      ]),
    ];
    drawDrawing(document.addPage([toPoints(width), toPoints(height)]), { width, height, items }, fonts);
  }
  return document;
}

/** The other line of 100 mm, from top to bottom, with a stroke at either end. */
function testLineDown(x: number, top: number): readonly DrawItem[] {
  const stroke = (points: readonly (readonly [number, number])[]): DrawItem => ({
    kind: 'line',
    layer: 'mark',
    points: points.map(([px, py]) => ({ x: px, y: py })),
  });
  const end = (y: number) =>
    stroke([
      [x - mm(2.5), y],
      [x + mm(2.5), y],
    ]);
  return [
    stroke([
      [x, top],
      [x, top + TEST_LINE],
    ]),
    end(top),
    end(top + TEST_LINE),
    { kind: 'text', text: '100 mm', at: { x: x - mm(4), y: top + TEST_LINE / 2 }, size: mm(3), quarterTurns: 3 },
  ];
}
