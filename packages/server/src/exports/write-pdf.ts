import { closeSync, openSync, readSync, writeSync } from 'node:fs';
import { dirname } from 'node:path';
import { PDFCrossRefSection, PDFDict, PDFHeader, PDFName, PDFNumber, type PDFDocument } from '@cantoo/pdf-lib';
import { mustHaveRoom } from '../data-folder/room.ts';
import { StreamOfFile, type Stretch } from './stream-of-file.ts';

const AT_ONCE = 1 << 18;

/**
 * Writes a PDF object by object, so that no file, however large, is ever held whole: header, bodies, cross-reference table,
 * trailer (ISO 32000-1, 7.5). What lies in files is copied from there. Errors: those of the file system, a disk too
 * full among them before anything is written.
 */
export async function writePdf(document: PDFDocument, out: string): Promise<void> {
  await document.flush();
  const { context } = document;
  const objects = context.enumerateIndirectObjects();
  mustHaveRoom(
    dirname(out),
    objects.reduce((sum, [, object]) => sum + object.sizeInBytes(), 0),
  );
  const file = new Appending(out);
  try {
    file.add(`${PDFHeader.forVersion(1, 7).toString()}\n\n`);
    const table = PDFCrossRefSection.create();
    for (const [ref, object] of objects) {
      table.addEntry(ref, file.length);
      file.add(`${ref.objectNumber} ${ref.generationNumber} obj\n`);
      if (object instanceof StreamOfFile) {
        file.add(`${object.dict.toString()}\nstream\n`);
        file.copy(object.stretches);
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
  readonly #out = Buffer.allocUnsafe(AT_ONCE);
  readonly #in = Buffer.allocUnsafe(AT_ONCE);
  #held = 0;
  /** bytes so far, those that wait included */
  length = 0;

  constructor(out: string) {
    this.#file = openSync(out, 'w');
  }

  add(bytes: Buffer | string): void {
    const more = typeof bytes === 'string' ? Buffer.from(bytes, 'latin1') : bytes;
    this.length += more.length;
    for (let done = 0; done < more.length;) {
      const copied = more.copy(this.#out, this.#held, done);
      this.#held += copied;
      done += copied;
      if (this.#held === this.#out.length) this.write();
    }
  }

  /** Copies stretches of files: a window is read at once, and what lies in it taken from there, however small the stretches are. */
  copy(stretches: readonly Stretch[]): void {
    let open: { readonly path: string; readonly file: number } | undefined;
    let [begins, ends] = [0, 0];
    try {
      for (const { path, from, length } of stretches) {
        if (open?.path !== path) {
          if (open) closeSync(open.file);
          open = { path, file: openSync(path, 'r') };
          [begins, ends] = [0, 0];
        }
        for (let at = from; at < from + length;) {
          if (at < begins || at >= ends) {
            begins = at;
            ends = at + readSync(open.file, this.#in, 0, AT_ONCE, at);
            if (ends === begins) throw new Error('an original has become shorter while it was copied');
          }
          const until = Math.min(ends, from + length);
          this.add(this.#in.subarray(at - begins, until - begins));
          at = until;
        }
      }
    } finally {
      if (open) closeSync(open.file);
    }
  }

  write(): void {
    for (let done = 0; done < this.#held;) done += writeSync(this.#file, this.#out, done, this.#held - done);
    this.#held = 0;
  }

  close(): void {
    closeSync(this.#file);
  }
}
