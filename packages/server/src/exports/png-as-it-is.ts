import { closeSync, openSync, readSync } from 'node:fs';
import { PDFName, type PDFContext, type PDFRef } from '@cantoo/pdf-lib';
import { StreamOfFile, type Stretch } from './stream-of-file.ts';

/** Samples of one pixel by the colour type of a PNG (PNG 1.2, 11.2.2); with alpha or interlaced, PDF has no way to read them. */
const COLOURS: Readonly<Record<number, number>> = { 0: 1, 2: 3, 3: 1 };
const MOST_CHUNKS = 1_000_000;

/**
 * A PNG's own data as a picture of a PDF, unread: both pack rows with the same predictors (PNG 1.2, 9; ISO 32000-1, 7.4.4.4).
 * Undefined where the PNG has alpha, is interlaced or is not laid out as it should be. Chunks of text are passed over.
 */
export function pngAsItIs(context: PDFContext, path: string): PDFRef | undefined {
  const file = openSync(path, 'r');
  try {
    // Step by step in this process, which is the pool's: a photograph has thousands of chunks.
    const heading = Buffer.alloc(8);
    const read = (at: number, length: number, into = Buffer.alloc(length)) =>
      readSync(file, into, 0, length, at) === length ? into : undefined;
    const head = read(8, 25);
    if (head?.toString('latin1', 4, 8) !== 'IHDR') return undefined;
    const [width, height, depth, colour, interlaced] = [
      head.readUInt32BE(8),
      head.readUInt32BE(12),
      head[16]!,
      head[17]!,
      head[20] !== 0,
    ];
    const samples = COLOURS[colour];
    if (!samples || interlaced) return undefined;
    const data: Stretch[] = [];
    let palette: Buffer | undefined;
    for (let at = 33, n = 0; n < MOST_CHUNKS; n++) {
      const chunk = read(at, 8, heading);
      if (!chunk) return undefined;
      const [length, kind] = [chunk.readUInt32BE(0), chunk.toString('latin1', 4, 8)];
      if (kind === 'tRNS') return undefined;
      if (kind === 'PLTE') palette = length <= 768 ? read(at + 8, length) : undefined;
      if (kind === 'IDAT') data.push({ path, from: at + 8, length });
      if (kind === 'IEND') break;
      at += 12 + length;
    }
    if (data.length === 0 || (colour === 3 && !palette)) return undefined;
    const space = palette && colour === 3 ? indexed(context, palette) : samples === 3 ? 'DeviceRGB' : 'DeviceGray';
    const dict = context.obj({
      Type: 'XObject',
      Subtype: 'Image',
      Width: width,
      Height: height,
      BitsPerComponent: depth,
      ColorSpace: space,
      Filter: 'FlateDecode',
      DecodeParms: { Predictor: 15, Colors: samples, BitsPerComponent: depth, Columns: width },
    });
    return context.register(new StreamOfFile(dict, data));
  } finally {
    closeSync(file);
  }
}

/** A palette as a colour space: its last index, then its colours (ISO 32000-1, 8.6.6.3). */
function indexed(context: PDFContext, palette: Buffer) {
  const colours = context.register(context.stream(new Uint8Array(palette)));
  return context.obj([PDFName.of('Indexed'), PDFName.of('DeviceRGB'), palette.length / 3 - 1, colours]);
}
