import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, rmSync } from 'node:fs';
import { mkdir, open, readdir, rename, rm, stat } from 'node:fs/promises';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';

/** Longer sides of the scaled pictures that are kept, in pixels. */
export const PREVIEW_SIZES = [240, 480, 1200] as const;

/** Whatever is taken was drawn once, at the size that is shown most; and where that picture lies in the scratch folder. */
export const DRAWN_ONCE = PREVIEW_SIZES[1];
export const drawnIn = (scratch: string): string => path.join(scratch, 'drawn.webp');

/** Originals and previews of a data folder. Originals are named by the SHA-256 of their bytes and never rewritten. */
export class FileStore {
  readonly incoming: string;
  private readonly originals: string;
  private readonly previews: string;
  /** originals that somebody is about to name, and how many are */
  private readonly held = new Map<string, number>();

  constructor(readonly dataFolder: string) {
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

  /**
   * Runs what names originals that nothing else may name yet. Those it holds are not swept before it has ended, whether it
   * stored their names or failed.
   */
  async whileNaming<T>(act: (hold: (id: string) => void) => Promise<T>): Promise<T> {
    const mine: string[] = [];
    try {
      return await act((id) => {
        mine.push(id);
        this.held.set(id, (this.held.get(id) ?? 0) + 1);
      });
    } finally {
      for (const id of mine) {
        const others = this.held.get(id)! - 1;
        if (others > 0) this.held.set(id, others);
        else this.held.delete(id);
      }
    }
  }

  isHeld(id: string): boolean {
    return this.held.has(id);
  }

  /** Removes an original and its scaled pictures unless somebody is about to name it; nothing comes between looking and removing. */
  forget(id: string): boolean {
    if (this.isHeld(id)) return false;
    rmSync(this.originalPath(id), { force: true });
    for (const size of PREVIEW_SIZES) rmSync(this.previewPath(id, size), { force: true });
    return true;
  }

  /** The originals that lie in the folder. */
  async originalIds(): Promise<readonly string[]> {
    const folders = await readdir(this.originals);
    const ids = await Promise.all(folders.map((folder) => readdir(path.join(this.originals, folder)).catch(() => [])));
    return ids.flat().filter((name) => /^[0-9a-f]{64}$/.test(name));
  }

  /** A folder for what is written on the way to an answer; it is gone when the act has ended. */
  async withScratch<T>(act: (scratch: string) => Promise<T>): Promise<T> {
    const scratch = this.newIncomingPath();
    await mkdir(scratch);
    try {
      return await act(scratch);
    } finally {
      await rm(scratch, { recursive: true, force: true });
    }
  }

  newIncomingPath(): string {
    return path.join(this.incoming, randomUUID());
  }

  /**
   * Moves a received file to its place: synced first, then renamed, so that a name never stands for half a file. The
   * name is held before it is looked for: no sweep comes between.
   */
  async keep(received: string, hold: (id: string) => void): Promise<string> {
    const id = await sha256(received);
    hold(id);
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
