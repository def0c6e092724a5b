import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import fontkit from '@pdf-lib/fontkit';
import type { PDFDocument } from '@cantoo/pdf-lib';
import subsetFont from 'subset-font';
import type { DrawingFonts } from './pdf-draw.ts';

const require = createRequire(import.meta.url);
const HANKEN = '@fontsource-variable/hanken-grotesk/files/hanken-grotesk-latin-wght-normal.woff2';

/** Embeds just the characters a document uses, in two weights. */
export async function embedFonts(document: PDFDocument, text: string): Promise<DrawingFonts> {
  document.registerFontkit(fontkit);
  const basic = await readFile(require.resolve(HANKEN));
  const embed = async (weight: number) => {
    const font = await subsetFont(basic, text, { targetFormat: 'truetype', variationAxes: { wght: weight } });
    // fontkit reads past the last table; the padding keeps it inside the buffer.
    return document.embedFont(Buffer.concat([font, Buffer.alloc(64)]), {
      subset: false,
      features: { liga: false, clig: false, calt: false },
    });
  };
  return { plain: await embed(420), strong: await embed(750) };
}

/** Replaces what the shipped font has no glyph for, so that nothing prints as an empty box. */
export const printable = (text: string): string =>
  text.replaceAll('⁄', '/').replace(/[^\u0020-\u007e\u00a0-\u00ff’“”–—×•]/g, '?');
