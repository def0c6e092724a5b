import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import type Sharp from 'sharp';
import { sized } from './measuring.ts';

const sharp = createRequire(new URL('../../packages/server/package.json', import.meta.url))('sharp') as typeof Sharp;

/** Size of a photograph of twelve megapixels. */
export const TWELVE_MEGAPIXELS = sized({ width: 3000, height: 4000 }, { width: 300, height: 400 });

export type PhotographKind = 'jpeg' | 'png';

/** 64 different photographs (of the quick bench four) of twelve megapixels as JPEG or PNG files (blurred noise: as large as real ones), made once. */
export async function photographs(folder: string, kind: PhotographKind = 'jpeg'): Promise<readonly string[]> {
  mkdirSync(folder, { recursive: true });
  const ending = { jpeg: 'jpg', png: 'png' }[kind];
  const files = Array.from({ length: sized(64, 4) }, (_, i) =>
    path.join(folder, `${sized('photograph', 'small')}-${i}.${ending}`),
  );
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
    const blurred = noise.blur(1.1);
    writeFileSync(
      file,
      await (kind === 'jpeg' ? blurred.jpeg({ quality: 82 }) : blurred.png({ compressionLevel: 3 })).toBuffer(),
    );
  }
  return files;
}
