import { useEffect, useState } from 'react';

/** Files on their way into a book, as they are remembered in case the window goes away meanwhile. */
interface OnTheWay {
  readonly book: string;
  readonly count: number;
  /** names of those that have not arrived */
  readonly missing: readonly string[];
}

/** Files that a window had not taken in when it was closed or loaded anew. */
export interface BrokenOff extends OnTheWay {
  readonly id: string;
}

const PREFIX = 'eight-up-arriving ';
const keyOf = (id: string): string => PREFIX + id;

/** Remembers files on their way, over a reload and over the closing of the window; nothing where the browser keeps nothing. */
export class Remembered {
  readonly #id = crypto.randomUUID();
  readonly #book: string;
  readonly #count: number;
  #missing: readonly string[];
  /** held as long as this window lives: what is remembered and not held was broken off */
  #letGo: () => void = () => undefined;

  constructor(book: string, names: readonly string[]) {
    this.#book = book;
    this.#count = names.length;
    this.#missing = names;
    void navigator.locks?.request(keyOf(this.#id), () => new Promise<void>((resolve) => (this.#letGo = resolve)));
    this.#write();
  }

  /** The first of this name is there, or was refused: either way its maker has been told. */
  settled(name: string): void {
    const at = this.#missing.indexOf(name);
    this.#missing = this.#missing.filter((_, i) => i !== at);
    this.#write();
  }

  /** All came to an end that this window has told. */
  over(): void {
    forget(this.#id);
    this.#letGo();
  }

  #write(): void {
    const onTheWay: OnTheWay = { book: this.#book, count: this.#count, missing: this.#missing };
    try {
      localStorage.setItem(keyOf(this.#id), JSON.stringify(onTheWay));
    } catch {
      // The files come in all the same.
    }
  }
}

function forget(id: string): void {
  localStorage.removeItem(keyOf(id));
}

async function brokenOff(book: string): Promise<readonly BrokenOff[]> {
  const { held = [] } = (await navigator.locks?.query()) ?? {};
  const alive = new Set(held.map(({ name }) => name));
  return Object.keys(localStorage).flatMap((key): BrokenOff[] => {
    if (!key.startsWith(PREFIX) || alive.has(key)) return [];
    const kept = JSON.parse(localStorage.getItem(key)!) as OnTheWay;
    return kept.book === book && kept.missing.length > 0 ? [{ ...kept, id: key.slice(PREFIX.length) }] : [];
  });
}

/** What was broken off when a window that was taking files into this book went away; asked when the book is opened. */
export function useBrokenOff(book: string) {
  const [found, setFound] = useState<readonly BrokenOff[]>([]);
  useEffect(() => {
    let current = true;
    void brokenOff(book).then((all) => current && setFound(all));
    return () => {
      current = false;
    };
  }, [book]);
  const known = (id: string): void => {
    forget(id);
    setFound((all) => all.filter((one) => one.id !== id));
  };
  return { found, known };
}
