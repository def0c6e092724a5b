import { sheetSize } from '@eight-up/core/folding/laid-paper';
import { pagePlaces, type PagePlace } from '@eight-up/core/pagination/page-places';
import type { PageLetters } from '@eight-up/core/output/lettering';
import type { Laid, PlacedContent } from '@eight-up/core/pagination/imposition';
import type { SheetSide } from '@eight-up/core/folding/hold';
import type { FoldedBook } from '@eight-up/core/forms/planned-book';
import { fibres } from '@eight-up/core/output/fibres';
import { pageNames } from '@eight-up/words/forms';
import type { BookAnswer } from '@eight-up/core/contract/answers';
import { sizeFor, withPicture } from '../pictures/pictures.ts';

const LONGER_SIDE = 2048;
/** So long a face waits for its pictures before it is shown with numbers alone. */
const PATIENCE_MS = 400;

/** One face of one sheet of a book. */
export interface FaceOfBook {
  readonly sheet: number;
  readonly side: SheetSide;
}

/** Paints one face of one sheet: paper, fibres, numbers, then the pictures as they arrive; `show` is called once they are there, and before that where they take long. */
export async function paintSheet(
  plan: FoldedBook,
  placed: readonly PlacedContent[],
  letters: readonly PageLetters[],
  book: Pick<BookAnswer, 'assets'>,
  face: FaceOfBook,
  show: (canvas: HTMLCanvasElement) => void,
): Promise<void> {
  const { canvas, context, scale } = bareSheet(plan, face.sheet, '#fdfcf7');
  const here = (one: FaceOfBook) => one.sheet === face.sheet && one.side === face.side;
  // Face B lies behind face A: mirrored, so that it reads once seen from behind.
  if (face.side === 'B') {
    context.translate(canvas.width, 0);
    context.scale(-1, 1);
  }
  context.strokeStyle = 'rgba(120,116,100,0.4)';
  for (const { x, y, dx, dy } of fibres(plan.fibre, 150)) {
    context.beginPath();
    context.moveTo(x * canvas.width, y * canvas.height);
    context.lineTo((x + dx) * canvas.width, (y + dy) * canvas.height);
    context.stroke();
  }
  const names = pageNames(plan.reading, 'cover-is-1');
  const own = placed.filter(here);
  const lettered = letters.filter(here);
  const filled = new Set(own.map(({ page }) => page));
  context.textAlign = 'center';
  context.textBaseline = 'middle';
  const number = ({ page, rect, quarterTurns }: PagePlace, note?: string) => {
    const size = Math.min(rect.width, rect.height) * scale;
    if (note) {
      context.fillStyle = '#e7e4da';
      context.fillRect(rect.left * scale, rect.top * scale, rect.width * scale, rect.height * scale);
    }
    context.fillStyle = note ? '#7b837d' : '#16261f';
    context.save();
    context.translate((rect.left + rect.width / 2) * scale, (rect.top + rect.height / 2) * scale);
    context.rotate((quarterTurns * Math.PI) / 2);
    context.font = `700 ${size * 0.4}px "Hanken Grotesk Variable", sans-serif`;
    context.fillText(names[page]!, 0, 0);
    if (note) {
      context.font = `500 ${size * 0.12}px "Hanken Grotesk Variable", sans-serif`;
      context.fillText(note, 0, size * 0.32);
    }
    context.restore();
  };
  // Where a picture is still on its way stands a paler number, and that it is on its way.
  const places = pagePlaces(plan).filter(here);
  places.forEach((place) => number(place, filled.has(place.page) ? 'loading …' : undefined));
  writeLetters(context, lettered, scale);
  if (own.length === 0) {
    show(canvas);
    return;
  }
  // Pictures that come at once spare the way by numbers.
  const patience = setTimeout(() => show(canvas), PATIENCE_MS);
  await Promise.all(
    own.map(async (laid) => {
      if (await paintLaid(context, laid, book, scale)) return;
      places.filter(({ page }) => page === laid.page).forEach((place) => number(place, 'original lost'));
    }),
  );
  writeLetters(context, lettered, scale);
  clearTimeout(patience);
  show(canvas);
}

/** Paints the poster on face B as it lies behind face A: mirrored, so that it reads once seen from behind. */
export async function paintPoster(
  plan: FoldedBook,
  poster: Laid,
  book: Pick<BookAnswer, 'assets'>,
  show: (canvas: HTMLCanvasElement) => void,
): Promise<void> {
  const { canvas, context, scale } = bareSheet(plan, 0, '#f4f2ea');
  context.translate(canvas.width, 0);
  context.scale(-1, 1);
  await paintLaid(context, poster, book, scale);
  show(canvas);
}

function bareSheet({ run }: FoldedBook, index: number, paper: string) {
  // Many sheets share the room that one would take.
  const side = LONGER_SIDE / 2 ** Math.min(3, Math.ceil(Math.log2(run.laid.sheets.length) / 2));
  const sheet = sheetSize(run.laid, index);
  const scale = side / Math.max(sheet.width, sheet.height);
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(sheet.width * scale);
  canvas.height = Math.round(sheet.height * scale);
  const context = canvas.getContext('2d')!;
  context.fillStyle = paper;
  context.fillRect(0, 0, canvas.width, canvas.height);
  return { canvas, context, scale };
}

async function paintLaid(
  context: CanvasRenderingContext2D,
  { content, clip, matrix, asset }: Laid,
  book: Pick<BookAnswer, 'assets'>,
  scale: number,
): Promise<boolean> {
  const size = sizeFor({ ...asset, matrix }, scale);
  const image = await withPicture(book, content, size, async (url) => (url ? load(url) : undefined));
  if (!image) return false;
  context.save();
  context.beginPath();
  context.rect(clip.left * scale, clip.top * scale, clip.width * scale, clip.height * scale);
  context.clip();
  const [a, b, c, d, e, f] = matrix.map((value) => value * scale) as [number, number, number, number, number, number];
  context.transform(a, b, c, d, e, f);
  context.drawImage(image, 0, 0, asset.width, asset.height);
  context.restore();
  return true;
}

/** Captions and numbers, turned as their pages stand. */
function writeLetters(context: CanvasRenderingContext2D, letters: readonly PageLetters[], scale: number): void {
  context.textBaseline = 'middle';
  context.lineJoin = 'round';
  for (const { text, at, size, quarterTurns, from } of letters.flatMap(({ onSheet }) => onSheet)) {
    context.save();
    context.translate(at.x * scale, at.y * scale);
    context.rotate((quarterTurns * Math.PI) / 2);
    context.font = `420 ${size * scale}px "Hanken Grotesk Variable", sans-serif`;
    context.textAlign = ({ start: 'left', middle: 'center', end: 'right' } as const)[from ?? 'middle'];
    context.strokeStyle = '#ffffff';
    context.lineWidth = size * scale * 0.28;
    context.strokeText(text, 0, 0);
    context.fillStyle = '#16261f';
    context.fillText(text, 0, 0);
    context.restore();
  }
}

const load = (url: string): Promise<HTMLImageElement | undefined> =>
  new Promise((resolve) => {
    const image = new Image();
    image.onload = () => resolve(image);
    image.onerror = () => resolve(undefined);
    image.src = url;
  });
