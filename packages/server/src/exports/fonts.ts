import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import fontkit from '@pdf-lib/fontkit';
import type { PDFDocument, PDFFont } from '@cantoo/pdf-lib';
import subsetFont from 'subset-font';
import { partOfFace, printable, type FacePart } from '@eight-up/core/output/face';

const require = createRequire(import.meta.url);
const FOLDER = '@fontsource-variable/hanken-grotesk/files/hanken-grotesk';

/** The shipped text face comes in files, each with some of its characters. */
export const FACE_FILES: Readonly<Record<FacePart, string>> = {
  latin: `${FOLDER}-latin-wght-normal.woff2`,
  'latin-ext': `${FOLDER}-latin-ext-wght-normal.woff2`,
  vietnamese: `${FOLDER}-vietnamese-wght-normal.woff2`,
};

export const PLAIN_WEIGHT = 420;
const STRONG_WEIGHT = 750;

/** A stretch of text that one embedded font can show. */
export interface TextRun {
  readonly font: PDFFont;
  readonly text: string;
}

/** One weight of the shipped face in a document. */
export interface Face {
  readonly runs: (text: string) => readonly TextRun[];
  readonly widthOf: (text: string, size: number) => number;
}

/** Fonts a drawing may use. */
export interface DrawingFonts {
  readonly plain: Face;
  readonly strong: Face;
}

/** Embeds just the characters a document uses, in two weights. */
export async function embedFonts(document: PDFDocument, text: string): Promise<DrawingFonts> {
  document.registerFontkit(fontkit);
  const used = new Map<FacePart, string>();
  for (const sign of new Set(printable(text))) {
    const part = partOfFace(sign)!;
    used.set(part, (used.get(part) ?? '') + sign);
  }
  const embed = async (weight: number): Promise<Face> => {
    const fonts = new Map<FacePart, PDFFont>();
    for (const [part, signs] of used) {
      const font = await cutFont(part, signs, weight);
      fonts.set(
        part,
        await document.embedFont(font, { subset: false, features: { liga: false, clig: false, calt: false } }),
      );
    }
    const runs = (line: string) => textRuns(line).map((run) => ({ font: fonts.get(run.part)!, text: run.text }));
    const widthOf = (line: string, size: number) =>
      runs(line).reduce((sum, run) => sum + run.font.widthOfTextAtSize(run.text, size), 0);
    return { runs, widthOf };
  };
  return { plain: await embed(PLAIN_WEIGHT), strong: await embed(STRONG_WEIGHT) };
}

/** The latest fonts that were cut: one book's files ask for the same signs again and again. */
const cut = new Map<string, Promise<Buffer>>();
const MOST_CUT = 24;

/** A file of the face with just these signs, in one weight. */
function cutFont(part: FacePart, signs: string, weight: number): Promise<Buffer> {
  const key = `${part} ${weight} ${signs}`;
  const known = cut.get(key);
  if (known) return known;
  const made = readFile(require.resolve(FACE_FILES[part]))
    .then((file) => subsetFont(file, signs, { targetFormat: 'truetype', variationAxes: { wght: weight } }))
    // fontkit reads past the last table; the padding keeps it inside the buffer.
    .then((font) => Buffer.concat([font, Buffer.alloc(64)]));
  made.catch(() => cut.delete(key));
  cut.set(key, made);
  if (cut.size > MOST_CUT) cut.delete(cut.keys().next().value!);
  return made;
}

/** A text parted where its characters come from another file of the face. */
function textRuns(text: string): readonly { readonly part: FacePart; readonly text: string }[] {
  const runs: { part: FacePart; text: string }[] = [];
  for (const sign of printable(text)) {
    const part = partOfFace(sign)!;
    const last = runs[runs.length - 1];
    if (last?.part === part) last.text += sign;
    else runs.push({ part, text: sign });
  }
  return runs;
}
