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
  setTextRenderingMode,
  showText,
  TextRenderingMode,
  type PDFOperator,
  type PDFPage,
} from '@cantoo/pdf-lib';
import { mm, toPoints } from '@eight-up/core/units/nm';
import { affineAfter, scaling, translation, type Affine } from '@eight-up/core/geometry/affine';
import type { Rect } from '@eight-up/core/geometry/rect';
import { TONES, type DrawItem, type Spot2 } from '@eight-up/core/output/drawing';
import { LINE_CODE } from '@eight-up/core/output/line-code';
import type { DrawingFonts, Face } from './fonts.ts';

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

const mmPt = (millimetres: number) => toPoints(mm(millimetres));

/** Draws a line, an area or a text on a page of this height (nanometres). */
export function drawItem(page: PDFPage, item: DrawItem, height: number, fonts: DrawingFonts | undefined): void {
  const x = (value: number) => toPoints(value);
  const y = (value: number) => toPoints(height - value);
  page.pushOperators(pushGraphicsState(), ...operators(page, item, fonts, x, y), popGraphicsState());
}

function operators(
  page: PDFPage,
  item: DrawItem,
  fonts: DrawingFonts | undefined,
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
      return fonts
        ? textOperators(page, item, item.strong ? fonts.strong : fonts.plain, x(item.at.x), y(item.at.y))
        : [];
  }
}

/** Set off from what lies behind, the letters are first drawn as a line of paper this wide, in sizes. */
const HALO = 0.28;

function textOperators(
  page: PDFPage,
  item: Extract<DrawItem, { kind: 'text' }>,
  face: Face,
  x: number,
  y: number,
): PDFOperator[] {
  const size = toPoints(item.size);
  const width = face.widthOf(item.text, size);
  const back = { start: 0, middle: width / 2, end: width }[item.from ?? 'middle'];
  // Clockwise on paper is a negative angle where y points up.
  const [cos, sin] = [
    [1, 0],
    [0, -1],
    [-1, 0],
    [0, 1],
  ][item.quarterTurns % 4]! as [number, number];
  const drop = size * 0.35; // half the height of capitals and figures: centred on the spot
  const begin = [
    beginText(),
    setTextMatrix(cos, sin, -sin, cos, x - cos * back + sin * drop, y - sin * back - cos * drop),
  ];
  const runs = face
    .runs(item.text)
    .flatMap(({ font, text }) => [
      setFontAndSize(page.node.newFontDictionary(font.name, font.ref), size),
      showText(font.encodeText(text)),
    ]);
  const halo = item.halo
    ? [
        setStrokingRgbColor(1, 1, 1),
        setLineWidth(size * HALO),
        setLineJoin(LineJoinStyle.Round),
        ...begin,
        setTextRenderingMode(TextRenderingMode.Outline),
        ...runs,
        endText(),
      ]
    : [];
  return [
    ...halo,
    setFillingRgbColor(...colour(TONES.ink)),
    ...begin,
    setTextRenderingMode(TextRenderingMode.Fill),
    ...runs,
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
  document.setTitle(title.toWellFormed());
  document.setProducer('Eight Up');
  document.setCreator('Eight Up');
  return document;
}
