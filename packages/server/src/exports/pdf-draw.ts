import {
  PDFDocument,
  popGraphicsState,
  pushGraphicsState,
  concatTransformationMatrix,
  clip,
  endPath,
  rectangle,
  drawObject,
  moveTo,
  lineTo,
  closePath,
  setLineWidth,
  setDashPattern,
  setStrokingRgbColor,
  setFillingRgbColor,
  stroke,
  fill,
  fillAndStroke,
  setLineCap,
  setLineJoin,
  LineCapStyle,
  LineJoinStyle,
  appendBezierCurve,
  beginText,
  endText,
  setFontAndSize,
  setTextMatrix,
  showText,
  type PDFFont,
  type PDFOperator,
  type PDFPage,
} from '@cantoo/pdf-lib';
import { toPoints } from '@eight-up/core/units/nm';
import { affineAfter, scaling, translation, type Affine } from '@eight-up/core/geometry/affine';
import type { Rect } from '@eight-up/core/geometry/rect';
import { TONES, type Drawing, type DrawItem, type Spot2 } from '@eight-up/core/output/drawing';
import { LINE_CODE } from '@eight-up/core/output/line-code';

/** From the sheet (nanometres, y downwards) to the PDF page (points, y upwards). */
export const toPdf = (height: number): Affine =>
  affineAfter(translation(0, toPoints(height)), scaling(toPoints(1), -toPoints(1)));

/** An object drawn through a matrix and inside a rectangle (both in PDF points). */
export const clippedObject = (name: string, matrix: Affine, within: Rect): PDFOperator[] => [
  pushGraphicsState(),
  rectangle(within.left, within.top, within.width, within.height),
  clip(),
  endPath(),
  concatTransformationMatrix(...matrix),
  drawObject(name),
  popGraphicsState(),
];

/** A rectangle of the sheet in PDF points; `top` holds its lower edge, as PDF rectangles do. */
export const rectInPoints = (rect: Rect, sheetHeight: number): Rect => ({
  left: toPoints(rect.left),
  top: toPoints(sheetHeight - rect.top - rect.height),
  width: toPoints(rect.width),
  height: toPoints(rect.height),
});

const colour = (hex: string): [number, number, number] =>
  [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16) / 255) as [number, number, number];

const mmPt = (millimetres: number) => (millimetres * 72) / 25.4;

/** Fonts a drawing may use. */
export interface DrawingFonts {
  readonly plain: PDFFont;
  readonly strong: PDFFont;
}

/** Draws line work, areas and text with their top left corner at a place of the page (nanometres from its top left). */
export function drawDrawing(page: PDFPage, drawing: Drawing, fonts: DrawingFonts, left = 0, top = 0): void {
  const height = page.getHeight();
  const x = (value: number) => toPoints(value + left);
  const y = (value: number) => height - toPoints(value + top);
  for (const item of drawing.items)
    page.pushOperators(pushGraphicsState(), ...operators(page, item, fonts, x, y), popGraphicsState());
}

function operators(
  page: PDFPage,
  item: DrawItem,
  fonts: DrawingFonts,
  x: (v: number) => number,
  y: (v: number) => number,
): PDFOperator[] {
  const path = (points: readonly Spot2[]) => points.map((p, i) => (i === 0 ? moveTo : lineTo)(x(p.x), y(p.y)));
  switch (item.kind) {
    case 'line': {
      const look = LINE_CODE[item.layer];
      return [
        setStrokingRgbColor(...colour(look.colour)),
        setLineWidth(mmPt(look.width)),
        setLineCap(LineCapStyle.Butt),
        setLineJoin(LineJoinStyle.Round),
        setDashPattern(look.dash.map(mmPt), 0),
        ...path(item.points),
        ...(item.closed ? [closePath()] : []),
        stroke(),
      ];
    }
    case 'dot':
      return [
        setStrokingRgbColor(...colour(LINE_CODE[item.layer].colour)),
        setFillingRgbColor(...(item.filled ? colour(LINE_CODE[item.layer].colour) : colour('#ffffff'))),
        setLineWidth(mmPt(0.4)),
        ...circle(x(item.at.x), y(item.at.y), toPoints(item.radius)),
        fillAndStroke(),
      ];
    case 'area':
      return [
        setFillingRgbColor(...colour(TONES[item.tone])),
        setStrokingRgbColor(...colour(TONES.ink)),
        setLineWidth(mmPt(0.2)),
        setLineJoin(LineJoinStyle.Round),
        ...path(item.points),
        closePath(),
        item.outlined ? fillAndStroke() : fill(),
      ];
    case 'text':
      return textOperators(page, item, item.strong ? fonts.strong : fonts.plain, x(item.at.x), y(item.at.y));
    case 'picture':
      return [];
  }
}

function textOperators(
  page: PDFPage,
  item: Extract<DrawItem, { kind: 'text' }>,
  font: PDFFont,
  x: number,
  y: number,
): PDFOperator[] {
  const size = toPoints(item.size);
  const width = font.widthOfTextAtSize(item.text, size);
  const back = { start: 0, middle: width / 2, end: width }[item.from ?? 'middle'];
  // Clockwise on paper is a negative angle where y points up.
  const [cos, sin] = [
    [1, 0],
    [0, -1],
    [-1, 0],
    [0, 1],
  ][item.quarterTurns % 4]! as [number, number];
  const drop = size * 0.35; // half the height of capitals and figures: centred on the spot
  const key = page.node.newFontDictionary(font.name, font.ref);
  return [
    setFillingRgbColor(...colour(TONES.ink)),
    beginText(),
    setFontAndSize(key, size),
    setTextMatrix(cos, sin, -sin, cos, x - cos * back + sin * drop, y - sin * back - cos * drop),
    showText(font.encodeText(item.text)),
    endText(),
  ];
}

function circle(cx: number, cy: number, r: number): PDFOperator[] {
  const k = r * 0.5522847498; // four Bézier arcs; the usual constant 4(√2−1)/3
  return [
    moveTo(cx + r, cy),
    appendBezierCurve(cx + r, cy + k, cx + k, cy + r, cx, cy + r),
    appendBezierCurve(cx - k, cy + r, cx - r, cy + k, cx - r, cy),
    appendBezierCurve(cx - r, cy - k, cx - k, cy - r, cx, cy - r),
    appendBezierCurve(cx + k, cy - r, cx + r, cy - k, cx + r, cy),
    closePath(),
  ];
}

/** A document that names us and nothing else. */
export async function newDocument(title: string): Promise<PDFDocument> {
  const document = await PDFDocument.create();
  document.setTitle(title);
  document.setProducer('Eight Up');
  document.setCreator('Eight Up');
  return document;
}
