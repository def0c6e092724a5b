import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { randomBytes } from 'node:crypto';
import sharp from 'sharp';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { drawObject, PDFName } from '@cantoo/pdf-lib';
import type { AssetKind } from '@eight-up/core/document/asset';
import { nm } from '@eight-up/core/units/nm';
import { embedOriginal } from './embedded-original.ts';
import { newDocument } from './pdf-draw.ts';
import { StreamOfFile } from './stream-of-file.ts';
import { writePdf } from './write-pdf.ts';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'eight-up-pictures-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const WIDTH = 37;
const HEIGHT = 23;
const noise = (channels: 1 | 2 | 3 | 4) =>
  sharp(randomBytes(WIDTH * HEIGHT * channels), { raw: { width: WIDTH, height: HEIGHT, channels: channels as 3 } });

/** Prints a picture on a page and gives back what another program finds in the PDF, and whether its data was copied unread. */
async function printed(kind: AssetKind, bytes: Buffer) {
  const original = path.join(folder, 'original');
  writeFileSync(original, bytes);
  const document = await newDocument('a picture');
  const page = document.addPage([100, 100]);
  const pages = [{ width: nm(WIDTH), height: nm(HEIGHT) }];
  const drawn = (await embedOriginal(document, original, { kind, pages }, [0], 'it', { scratch: folder }))(page, 0);
  page.pushOperators(drawObject(drawn.name));
  const streams = document.context
    .enumerateIndirectObjects()
    .flatMap(([, object]) => (object instanceof StreamOfFile ? [object] : []));
  const asItIs = streams.length === 1 && streams[0]!.stretches[0]!.path === original;
  const out = path.join(folder, 'out.pdf');
  await writePdf(document, out);
  execFileSync('qpdf', ['--check', out]);
  execFileSync('pdfimages', ['-png', out, path.join(folder, 'found')]);
  const found = readdirSync(folder)
    .filter((name) => name.startsWith('found'))
    .toSorted();
  return {
    asItIs,
    found: found.map((name) => path.join(folder, name)),
    mask: streams.some(({ dict }) => dict.has(PDFName.of('SMask'))),
  };
}
const pixels = (file: string | Buffer) => sharp(file).toColourspace('srgb').removeAlpha().raw().toBuffer();

describe('a PNG in a print', () => {
  it.each([
    ['of colours', () => noise(3).png(), true],
    ['of greys', () => noise(1).toColourspace('b-w').png(), true],
    ['of a palette', () => noise(3).png({ palette: true, colours: 16 }), true],
    ['of two colours', () => noise(3).threshold(120).png({ palette: true, colours: 2 }), true],
    ['packed hard, rows predicted', () => noise(3).blur(2).png({ compressionLevel: 9, adaptiveFiltering: true }), true],
    ['interlaced', () => noise(3).png({ progressive: true }), false],
  ])('%s has every pixel that it had', async (_, make, copied) => {
    const bytes = await make().toBuffer();
    const { asItIs, found } = await printed('png', bytes);
    expect([asItIs, found.length]).toEqual([copied, 1]);
    expect((await pixels(found[0]!)).equals(await pixels(bytes))).toBe(true);
  });

  it('with alpha keeps it as a mask', async () => {
    const bytes = await noise(4).png().toBuffer();
    const { asItIs, found, mask } = await printed('png', bytes);
    expect([asItIs, found.length, mask]).toEqual([false, 2, true]);
    const [colours, alpha] = (await Promise.all(found.map(pixels))) as [Buffer, Buffer];
    expect(colours.equals(await pixels(bytes))).toBe(true);
    const own = await sharp(bytes).extractChannel('alpha').raw().toBuffer();
    expect(Buffer.from(alpha.filter((_, i) => i % 3 === 0)).equals(own)).toBe(true);
  });

  it('of sixteen bits keeps them', async () => {
    const wide = sharp(randomBytes(WIDTH * HEIGHT * 6), {
      raw: { width: WIDTH, height: HEIGHT, channels: 3, depth: 'ushort' } as never,
    });
    const { asItIs } = await printed('png', await wide.toColourspace('rgb16').png().toBuffer());
    expect(asItIs).toBe(true);
  });
});

describe('a JPEG in a print', () => {
  it.each([
    ['baseline', () => noise(3).jpeg()],
    ['progressive', () => noise(3).jpeg({ progressive: true })],
    ['grey', () => noise(1).toColourspace('b-w').jpeg()],
    ['of four inks', () => noise(4).toColourspace('cmyk').jpeg()],
    [
      'with a long comment',
      () =>
        noise(3)
          .withMetadata({ exif: { IFD0: { ImageDescription: 'x'.repeat(40_000) } } })
          .jpeg(),
    ],
  ])('%s is copied byte for byte', async (_, make) => {
    const bytes = await make().toBuffer();
    const { asItIs, found } = await printed('jpeg', bytes);
    expect([asItIs, found.length]).toEqual([true, 1]);
    execFileSync('pdfimages', ['-all', path.join(folder, 'out.pdf'), path.join(folder, 'raw')]);
    const [raw] = readdirSync(folder).filter((name) => name.startsWith('raw'));
    expect(readFileSync(path.join(folder, raw!)).equals(bytes)).toBe(true);
  });
});

describe('other pictures in a print', () => {
  it.each([
    ['webp' as const, () => noise(3).webp({ lossless: true })],
    ['tiff' as const, () => noise(3).tiff({ compression: 'lzw' })],
    ['gif' as const, () => noise(3).gif()],
  ])('%s have every pixel that they had', async (kind, make) => {
    const bytes = await make().toBuffer();
    const { found } = await printed(kind, bytes);
    expect((await pixels(found[0]!)).equals(await pixels(bytes))).toBe(true);
  });
});
