import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import path from 'node:path';
import fontkit from '@pdf-lib/fontkit';
import prettier from 'prettier';
import subsetFont from 'subset-font';
import { expect, it } from 'vitest';
import { FACE_FILES, PLAIN_WEIGHT } from './fonts.ts';

const require = createRequire(import.meta.url);
const TABLE = path.join(import.meta.dirname, '../../../core/src/output/shipped-face.ts');

/** Runs of neighbouring characters with their advances, as the font itself has them. */
async function runsOf(file: string): Promise<readonly (readonly number[])[]> {
  const everything = Array.from({ length: 0x3000 - 0x20 }, (_, i) => String.fromCharCode(i + 0x20)).join('');
  const font = await subsetFont(await readFile(require.resolve(file)), everything, {
    targetFormat: 'truetype',
    variationAxes: { wght: PLAIN_WEIGHT },
  });
  const face = fontkit.create(Buffer.concat([font, Buffer.alloc(64)])) as unknown as {
    characterSet: readonly number[];
    unitsPerEm: number;
    glyphForCodePoint: (code: number) => { advanceWidth: number };
  };
  const runs: number[][] = [];
  for (const code of face.characterSet.filter((one) => one < 0x3000)) {
    const advance = Math.round((face.glyphForCodePoint(code).advanceWidth * 1000) / face.unitsPerEm);
    const last = runs[runs.length - 1];
    if (last && last[0]! + last.length - 1 === code) last.push(advance);
    else runs.push([code, advance]);
  }
  return runs;
}

it('the table of the shipped face is what its font files hold', async () => {
  const parts = await Promise.all(
    Object.entries(FACE_FILES).map(async ([name, file]) => [name, await runsOf(file)] as const),
  );
  const text = `/**
 * The shipped text face: for each of its files, runs of neighbouring characters as [first code point, advance, advance …],
 * advances in thousandths of the letters' size. Written by shipped-face.test.ts from the font files themselves.
 */
export const SHIPPED_FACE = ${JSON.stringify(Object.fromEntries(parts))} as const satisfies Readonly<Record<string, readonly (readonly number[])[]>>;
`;
  const config = await prettier.resolveConfig(TABLE);
  await expect(await prettier.format(text, { ...config, parser: 'typescript' })).toMatchFileSnapshot(TABLE);
});
