import { PDFStream, type PDFDict } from '@cantoo/pdf-lib';

/** Bytes of a file. */
export interface Stretch {
  readonly path: string;
  readonly from: number;
  readonly length: number;
}

/** A stream of a PDF whose bytes lie in files and stay there until the PDF is written: a picture's own data, unread. */
export class StreamOfFile extends PDFStream {
  readonly stretches: readonly Stretch[];

  constructor(dict: PDFDict, stretches: readonly Stretch[]) {
    super(dict);
    this.stretches = stretches;
    this.updateDict();
  }

  override getContentsSize(): number {
    return this.stretches.reduce((sum, { length }) => sum + length, 0);
  }

  override getContents(): Uint8Array {
    throw new Error('the contents of a file are written by writePdf only');
  }
}
