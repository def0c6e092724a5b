import { createHash, randomUUID } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { mkdir, open, readdir, rename, rm, stat } from 'node:fs/promises';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';

/** A long drop over a slow disk is done well within this. */
const SPARED_MS = 60 * 60 * 1000;

/** Originals and previews of a data folder. Originals are named by the SHA-256 of their bytes and never rewritten. */
export class FileStore {
  readonly incoming: string;
  private readonly originals: string;
  private readonly previews: string;
  /** originals received for a book that does not name them yet, and until when they are spared */
  private readonly spared = new Map<string, number>();

  constructor(dataFolder: string) {
    this.incoming = path.join(dataFolder, 'incoming');
    this.originals = path.join(dataFolder, 'originals');
    this.previews = path.join(dataFolder, 'previews');
  }

  async prepare(): Promise<void> {
    // What a killed server left half received belongs to nobody.
    await rm(this.incoming, { recursive: true, force: true });
    for (const folder of [this.incoming, this.originals, this.previews]) await mkdir(folder, { recursive: true });
  }

  originalPath(id: string): string {
    return path.join(this.originals, id.slice(0, 2), id);
  }

  previewPath(id: string, size: number): string {
    return path.join(this.previews, `${id}-${size}.webp`);
  }

  /** Removes the scaled pictures of an original. */
  async forgetPreviews(id: string): Promise<void> {
    for (const name of await readdir(this.previews)) {
      if (name.startsWith(id)) await rm(path.join(this.previews, name), { force: true });
    }
  }

  /** Keeps an original from being swept while its book is about to name it. */
  spare(id: string): void {
    this.spared.set(id, Date.now() + SPARED_MS);
  }

  isSpared(id: string): boolean {
    return (this.spared.get(id) ?? 0) > Date.now();
  }

  newIncomingPath(): string {
    return path.join(this.incoming, randomUUID());
  }

  /** Moves a received file to its place: synced first, then renamed, so that a name never stands for half a file. */
  async keep(received: string): Promise<string> {
    const id = await sha256(received);
    const place = this.originalPath(id);
    if (await exists(place)) {
      await rm(received, { force: true });
      return id;
    }
    const handle = await open(received, 'r+');
    await handle.sync();
    await handle.close();
    await mkdir(path.dirname(place), { recursive: true });
    await rename(received, place);
    return id;
  }
}

export const exists = async (file: string): Promise<boolean> =>
  stat(file).then(
    () => true,
    () => false,
  );

/** The SHA-256 of a file's bytes, read as a stream. */
export async function sha256(file: string): Promise<string> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(file), hash);
  return hash.digest('hex');
}
