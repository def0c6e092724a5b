import { pagePlaces } from '@eight-up/core/pagination/imposition';
import type { PlacedContent } from '@eight-up/core/pagination/imposition';
import type { FoldedBook } from '@eight-up/core/forms/planned-book';
import { fibres } from '@eight-up/core/output/fibres';
import { pageNames } from '@eight-up/words/forms';
import type { BookAnswer } from '@eight-up/core/contract/answers';
import { pictureAddress } from '../book/pictures.ts';

const LONGER_SIDE = 2048;

/** Paints face A of the sheet: paper, fibres, numbers at once, then the pictures as they arrive; `show` is called after each stage. */
export async function paintSheet(
  plan: FoldedBook,
  placed: readonly PlacedContent[],
  book: Pick<BookAnswer, 'assets'>,
  show: (canvas: HTMLCanvasElement) => void,
): Promise<void> {
  const { width, height } = plan.sheet;
  const scale = LONGER_SIDE / Math.max(width, height);
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(width * scale);
  canvas.height = Math.round(height * scale);
  const context = canvas.getContext('2d')!;
  context.fillStyle = '#fdfcf7';
  context.fillRect(0, 0, canvas.width, canvas.height);
  context.strokeStyle = 'rgba(120,116,100,0.4)';
  for (const { x, y, dx, dy } of fibres(plan.sheet.fibre, 150)) {
    context.beginPath();
    context.moveTo(x * canvas.width, y * canvas.height);
    context.lineTo((x + dx) * canvas.width, (y + dy) * canvas.height);
    context.stroke();
  }
  const names = pageNames(plan.reading, 'cover-is-1');
  const filled = new Set(placed.map(({ page }) => page));
  context.fillStyle = '#16261f';
  context.textAlign = 'center';
  context.textBaseline = 'middle';
  for (const { page, rect, quarterTurns } of pagePlaces(plan)) {
    if (filled.has(page)) continue;
    context.save();
    context.translate((rect.left + rect.width / 2) * scale, (rect.top + rect.height / 2) * scale);
    context.rotate((quarterTurns * Math.PI) / 2);
    context.font = `700 ${Math.min(rect.width, rect.height) * scale * 0.4}px "Hanken Grotesk Variable", sans-serif`;
    context.fillText(names[page]!, 0, 0);
    context.restore();
  }
  show(canvas);
  await Promise.all(
    placed.map(async ({ content, clip, matrix, asset }) => {
      const url = await pictureAddress(book, content, placed.length > 20 ? 240 : 480);
      const image = url ? await load(url) : undefined;
      if (!image) return;
      context.save();
      context.beginPath();
      context.rect(clip.left * scale, clip.top * scale, clip.width * scale, clip.height * scale);
      context.clip();
      context.transform(
        matrix[0] * scale,
        matrix[1] * scale,
        matrix[2] * scale,
        matrix[3] * scale,
        matrix[4] * scale,
        matrix[5] * scale,
      );
      context.drawImage(image, 0, 0, asset.width, asset.height);
      context.restore();
    }),
  );
  if (placed.length) show(canvas);
}

const load = (url: string): Promise<HTMLImageElement | undefined> =>
  new Promise((resolve) => {
    const image = new Image();
    image.onload = () => resolve(image);
    image.onerror = () => resolve(undefined);
    image.src = url;
  });
