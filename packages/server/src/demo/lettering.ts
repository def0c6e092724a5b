import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import fontkit from '@pdf-lib/fontkit';
import subsetFont from 'subset-font';

const require = createRequire(import.meta.url);
const FACES = {
  title: ['@fontsource-variable/bricolage-grotesque/files/bricolage-grotesque-latin-wdth-normal.woff2', { wdth: 80 }],
  text: ['@fontsource-variable/hanken-grotesk/files/hanken-grotesk-latin-wght-normal.woff2', { wght: 560 }],
} as const;

const CHARACTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789 .,:;!?’“”–-&';

interface GlyphRun {
  readonly glyphs: readonly {
    readonly path: { readonly commands: readonly { readonly command: string; readonly args: readonly number[] }[] };
  }[];
  readonly positions: readonly { readonly xAdvance: number; readonly xOffset: number; readonly yOffset: number }[];
}

/** Words as outlines, so that the demo's pictures look the same on a machine without fonts. */
export interface Lettering {
  /** SVG path of a line of words, its baseline at y, starting, centred or ending at x; `size` is the font size */
  readonly words: (
    face: keyof typeof FACES,
    text: string,
    x: number,
    y: number,
    size: number,
    from?: 'start' | 'middle' | 'end',
  ) => string;
}

export async function loadLettering(): Promise<Lettering> {
  const fonts = new Map<string, { unitsPerEm: number; layout: (text: string) => GlyphRun }>();
  for (const [name, [file, axes]] of Object.entries(FACES)) {
    const bytes = await subsetFont(await readFile(require.resolve(file)), CHARACTERS, {
      targetFormat: 'truetype',
      variationAxes: axes,
    });
    fonts.set(name, fontkit.create(Buffer.concat([bytes, Buffer.alloc(64)])) as never);
  }
  return {
    words(face, text, x, y, size, from = 'start') {
      const font = fonts.get(face)!;
      const scale = size / font.unitsPerEm;
      const { glyphs, positions } = font.layout(text);
      const width = positions.reduce((sum, { xAdvance }) => sum + xAdvance, 0) * scale;
      let pen = x - { start: 0, middle: width / 2, end: width }[from];
      return glyphs
        .map(({ path }, i) => {
          const { xAdvance, xOffset, yOffset } = positions[i]!;
          const d = path.commands
            .map(({ command, args }) => {
              const spots = args.map((value, k) =>
                (k % 2 === 0 ? pen + (value + xOffset) * scale : y - (value + yOffset) * scale).toFixed(2),
              );
              return (
                { moveTo: 'M', lineTo: 'L', quadraticCurveTo: 'Q', bezierCurveTo: 'C', closePath: 'Z' }[command]! +
                spots.join(' ')
              );
            })
            .join('');
          pen += xAdvance * scale;
          return d;
        })
        .join('');
    },
  };
}
