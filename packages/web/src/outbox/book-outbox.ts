import type { BookAnswer, BookMoved } from '@eight-up/core/contract/answers';
import type { AssetInfo } from '@eight-up/core/document/asset';
import { afterEvent, emptyOutbox, type Act, type Outbox, type OutboxEvent, type Waiting } from './outbox.ts';

/** What came of sending an act. */
export type Sent<Failure> =
  | { readonly kind: 'acknowledged'; readonly answer: BookAnswer }
  | { readonly kind: 'refused'; readonly failure: Failure }
  | { readonly kind: 'unanswered'; readonly failure: Failure }
  | { readonly kind: 'overtaken'; readonly by: BookMoved; readonly failure: Failure };

/** The server, as an outbox needs it. What cannot be fetched is thrown as a failure. */
export interface Network<Failure> {
  readonly fetch: (book: string) => Promise<BookAnswer>;
  /** the book as it was after change `n` */
  readonly fetchAt: (book: string, n: number) => Promise<BookAnswer>;
  readonly send: (
    book: string,
    act: Act,
    author: { readonly expect: number; readonly window: string },
  ) => Promise<Sent<Failure>>;
  /** which window made the change `n`; undefined: there is none */
  readonly authorOf: (book: string, n: number) => Promise<string | undefined>;
  /** a book of its own from the state `from`, with these acts made on it; its id */
  readonly copy: (book: string, from: number, acts: readonly Act[]) => Promise<string>;
}

/** Keeps what waits over a reload, for this window alone. */
export interface Keeping {
  readonly read: (book: string) => { readonly revision: number; readonly waiting: readonly Waiting[] } | undefined;
  readonly write: (
    book: string,
    kept: { readonly revision: number; readonly waiting: readonly Waiting[] } | undefined,
  ) => void;
}

export interface Ports<Failure> {
  readonly network: Network<Failure>;
  readonly keeping: Keeping;
  /** names this window: no other has its name */
  readonly window: string;
  /** tells the other windows of this browser */
  readonly tell: (book: string, moved: BookMoved) => void;
  /** calls back after so many milliseconds */
  readonly later: (ms: number, act: () => void) => void;
}

/** How long an outbox waits before it looks again for a server that does not answer. */
export const LOOKS_AGAIN_MS = 2000;

/** What a look for the server ran into. */
interface NotAnswered {
  readonly error: unknown;
}

/** Acts that whoever asks for them waits for, and is told of: refused, they are let go and nothing waits for them. */
interface Awaited {
  readonly resolve: (answer: BookAnswer) => void;
  readonly reject: (failure: unknown) => void;
}

/**
 * The outbox of one book in this window: sends what is made one after another, stops at the first that is refused or not answered and keeps
 * what follows. It belongs to its book whatever the window shows meanwhile.
 */
export class BookOutbox<Failure> {
  readonly book: string;
  readonly #ports: Ports<Failure>;
  readonly #listeners = new Set<() => void>();
  readonly #awaited = new Map<number, Awaited>();
  #state: Outbox<Failure> = emptyOutbox();
  #next = 1;
  /** the revision on which what was found after a reload had been made */
  #foundOn: number | undefined;
  /** under way; whoever asks meanwhile waits for the same */
  #looking: Promise<NotAnswered | undefined> | undefined;
  /** it will be looked again */
  #looksLater = false;

  constructor(book: string, ports: Ports<Failure>) {
    this.book = book;
    this.#ports = ports;
    const kept = ports.keeping.read(book);
    if (!kept || kept.waiting.length === 0) return;
    this.#next = 1 + Math.max(...kept.waiting.map(({ key }) => key));
    this.#is({ kind: 'found', ...kept });
    this.#foundOn = kept.revision;
  }

