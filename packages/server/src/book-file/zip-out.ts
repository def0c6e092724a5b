import { createWriteStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { ZipFile } from 'yazl';

/** Writes a zip to a file, entry by entry: none is held whole, and beyond 4 GB it goes on as ZIP64. */
export async function zipTo(out: string, fill: (zip: ZipFile) => void | Promise<void>): Promise<void> {
  const zip = new ZipFile();
  const failed = new Promise<never>((_, reject) => zip.once('error', reject));
  const written = pipeline(zip.outputStream, createWriteStream(out));
  await Promise.race([
    failed,
    (async () => {
      await fill(zip);
      zip.end();
      await written;
    })(),
  ]);
}
