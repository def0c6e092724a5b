import { open, type FileHandle } from 'node:fs/promises';
import { PDFCrossRefSection, PDFDict, PDFHeader, PDFName, PDFNumber, type PDFDocument } from '@cantoo/pdf-lib';
import { StreamOfFile, type Stretch } from './stream-of-file.ts';

const AT_ONCE = 1 << 20;

/**
 * Writes a PDF object by object, so that no file, however large, is ever held whole: header, bodies, cross-reference table,
 * trailer (ISO 32000-1, 7.5). What lies in files is copied from there. Errors: those of the file system.
 */
export async function writePdf(document: PDFDocument, out: string): Promise<void> {
  await document.flush();
  const { context } = document;
  const file = new Appending(await open(out, 'w'));
  try {
    await file.add(`${PDFHeader.forVersion(1, 7).toString()}\n\n`);
    const table = PDFCrossRefSection.create();
    for (const [ref, object] of context.enumerateIndirectObjects()) {
      table.addEntry(ref, file.length);
      await file.add(`${ref.objectNumber} ${ref.generationNumber} obj\n`);
      if (object instanceof StreamOfFile) {
        await file.add(`${object.dict.toString()}\nstream\n`);
        for (const stretch of object.stretches) await file.copy(stretch);
        await file.add('\nendstream');
      } else {
        const bytes = Buffer.alloc(object.sizeInBytes());
        object.copyBytesInto(bytes, 0);
        await file.add(bytes);
      }
      await file.add('\nendobj\n\n');
    }
    const began = file.length;
    const { Root, Info, ID } = context.trailerInfo;
    const trailer = PDFDict.withContext(context);
    trailer.set(PDFName.of('Size'), PDFNumber.of(context.largestObjectNumber + 1));
    for (const [name, value] of Object.entries({ Root, Info, ID })) if (value) trailer.set(PDFName.of(name), value);
    await file.add(`${table.toString()}\ntrailer\n${trailer.toString()}\n\nstartxref\n${began}\n%%EOF`);
    await file.end();
  } finally {
    await file.close();
  }
}

/** A file written from its beginning to its end, in large pieces. */
class Appending {
  readonly #handle: FileHandle;
  #waiting: Buffer[] = [];
  #held = 0;
  /** bytes so far, those that wait included */
  length = 0;

  constructor(handle: FileHandle) {
    this.#handle = handle;
  }

  async add(bytes: Buffer | string): Promise<void> {
    const more = typeof bytes === 'string' ? Buffer.from(bytes, 'latin1') : bytes;
    this.#waiting.push(more);
    this.#held += more.length;
    this.length += more.length;
    if (this.#held > AT_ONCE) await this.#write();
  }

  async copy({ path, from, length }: Stretch): Promise<void> {
    await this.#write();
    const source = await open(path);
    try {
      const buffer = Buffer.allocUnsafe(Math.min(length, AT_ONCE));
      for (let done = 0; done < length;) {
        const { bytesRead } = await source.read(buffer, 0, Math.min(buffer.length, length - done), from + done);
        if (bytesRead === 0) throw new Error('an original has become shorter while it was copied');
        await this.#handle.writev([buffer.subarray(0, bytesRead)]);
        done += bytesRead;
      }
      this.length += length;
    } finally {
      await source.close();
    }
  }

  async #write(): Promise<void> {
    if (this.#waiting.length === 0) return;
    const all = Buffer.concat(this.#waiting);
    this.#waiting = [];
    this.#held = 0;
    for (let done = 0; done < all.length;) done += (await this.#handle.write(all, done)).bytesWritten;
  }

  end(): Promise<void> {
    return this.#write();
  }

  close(): Promise<void> {
    return this.#handle.close();
  }
}