  get state(): Outbox<Failure> {
    return this.#state;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /** Fetches the book anew; throws what the server refuses it with. */
  async open(): Promise<void> {
    if (this.#state.halt?.why === 'unanswered') {
      const failure = await this.#look();
      // Nothing is known of the book yet: whoever opens it has to be told.
      if (failure && this.#state.saved === undefined) throw failure.error;
      return;
    }
    const asked = this.#state.saved;
    this.#is({ kind: 'fetched', answer: await this.#ports.network.fetch(this.book), asked });
    void this.#pump();
  }

  /** The book as somebody has just got it from the server. */
  fetched(answer: BookAnswer): void {
    this.#is({ kind: 'fetched', answer, asked: this.#state.saved });
  }

  make(act: Act): void {
    this.#is({ kind: 'made', waiting: { key: this.#next++, act } });
    void this.#pump();
  }

  /** The same for what its maker waits for. */
  makeAndWait(act: Act): Promise<BookAnswer> {
    return new Promise((resolve, reject) => {
      this.#awaited.set(this.#next, { resolve, reject });
      this.make(act);
    });
  }

  knows(assets: readonly AssetInfo[]): void {
    this.#is({ kind: 'knows', assets });
  }

  /** Another window has saved this book. */
  hears(by: BookMoved): void {
    if (by.window !== this.#ports.window) this.#is({ kind: 'heard', by });
  }

  tryAgain(): void {
    if (this.#state.halt?.why === 'unanswered') void this.#look();
    else {
      this.#is({ kind: 'tried-again' });
      void this.#pump();
    }
  }

  /** Lets go what was refused, and goes on with what follows. */
  giveUp(): void {
    const [first] = this.#state.waiting;
    if (!first || this.#state.halt?.why !== 'refused') return;
    this.#awaited.get(first.key)?.reject(undefined);
    this.#awaited.delete(first.key);
    this.#is({ kind: 'gave-up' });
    void this.#pump();
  }

  async takeOver(): Promise<void> {
    await this.#answered();
    this.#is({ kind: 'took-over', answer: await this.#ports.network.fetch(this.book) });
    void this.#pump();
  }

  async keepCopy(): Promise<string> {
    await this.#answered();
    const { saved, waiting } = this.#state;
    const acts = waiting.map(({ act }) => act);
    // What can fail comes before the copy, so that it is made once.
    const answer = await this.#ports.network.fetch(this.book);
    const copy = await this.#ports.network.copy(this.book, saved!.revision, acts);
    this.#is({ kind: 'parted', answer });
    return copy;
  }

  async #pump(): Promise<void> {
    const { saved, waiting, sending, halt } = this.#state;
    const [first] = waiting;
    if (!saved || !first || sending || halt) return;
    this.#is({ kind: 'departed' });
    const author = { expect: saved.revision, window: this.#ports.window };
    const sent = await this.#ports.network.send(this.book, first.act, author);
    this.#is(sent);
    if (sent.kind === 'unanswered') this.#lookLater();
    else this.#tellOf(first.key, sent);
    void this.#pump();
  }

  /** Tells whoever waits for an act what came of it. */
  #tellOf(key: number, sent: Exclude<Sent<Failure>, { readonly kind: 'unanswered' }>): void {
    const awaited = this.#awaited.get(key);
    this.#awaited.delete(key);
    if (sent.kind === 'acknowledged') {
      this.#ports.tell(this.book, { revision: sent.answer.revision, window: this.#ports.window });
      awaited?.resolve(sent.answer);
    } else if (awaited) {
      this.#is({ kind: 'gave-up' });
      awaited.reject(sent.failure);
    }
  }

  /** Nothing of this window's is on its way any more. */
  #answered(): Promise<void> {
    if (!this.#state.sending) return Promise.resolve();
    return new Promise((resolve) => {
      const stop = this.subscribe(() => {
        if (this.#state.sending) return;
        stop();
        resolve();
      });
    });
  }

  #lookLater(): void {
    if (this.#looksLater) return;
    this.#looksLater = true;
    this.#ports.later(LOOKS_AGAIN_MS, () => {
      this.#looksLater = false;
      void this.#look();
    });
  }

  /**
   * Whether the change that had no answer was stored after all: only then is it known what has still to be sent. Never rejects: where there
   * is no answer this time either, it looks again later, and says what it ran into.
   */
  #look(): Promise<NotAnswered | undefined> {
    this.#looking ??= this.#looked().finally(() => (this.#looking = undefined));
    return this.#looking;
  }

  async #looked(): Promise<NotAnswered | undefined> {
    if (this.#state.halt?.why !== 'unanswered') return undefined;
    try {
      const { network, window } = this.#ports;
      const since = this.#state.saved?.revision ?? this.#foundOn!;
      const newest = await network.fetch(this.book);
      const moved = newest.revision > since;
      const mine = moved && (await network.authorOf(this.book, since + 1)) === window;
      const own = !mine
        ? undefined
        : newest.revision === since + 1
          ? newest
          : await network.fetchAt(this.book, since + 1);
      const by = {
        revision: newest.revision,
        window: (moved && (await network.authorOf(this.book, newest.revision))) || '',
      };
      const [first] = this.#state.waiting;
      this.#is({ kind: 'looked', since, own, newest, by });
      this.#foundOn = undefined;
      if (first && own) this.#tellOf(first.key, { kind: 'acknowledged', answer: own });
      void this.#pump();
      return undefined;
    } catch (error) {
      this.#lookLater();
      return { error };
    }
  }

  #is(event: OutboxEvent<Failure>): void {
    const before = this.#state;
    this.#state = afterEvent(before, event);
    if (this.#state === before) return;
    const { saved, waiting } = this.#state;
    if (waiting !== before.waiting || saved?.revision !== before.saved?.revision)
      this.#ports.keeping.write(
        this.book,
        waiting.length > 0 ? { revision: saved?.revision ?? this.#foundOn ?? 0, waiting } : undefined,
      );
    for (const listener of this.#listeners) listener();
  }
}
