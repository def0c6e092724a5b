import { createHash, randomUUID } from 'node:crypto';
import { mkdir, readdir, readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import path from 'node:path';

/** So many lie in a folder; those that were found first go first. */
const KEPT = 300;

export const plansFolder = (dataFolder: string): string => path.join(dataFolder, 'plans');

const fileOf = (folder: string, asked: string): string =>
  path.join(folder, `${createHash('sha256').update(asked).digest('hex')}.json`);

/** A plan that was found before, by what was asked; undefined where there is none, or its file cannot be read. */
export async function keptPlan(folder: string, asked: string): Promise<unknown> {
  try {
    return JSON.parse(await readFile(fileOf(folder, asked), 'utf8'));
  } catch {
    return undefined;
  }
}

/** Keeps a plan. That it cannot be kept is no matter: it is found again. */
export async function keepPlan(folder: string, asked: string, plan: unknown): Promise<void> {
  const begun = path.join(folder, `${randomUUID()}.begun`);
  try {
    await mkdir(folder, { recursive: true });
    await writeFile(begun, JSON.stringify(plan));
    await rename(begun, fileOf(folder, asked));
    await clear(folder);
  } catch {
    await rm(begun, { force: true }).catch(() => undefined);
  }
}

async function clear(folder: string): Promise<void> {
  const names = await readdir(folder);
  if (names.length <= KEPT) return;
  const files = await Promise.all(
    names.map(async (name) => {
      const file = path.join(folder, name);
      return { file, at: (await stat(file)).mtimeMs };
    }),
  );
  files.sort((a, b) => b.at - a.at);
  for (const { file } of files.slice(KEPT)) await rm(file, { force: true });
}
