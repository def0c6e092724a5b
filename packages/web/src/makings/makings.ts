import { create } from 'zustand';
import type { BegunAnswer, MakingAnswer } from '@eight-up/core/contract/answers';
import { ApiFailure, getJson, postJson } from '../base/api.ts';

/** A file that is being made while its maker goes on. */
export interface Making {
  readonly key: number;
  readonly title: string;
  /** 0–1; undefined: not known yet */
  readonly share: number | undefined;
  /** it takes long enough to be told */
  readonly slow: boolean;
  /** where it can be fetched, once it is whole */
  readonly made: string | undefined;
  readonly failure: string | undefined;
  /** stops it, or lets it go */
  readonly end: () => void;
  /** it was opened: nothing more is told of it, and its file stays to be fetched */
  readonly opened: () => void;
}

export const useMakings = create<{ readonly all: readonly Making[] }>(() => ({ all: [] }));

const LOOKS_MS = 150;
/** Longer than this, a maker wants to know how far it is. */
const SLOW_MS = 700;
/** So long after a press a browser still opens a page for it. */
const OPENS_MS = 3000;

let next = 1;
const change = (key: number, what: Partial<Making>) =>
  useMakings.setState(({ all }) => ({ all: all.map((one) => (one.key === key ? { ...one, ...what } : one)) }));
const forget = (key: number) => useMakings.setState(({ all }) => ({ all: all.filter((one) => one.key !== key) }));
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** Has a file made and opens it; what takes longer than a moment is told, with how far it is, and can be stopped. */
export async function openMade(address: string, title: string): Promise<void> {
  const key = next++;
  const began = performance.now();
  let id: string | undefined;
  let ended = false;
  const end = () => {
    ended = true;
    forget(key);
    if (id !== undefined) void postJson(`/api/makings/${id}/stop`, {}).catch(() => undefined);
  };
  const fresh: Making = {
    key,
    title,
    share: undefined,
    slow: false,
    made: undefined,
    failure: undefined,
    end,
    opened: () => forget(key),
  };
  useMakings.setState(({ all }) => ({ all: [...all, fresh] }));
  try {
    ({ making: id } = await postJson<BegunAnswer>(address, {}));
    for (; !ended;) {
      const { progress, bytes } = await getJson<MakingAnswer>(`/api/makings/${id}`);
      const since = performance.now() - began;
      if (bytes !== null) {
        whole(key, `/api/makings/${id}/file`, since);
        return;
      }
      change(key, { slow: since > SLOW_MS, share: progress ? progress.done / progress.of : undefined });
      await pause(LOOKS_MS);
    }
    // Stopped before it had a name.
    end();
  } catch (error) {
    if (!ended) change(key, { slow: true, failure: error instanceof ApiFailure ? error.message : String(error) });
  }
}

/** Opened at once while the press still counts; after that a browser would take it for an unasked page. */
function whole(key: number, file: string, since: number): void {
  if (since < OPENS_MS && window.open(file, '_blank')) forget(key);
  else {
    save(file);
    change(key, { slow: true, made: file });
  }
}

/** Among the downloads, once: nobody needs to have waited beside it. */
function save(file: string): void {
  const link = document.createElement('a');
  link.href = file;
  link.download = '';
  link.click();
}
