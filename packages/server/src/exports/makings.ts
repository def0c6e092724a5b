import { randomUUID } from 'node:crypto';
import { mkdir, rm, stat } from 'node:fs/promises';
import { Router } from 'express';
import type { MakingAnswer } from '@eight-up/core/contract/answers';
import type { CheckProgress } from '@eight-up/core/safekeeping/folder-check';
import { Refusal } from '../errors.ts';
import type { FileStore } from '../files/store.ts';
import type { Caller } from '../pool/work-pool.ts';
import { sendWhole, type MadeHead } from './send-file.ts';

/** How long a file that was made waits to be fetched. */
const KEPT_MS = 10 * 60_000;
/** So many are made, or wait, at once. */
const MOST = 50;

interface Making {
  progress: CheckProgress | null;
  made: { readonly place: string; readonly bytes: number } | null;
  failure: unknown;
  readonly head: MadeHead;
  readonly stop: () => void;
}

/** Files that are made while their maker watches: how far each is, and those that are whole and wait to be fetched. */
export class Makings {
  readonly store: FileStore;
  readonly #all = new Map<string, Making>();

  constructor(store: FileStore) {
    this.store = store;
  }

  /** Begins to make a file in a scratch folder of its own; gives back its name. */
  begin(head: MadeHead, make: (scratch: string, caller: Caller) => Promise<string>): string {
    if (this.#all.size >= MOST)
      throw new Refusal('storage-busy', 'Too many files are being made at once. Try again in a moment.');
    const id = randomUUID();
    const scratch = this.store.newIncomingPath();
    const drops: (() => void)[] = [];
    const clear = () => {
      this.#all.delete(id);
      void rm(scratch, { recursive: true, force: true });
    };
    const making: Making = {
      progress: null,
      made: null,
      failure: undefined,
      head,
      stop: () => {
        drops.forEach((drop) => drop());
        clear();
      },
    };
    this.#all.set(id, making);
    const caller: Caller = {
      off: (drop) => void drops.push(drop),
      told: (progress) => (making.progress = progress),
    };
    void (async () => {
      try {
        await mkdir(scratch);
        const place = await make(scratch, caller);
        making.made = { place, bytes: (await stat(place)).size };
      } catch (error) {
        making.failure = error;
      }
      // Stopped meanwhile, nothing of it stays.
      if (!this.#all.has(id)) clear();
      setTimeout(clear, KEPT_MS).unref();
    })();
    return id;
  }

  find(id: string): Making {
    const making = this.#all.get(id);
    if (!making) throw new Refusal('not-found', 'This file is not being made any more. Ask for it again.');
    return making;
  }
}

/** What becomes of files that are being made. */
export function makingRoutes(makings: Makings): Router {
  const router = Router();
  router.get('/:id', (request, response) => {
    const { progress, made, failure } = makings.find(request.params.id);
    if (failure !== undefined) {
      makings.find(request.params.id).stop();
      throw failure;
    }
    const answer: MakingAnswer = { progress, bytes: made?.bytes ?? null };
    response.set('Cache-Control', 'no-store').json(answer);
  });
  router.get('/:id/file', async (request, response) => {
    const { made, head } = makings.find(request.params.id);
    if (!made) throw new Refusal('not-found', 'This file is not whole yet. Wait until it is.');
    await sendWhole(response, head, made.place);
  });
  router.post('/:id/stop', (request, response) => {
    makings.find(request.params.id).stop();
    response.json({});
  });
  return router;
}
