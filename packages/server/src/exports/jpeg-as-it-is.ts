import { open } from 'node:fs/promises';
import type { PDFContext, PDFRef } from '@cantoo/pdf-lib';
import { StreamOfFile } from './stream-of-file.ts';

const SPACES: Readonly<Record<number, string>> = { 1: 'DeviceGray', 3: 'DeviceRGB', 4: 'DeviceCMYK' };
/** Baseline, extended and progressive frames with Huffman codes: what readers of PDF know (ISO 32000-1, 7.4.8). */
const FRAMES = [0xc0, 0xc1, 0xc2];
const MOST_MARKERS = 10_000;

/** A JPEG's own data as a picture of a PDF, unread; undefined where it is of a kind that readers need not know. */
export async function jpegAsItIs(context: PDFContext, path: string): Promise<PDFRef | undefined> {
  const frame = await frameOf(path);
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
  return context.register(new StreamOfFile(dict, [{ path, from: 0, length: frame.bytes }]));
}

/** The frame header of a JPEG, found by walking its markers (ITU-T T.81, annex B). */
async function frameOf(path: string) {
  const file = await open(path);
  try {
    const bytes = (await file.stat()).size;
    const head = Buffer.alloc(10);
    for (let at = 2, n = 0; n < MOST_MARKERS; n++) {
      const { bytesRead } = await file.read(head, 0, 10, at);
      if (bytesRead < 10 || head[0] !== 0xff) return undefined;
      const marker = head[1]!;
      if (marker === 0xff) at += 1;
      else if (marker === 0x01 || (marker >= 0xd0 && marker <= 0xd7)) at += 2;
      else if (FRAMES.includes(marker))
        return {
          bytes,
          depth: head[4]!,
          height: head.readUInt16BE(5),
          width: head.readUInt16BE(7),
          components: head[9]!,
        };
      // Frames of other kinds, and data before any frame.
      else if (
        (marker >= 0xc3 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc) ||
        marker === 0xda
      )
        return undefined;
      else at += 2 + head.readUInt16BE(2);
    }
    return undefined;
  } finally {
    await file.close();
  }
}
