import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { degrees, PDFDocument, PDFName, PDFNumber, StandardFonts } from '@cantoo/pdf-lib';

export interface MarkedPage {
  readonly width?: number;
  readonly height?: number;
  readonly rotate?: number;
  readonly userUnit?: number;
  /** points cut off by the crop box on all sides */
  readonly cropped?: number;
}

/**
 * A PDF whose pages carry a word in each corner as it is *seen*: p3TL, p3TR, p3BL, p3BR. Pages with turns, crops
 * and units carry them too, so that what a reader sees is always the same.
 */
export async function markedPdf(pages: readonly MarkedPage[]): Promise<Uint8Array> {
  const document = await PDFDocument.create();
  const font = await document.embedFont(StandardFonts.Helvetica);
  pages.forEach(({ width = 210, height = 297, rotate = 0, userUnit = 1, cropped = 0 }, i) => {
    const page = document.addPage([width + 2 * cropped, height + 2 * cropped]);
    if (cropped) page.setCropBox(cropped, cropped, width, height);
    if (userUnit !== 1) page.node.set(PDFName.of('UserUnit'), PDFNumber.of(userUnit));
    page.setRotation(degrees(rotate));
    const turns = (((rotate / 90) % 4) + 4) % 4;
    // Corners of the page's own box, in the order in which they are seen from the top left, clockwise.
    const own = [
      [0, 1],
      [1, 1],
      [1, 0],
      [0, 0],
    ];
    const seen = own.map((_, k) => own[(k - turns + 4) % 4]!);
    ['TL', 'TR', 'BR', 'BL'].forEach((name, k) => {
      const [cx, cy] = seen[k]!;
      const x = cropped + (cx ? width * 0.85 : width * 0.15);
      const y = cropped + (cy ? height * 0.85 : height * 0.15);
      // Drawn around its middle so that the middle of the word's box is the mark, whatever the turn.
      const text = `p${i + 1}${name}`;
      page.drawText(text, { x: x - font.widthOfTextAtSize(text, 6) / 2, y: y - 2, size: 6, font });
    });
  });
  return document.save();
}

export interface Spot {
  readonly x: number;
  readonly y: number;
}

/** One page of a produced PDF: its size and where each word stands (points, y downwards): the middle of its box, by pdftotext. */
export interface PageOfWords {
  readonly width: number;
  readonly height: number;
  readonly words: ReadonlyMap<string, Spot>;
}

/** The words of every page. */
export function pagesOfWords(pdf: Uint8Array): readonly PageOfWords[] {
  const folder = mkdtempSync(path.join(tmpdir(), 'eight-up-words-'));
  const file = path.join(folder, 'produced.pdf');
  writeFileSync(file, pdf);
  const html = execFileSync('pdftotext', ['-bbox', file, '-'], { encoding: 'utf8', maxBuffer: 1 << 28 });
  rmSync(folder, { recursive: true });
  return [...html.matchAll(/<page width="([\d.]+)" height="([\d.]+)">([\s\S]*?)<\/page>/g)].map(
    ([, width, height, inside]) => ({
      width: Number(width),
      height: Number(height),
      words: new Map(
        [
          ...inside!.matchAll(
            /<word xMin="(-?[\d.]+)" yMin="(-?[\d.]+)" xMax="(-?[\d.]+)" yMax="(-?[\d.]+)">([^<]*)<\/word>/g,
          ),
        ].map(([, x0, y0, x1, y1, word]) => [
          word!,
          { x: (Number(x0) + Number(x1)) / 2, y: (Number(y0) + Number(y1)) / 2 },
        ]),
      ),
    }),
  );
}

/** The words of the first page. */
export const wordsOf = (pdf: Uint8Array): PageOfWords => pagesOfWords(pdf)[0]!;
