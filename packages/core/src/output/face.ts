import { SHIPPED_FACE } from './shipped-face.ts';

/** The files that the shipped text face comes in. */
export type FacePart = keyof typeof SHIPPED_FACE;

interface Glyph {
  readonly part: FacePart;
  /** thousandths of the letters' size */
  readonly advance: number;
}

const GLYPHS: ReadonlyMap<number, Glyph> = new Map(
  (Object.entries(SHIPPED_FACE) as [FacePart, readonly (readonly number[])[]][])
    // The first file that has a character gives it.
    .reverse()
    .flatMap(([part, runs]) =>
      runs.flatMap(([first, ...advances]) =>
        advances.map((advance, i): [number, Glyph] => [first! + i, { part, advance }]),
      ),
    ),
);

const glyphOf = (sign: string): Glyph | undefined => GLYPHS.get(sign.codePointAt(0)!);

/** Whether the shipped face can show a character. */
export const hasGlyph = (sign: string): boolean => glyphOf(sign) !== undefined;

/** The file of the face that a character comes from. */
export const partOfFace = (sign: string): FacePart | undefined => glyphOf(sign)?.part;

/** The characters of a text that the shipped face cannot show, each once. */
export const missingGlyphs = (text: string): readonly string[] => [
  ...new Set([...text.normalize('NFC')].filter((sign) => !hasGlyph(sign) && sign !== '\n')),
];

/** Width of a text set in the shipped face's plain weight, in the unit of `size`. Missing characters are as wide as the question mark printed in their stead. */
export const widthOfText = (text: string, size: number): number =>
  [...text].reduce((sum, sign) => sum + (glyphOf(sign) ?? glyphOf('?')!).advance, 0) * (size / 1000);

/** Replaces what the shipped face has no glyph for, so that nothing prints as an empty box. */
export const printable = (text: string): string =>
  [...text.replaceAll('⁄', '/')].map((sign) => (hasGlyph(sign) ? sign : '?')).join('');

/** A text as it is printed, in lines of letters of this size that are no wider than the room (one unit for both). */
export const setLines = (text: string, size: number, room: number): readonly string[] =>
  wrapText(printable(text), (line) => widthOfText(line, size), room);

/** Breaks a text at spaces so that no line is wider than the room; a longer word stands alone. */
export function wrapText(text: string, widthOf: (line: string) => number, room: number): readonly string[] {
  return text.split(' ').reduce<string[]>((lines, word) => {
    const last = lines[lines.length - 1];
    if (last !== undefined && widthOf(`${last} ${word}`) <= room) lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
    return lines;
  }, []);
}
