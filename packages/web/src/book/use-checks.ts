import { isSame } from '@eight-up/core/book/patch';
import { useEffect, useMemo, useState } from 'react';
import { sortChecks, type Sorted } from '@eight-up/core/checks/check';
import type { LookedOver } from '@eight-up/core/checks/looked-over';
import type { Asked, Said } from '../workers/checking-worker.ts';
import type { OpenBook } from './use-book.ts';

/** One worker for this window, begun with the first book that is looked over. */
let worker: Worker | undefined;
let lastAsked = 0;
const waiting = new Map<number, (found: LookedOver | undefined) => void>();

function started(): Worker {
  const made = new Worker(new URL('../workers/checking-worker.ts', import.meta.url), { type: 'module' });
  made.onmessage = ({ data: { id, found } }: MessageEvent<Said>) => {
    // What was asked before it and not answered was passed over for it.
    for (const [asked, tell] of waiting)
      if (asked <= id) {
        waiting.delete(asked);
        tell(found);
      }
  };
  made.onerror = () => {
    worker = undefined;
    waiting.forEach((tell) => tell(undefined));
    waiting.clear();
  };
  return made;
}

function lookOver({ book, assets }: Pick<OpenBook, 'book' | 'assets'>): Promise<LookedOver | undefined> {
  worker ??= started();
  const id = ++lastAsked;
  worker.postMessage({ id, book, assets } satisfies Asked);
  return new Promise((resolve) => waiting.set(id, resolve));
}

/** What was found in a document with its pictures: asked once, whoever shows it. */
interface Found {
  readonly assets: unknown;
  readonly answer: ReturnType<typeof lookOver>;
  /** once it is there: whoever shows it later need not wait again */
  known?: LookedOver | undefined;
}
const found = new WeakMap<object, Found>();

function lookedOver(of: Pick<OpenBook, 'book' | 'assets'>): ReturnType<typeof lookOver> {
  const before = found.get(of.book);
  if (before?.assets === of.assets) return before.answer;
  const one: Found = { assets: of.assets, answer: lookOver(of) };
  found.set(of.book, one);
  void one.answer.then((known) => {
    one.known = known;
    // What broke off is asked again by whoever comes next.
    if (!known) found.delete(of.book);
  });
  return one.answer;
}

export interface BookChecks extends Sorted {
  /** whether one press settles it */
  readonly hasRemedy: (key: string) => boolean;
}

/** The checks of a book, looked over in a worker: those of the state before until the newest are there; undefined at first. */
export function useChecks({ book, assets, id }: Pick<OpenBook, 'book' | 'assets' | 'id'>): BookChecks | undefined {
  const [state, setState] = useState<{ readonly of: string; readonly found: LookedOver } | undefined>(() => {
    const before = found.get(book)?.known;
    return before && { of: id, found: before };
  });
  useEffect(() => {
    let current = true;
    void lookedOver({ book, assets }).then((answer) => {
      if (current && answer)
        // Most changes leave the checks as they were: then nothing is drawn anew.
        setState((now) => (now?.of === id && isSame(now.found, answer) ? now : { of: id, found: answer }));
    });
    return () => {
      current = false;
    };
  }, [book, assets, id]);
  const { accepted } = book;
  return useMemo(() => {
    if (state?.of !== id) return undefined;
    const works = new Set(state.found.settledByOnePress);
    return { ...sortChecks(state.found.checks, accepted), hasRemedy: (key) => works.has(key) };
  }, [state, id, accepted]);
}
