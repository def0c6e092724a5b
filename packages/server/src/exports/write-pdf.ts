import { closeSync, openSync, readSync, writeSync } from 'node:fs';
import { PDFCrossRefSection, PDFDict, PDFHeader, PDFName, PDFNumber, type PDFDocument } from '@cantoo/pdf-lib';
import { StreamOfFile, type Stretch } from './stream-of-file.ts';

const AT_ONCE = 1 << 18;

/**
 * Writes a PDF object by object, so that no file, however large, is ever held whole: header, bodies, cross-reference table,
 * trailer (ISO 32000-1, 7.5). What lies in files is copied from there. Errors: those of the file system.
 */
export async function writePdf(document: PDFDocument, out: string): Promise<void> {
  await document.flush();
  const { context } = document;
  const file = new Appending(out);
  try {
    file.add(`${PDFHeader.forVersion(1, 7).toString()}\n\n`);
    const table = PDFCrossRefSection.create();
    for (const [ref, object] of context.enumerateIndirectObjects()) {
      table.addEntry(ref, file.length);
      file.add(`${ref.objectNumber} ${ref.generationNumber} obj\n`);
      if (object instanceof StreamOfFile) {
        file.add(`${object.dict.toString()}\nstream\n`);
        for (const stretch of object.stretches) file.copy(stretch);
        file.add('\nendstream');
      } else {
        const bytes = Buffer.alloc(object.sizeInBytes());
        object.copyBytesInto(bytes, 0);
        file.add(bytes);
      }
      file.add('\nendobj\n\n');
    }
    const began = file.length;
    const { Root, Info, ID } = context.trailerInfo;
    const trailer = PDFDict.withContext(context);
    trailer.set(PDFName.of('Size'), PDFNumber.of(context.largestObjectNumber + 1));
    for (const [name, value] of Object.entries({ Root, Info, ID })) if (value) trailer.set(PDFName.of(name), value);
    file.add(`${table.toString()}\ntrailer\n${trailer.toString()}\n\nstartxref\n${began}\n%%EOF`);
    file.write();
  } finally {
    file.close();
  }
}

/** A file written from its beginning to its end, in large pieces; it holds its process up, which is the pool's and does nothing else. */
class Appending {
  readonly #file: number;
  readonly #copying = Buffer.allocUnsafe(AT_ONCE);
  #waiting: Buffer[] = [];
  #held = 0;
  /** bytes so far, those that wait included */
  length = 0;

  constructor(out: string) {
    this.#file = openSync(out, 'w');
  }

  add(bytes: Buffer | string): void {
    const more = typeof bytes === 'string' ? Buffer.from(bytes, 'latin1') : bytes;
    this.#waiting.push(more);
    this.#held += more.length;
    this.length += more.length;
    if (this.#held > AT_ONCE) this.write();
  }

  copy({ path, from, length }: Stretch): void {
    this.write();
    const source = openSync(path, 'r');
    try {
      for (let done = 0; done < length;) {
        const read = readSync(source, this.#copying, 0, Math.min(AT_ONCE, length - done), from + done);
        if (read === 0) throw new Error('an original has become shorter while it was copied');
        this.#put(this.#copying.subarray(0, read));
        done += read;
      }
      this.length += length;
    } finally {
      closeSync(source);
    }
  }

  write(): void {
    if (this.#waiting.length > 0) this.#put(Buffer.concat(this.#waiting));
    this.#waiting = [];
    this.#held = 0;
  }

  #put(bytes: Buffer): void {
    for (let done = 0; done < bytes.length;) done += writeSync(this.#file, bytes, done);
  }

  close(): void {
    closeSync(this.#file);
  }
}
