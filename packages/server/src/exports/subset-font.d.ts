declare module 'subset-font' {
  /** Cuts a font down to the characters of a text; `variationAxes` pins a variable font. */
  export default function subsetFont(
    font: Buffer,
    text: string,
    options: { targetFormat: 'truetype'; variationAxes?: Readonly<Record<string, number>> },
  ): Promise<Buffer>;
}
