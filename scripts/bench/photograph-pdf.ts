import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import type * as PdfLib from '@cantoo/pdf-lib';
import type Sharp from 'sharp';
import { sized } from './measuring.ts';

const require = createRequire(new URL('../../packages/server/package.json', import.meta.url));
const sharp = require('sharp') as typeof Sharp;
const { PDFDocument } = require('@cantoo/pdf-lib') as typeof PdfLib;

export const PHOTOGRAPHS = sized(200, 12);

/** A PDF of so many different photographs (blurred noise: as large as real ones), made once. */
export async function photographPdf(folder: string): Promise<string> {
  const file = path.join(folder, `photographs-${PHOTOGRAPHS}.pdf`);
  if (existsSync(file)) return file;
  mkdirSync(folder, { recursive: true });
  const document = await PDFDocument.create();
  for (let i = 0; i < PHOTOGRAPHS; i++) {
    const noise = sharp({
      create: {
        width: sized(900, 90),
        height: sized(1200, 120),
        channels: 3,
        background: '#808080',
        noise: { type: 'gaussian', mean: 100 + (i % 60), sigma: 40 },
      },
    });
    const image = await document.embedJpg(await noise.blur(0.7).jpeg({ quality: 85 }).toBuffer());
    document.addPage([450, 600]).drawImage(image, { x: 0, y: 0, width: 450, height: 600 });
  }
  writeFileSync(file, await document.save());
  return file;
}
