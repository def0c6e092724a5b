import { createHash } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import type Sharp from 'sharp';
import type { AssetInfo } from '../../packages/core/src/document/asset.ts';
import { mm } from '../../packages/core/src/units/nm.ts';

const sharp = createRequire(new URL('../../packages/server/package.json', import.meta.url))('sharp') as typeof Sharp;

/** Two small originals, one upright and one that lies, in this folder under their ids. */
export const pictures = async (folder: string): Promise<readonly AssetInfo[]> =>
  Promise.all(
    [
      [60, 40],
      [40, 70],
    ].map(async ([width, height]): Promise<AssetInfo> => {
      const create = { width: width!, height: height!, channels: 3 as const, background: { r: 200, g: 90, b: 40 } };
      const bytes = await sharp({ create }).jpeg().toBuffer();
      const id = createHash('sha256').update(bytes).digest('hex');
      writeFileSync(path.join(folder, id), bytes);
      const pixels = { width: width!, height: height! };
      return { id, kind: 'jpeg', bytes: bytes.length, pages: [{ width: mm(width!), height: mm(height!), pixels }] };
    }),
  );
