import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import type Sharp from 'sharp';

const sharp = createRequire(new URL('../../packages/server/package.json', import.meta.url))('sharp') as typeof Sharp;

/** Size of a photograph of twelve megapixels. */
export const TWELVE_MEGAPIXELS = { width: 3000, height: 4000 };

/** 64 different photographs of twelve megapixels as JPEG files (blurred noise: as large as real ones), made once. */
export async function photographs(folder: string): Promise<readonly string[]> {
  mkdirSync(folder, { recursive: true });
  const files = Array.from({ length: 64 }, (_, i) => path.join(folder, `photograph-${i}.jpg`));
  for (const [i, file] of files.entries()) {
    if (existsSync(file)) continue;
    const noise = sharp({
      create: {
        ...TWELVE_MEGAPIXELS,
        channels: 3,
        background: '#808080',
        noise: { type: 'gaussian', mean: 90 + i, sigma: 24 },
      },
    });
    writeFileSync(file, await noise.blur(1.1).jpeg({ quality: 82 }).toBuffer());
  }
  return files;
}
