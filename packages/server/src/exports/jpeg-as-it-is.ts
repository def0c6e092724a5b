import { closeSync, fstatSync, openSync, readSync } from 'node:fs';
import type { PDFContext, PDFRef } from '@cantoo/pdf-lib';
import exifReader from 'exif-reader';
import { StreamOfFile } from './stream-of-file.ts';

const SPACES: Readonly<Record<number, string>> = { 1: 'DeviceGray', 3: 'DeviceRGB', 4: 'DeviceCMYK' };
/** Baseline, extended and progressive frames with Huffman codes: what readers of PDF know (ISO 32000-1, 7.4.8). */
const FRAMES = [0xc0, 0xc1, 0xc2];
/** Lossless, differential and arithmetic frames, and data before any frame. */
const OTHER_FRAMES = [0xc3, 0xc5, 0xc6, 0xc7, 0xc9, 0xca, 0xcb, 0xcd, 0xce, 0xcf, 0xda];
const APP1 = 0xe1;
const MOST_MARKERS = 10_000;

export interface JpegAsItIs {
  readonly ref: PDFRef;
  /** how the camera was held (Exif 2.3, 4.6.4), 1 where it does not say; undefined: it says so illegibly */
  readonly orientation: number | undefined;
}

/** A JPEG's own data as a picture of a PDF, unread; undefined where it is of a kind that readers need not know. */
export function jpegAsItIs(context: PDFContext, path: string): JpegAsItIs | undefined {
  const frame = frameOf(path);
  const space = frame && SPACES[frame.components];
  if (!space || frame.depth !== 8) return undefined;
  const dict = context.obj({
    Type: 'XObject',
    Subtype: 'Image',
    Width: frame.width,
    Height: frame.height,
    BitsPerComponent: 8,
    ColorSpace: space,
    Filter: 'DCTDecode',
    // Programs that write four inks as JPEG write them the other way round.
    ...(frame.components === 4 ? { Decode: [1, 0, 1, 0, 1, 0, 1, 0] } : {}),
  });
  const ref = context.register(new StreamOfFile(dict, [{ path, from: 0, length: frame.bytes }]));
  return { ref, orientation: frame.orientation };
}

/** The frame header of a JPEG and its orientation, found by walking its markers (ITU-T T.81, annex B). */
function frameOf(path: string) {
  const file = openSync(path, 'r');
  try {
    const bytes = fstatSync(file).size;
    const head = Buffer.alloc(10);
    let orientation: number | undefined = 1;
    for (let at = 2, n = 0; n < MOST_MARKERS; n++) {
      if (readSync(file, head, 0, 10, at) < 10 || head[0] !== 0xff) return undefined;
      const marker = head[1]!;
      if (marker === 0xff) {
        at += 1;
        continue;
      }
      if (marker === 0x01 || (marker >= 0xd0 && marker <= 0xd7)) {
        at += 2;
        continue;
      }
      const length = head.readUInt16BE(2);
      if (FRAMES.includes(marker)) {
        const [depth, components] = [head[4]!, head[9]!];
        return { bytes, depth, components, height: head.readUInt16BE(5), width: head.readUInt16BE(7), orientation };
      }
      if (OTHER_FRAMES.includes(marker)) return undefined;
      if (marker === APP1 && head.toString('latin1', 4, 8) === 'Exif')
        orientation = orientationIn(file, at + 4, length - 2);
      at += 2 + length;
    }
    return undefined;
  } finally {
    closeSync(file);
  }
}

function orientationIn(file: number, at: number, length: number): number | undefined {
  const segment = Buffer.alloc(Math.max(0, length));
  if (readSync(file, segment, 0, segment.length, at) < segment.length) return undefined;
  try {
    return exifReader(segment).Image?.Orientation ?? 1;
  } catch {
    return undefined;
  }
}
