import { mm, toPoints } from '@eight-up/core/units/nm';
import { CHECK_BAR } from '@eight-up/core/output/numbered-dummy';
import type { DrawItem } from '@eight-up/core/output/drawing';
import type { Sheet } from '@eight-up/core/paper/sheet-size';
import { scaleBar } from './bench-sheet.ts';
import { embedFonts } from './fonts.ts';
import { drawDrawing, newDocument } from './pdf-draw.ts';

/** Two sheets of the book's own size: 1 and 2 to be printed first, A and B on the same pile put back as it came out. */
export async function rehearsalPdf(
  { width, height }: Pick<Sheet, 'width' | 'height'>,
  pass: 'fronts' | 'backs',
): Promise<Uint8Array> {
  const names = pass === 'fronts' ? ['1', '2'] : ['A', 'B'];
  const document = await newDocument('Feed rehearsal');
  const words = 'The arrow points to the head.';
  const fonts = await embedFonts(document, `${names.join('')}${words}`);
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
      ...(pass === 'fronts' ? scaleBar(CHECK_BAR.mm, width / 2 - CHECK_BAR.mm / 2, height * 0.93) : []),
    ];
    drawDrawing(document.addPage([toPoints(width), toPoints(height)]), { width, height, items }, fonts);
  }
  return document.save();
}
