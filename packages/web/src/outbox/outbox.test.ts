import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyCommand } from '@eight-up/core/book/command';
import { newBook } from '@eight-up/core/book/new-book';
import type { BookAnswer, BookMoved } from '@eight-up/core/contract/answers';
import type { BookDocument } from '@eight-up/core/document/document';
import { mm } from '@eight-up/core/units/nm';
import { BookOutbox, type Keeping, type Network, type Ports, type Sent } from './book-outbox.ts';
import type { Act, Waiting } from './outbox.ts';

const made = newBook('Tides', { id: 'slit-book', parameters: {} }, { width: mm(297), height: mm(210), fibre: 'any' });
if (!made.ok) throw new Error(made.problem.code);

/** Random lives a property: a promise that nobody caught came up in one of some thousand. */
const LIVES = 10_000;

/** What becomes of the next thing sent. `lost-after`: it is stored, and its answer never comes. */
type Weather = 'fair' | 'refusing' | 'lost-before' | 'lost-after' | 'down';

/** A server that keeps one book and remembers who made which change. */
class FakeServer implements Network<string> {
  readonly log: { readonly window: string; readonly tag: string; readonly book: BookDocument }[] = [];
  weather: Weather = 'fair';
  sends = 0;

  #answer(n = this.log.length): BookAnswer {
    const book = n === 0 ? made.ok && made.value : this.log[n - 1]!.book;
    return {
      id: 'b',
      revision: n,
      canUndo: n > 0,
      canRedo: false,
      savedAt: '',
      book: book as BookDocument,
      assets: [],
    };
  }
  async #reach<T>(answer: () => T): Promise<T> {
    await Promise.resolve();
    if (this.weather === 'down') throw new Error('no answer');
    return answer();
  }
  fetch = () => this.#reach(() => this.#answer());
  fetchAt = (_: string, n: number) => this.#reach(() => this.#answer(n));
  authorOf = (_: string, n: number) => this.#reach(() => this.log[n - 1]?.window);
  copies = 0;
  copy = () => this.#reach(() => `copy ${++this.copies}`);
  /** an earlier state of everything is taken up again */
  restore = (n: number) => void this.log.splice(n);
  send = async (
    _: string,
    act: Act,
    { expect: expected, window }: { expect: number; window: string },
  ): Promise<Sent<string>> => {
    await Promise.resolve();
    // Sent over and over it would never come to rest.
    if (++this.sends > 10_000) throw new Error('sent without end');
    const { weather } = this;
    if (weather === 'down' || weather === 'lost-before') return { kind: 'unanswered', failure: 'no answer' };
    if (weather === 'refusing') return { kind: 'refused', failure: 'the disk is full' };
    const head = this.log[this.log.length - 1];
    if (expected !== this.log.length)
      return { kind: 'overtaken', by: { revision: this.log.length, window: head!.window }, failure: 'behind' };
    const applied = act.kind === 'command' ? applyCommand(this.#answer().book, act.command) : undefined;
    if (!applied?.ok) return { kind: 'refused', failure: 'impossible' };
    this.log.push({ window, tag: tagOf(act), book: applied.value.book });
    return weather === 'lost-after'
      ? { kind: 'unanswered', failure: 'no answer' }
      : { kind: 'acknowledged', answer: this.#answer() };
  };
}

const say = (tag: string): Act => ({
  kind: 'command',
  command: { kind: 'say', page: Number(tag.replace(/\D/g, '')) % 8, words: { note: tag } },
});
const tagOf = (act: Act): string =>
  act.kind === 'command' && act.command.kind === 'say' ? act.command.words.note! : '';

/** A window of a browser: its outbox may be loaded anew; what it keeps stays. */
class FakeWindow {
  readonly kept = new Map<string, { revision: number; waiting: readonly Waiting[] }>();
  readonly told: BookMoved[] = [];
  readonly later: (() => void)[] = [];
  box!: BookOutbox<string>;
  readonly name: string;
  readonly #server: FakeServer;
  others: readonly FakeWindow[] = [];

  constructor(name: string, server: FakeServer) {
    this.name = name;
    this.#server = server;
  }

  async load(): Promise<void> {
    const keeping: Keeping = {
      read: (book) => this.kept.get(book),
      write: (book, kept) => void (kept ? this.kept.set(book, kept) : this.kept.delete(book)),
    };
    const ports: Ports<string> = {
      network: this.#server,
      keeping,
      window: this.name,
      tell: (_, moved) => this.others.forEach(({ box }) => box.hears(moved)),
      later: (_, act) => void this.later.push(act),
    };
    this.later.length = 0;
    this.box = new BookOutbox('b', ports);
    await this.box.open().catch(() => undefined);
  }
}

const settle = async () => {
  for (let i = 0; i < 60; i++) await Promise.resolve();
};

type Step =
  | { readonly does: 'make' | 'reload' | 'try-again' | 'give-up' | 'take-over' | 'time-passes'; readonly window: 0 | 1 }
  | { readonly does: 'weather'; readonly weather: Weather }
  | { readonly does: 'settle' };
const window_ = fc.constantFrom(0 as const, 1 as const);
const step: fc.Arbitrary<Step> = fc.oneof(
  { weight: 6, arbitrary: fc.record({ does: fc.constant('make' as const), window: window_ }) },
  {
    weight: 3,
    arbitrary: fc.record({
      does: fc.constantFrom(
        'reload' as const,
        'try-again' as const,
        'give-up' as const,
        'take-over' as const,
        'time-passes' as const,
      ),
      window: window_,
    }),
  },
  {
    weight: 3,
    arbitrary: fc.record({
      does: fc.constant('weather' as const),
      weather: fc.constantFrom<Weather>('fair', 'fair', 'refusing', 'lost-before', 'lost-after', 'down'),
    }),
  },
  { weight: 4, arbitrary: fc.record({ does: fc.constant('settle' as const) }) },
);

/** Two windows, refusals, reloads and lost connections, in any order. */
async function lived(steps: readonly Step[]) {
  const server = new FakeServer();
  const windows = [new FakeWindow('one', server), new FakeWindow('two', server)];
  windows[0]!.others = [windows[1]!];
  windows[1]!.others = [windows[0]!];
  for (const one of windows) await one.load();
  const tags: string[] = [];
  const givenUp = new Set<string>();
  for (const what of steps) {
    if (what.does === 'weather') server.weather = what.weather;
    else if (what.does === 'settle') await settle();
    else {
      const one = windows[what.window]!;
      const { box } = one;
      if (what.does === 'make' && box.state.saved) {
        tags.push(`${one.name} ${tags.length}`);
        box.make(say(tags[tags.length - 1]!));
      }
      if (what.does === 'try-again') box.tryAgain();
      if (what.does === 'give-up' && box.state.halt?.why === 'refused' && box.state.waiting[0]) {
        givenUp.add(tagOf(box.state.waiting[0].act));
        box.giveUp();
      }
      if (what.does === 'take-over' && box.state.halt?.why === 'overtaken') await box.takeOver().catch(() => undefined);
      if (what.does === 'time-passes') one.later.splice(0).forEach((act) => act());
      if (what.does === 'reload') {
        await settle();
        await one.load();
      }
    }
    expectShown(windows);
  }
  return { server, windows, tags, givenUp };
}

/** What the maker sees is what was acknowledged last, with everything that waits made on it. */
function expectShown(windows: readonly FakeWindow[]): void {
  for (const { box } of windows) {
    const { saved, shown, waiting } = box.state;
    if (!saved) continue;
    const now = waiting.reduce((book, { act }) => {
      const applied = act.kind === 'command' ? applyCommand(book, act.command) : undefined;
      return applied?.ok ? applied.value.book : book;
    }, saved.book);
    expect(shown!.book).toEqual(now);
  }
}

describe('an outbox', () => {
  it('among two windows, refusals, reloads and lost connections: every change is stored once, or it waits and is shown, or it was given up', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(step, { maxLength: 40 }), async (steps) => {
        const { server, windows, tags, givenUp } = await lived(steps);
        await settle();
        const stored = server.log.map(({ tag }) => tag);
        expect(new Set(stored).size).toBe(stored.length);
        const waiting = windows.flatMap(({ box }) => box.state.waiting.map(({ act }) => tagOf(act)));
        for (const tag of tags) {
          const places = [stored.includes(tag), waiting.includes(tag)];
          // What had no answer may be stored and still wait to be looked for; given up, it may be stored all the same.
          expect(places.some(Boolean) || givenUp.has(tag)).toBe(true);
        }
        // In each window's own order.
        for (const { name } of windows) {
          const own = stored.filter((tag) => tag.startsWith(name)).map((tag) => Number(tag.split(' ')[1]));
          expect(own).toEqual(own.toSorted((a, b) => a - b));
        }
      }),
      { numRuns: LIVES },
    );
  });

  it('once the weather is fair and the maker goes on, everything that was not given up is in the book, once', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(step, { maxLength: 30 }), async (steps) => {
        const { server, windows, tags, givenUp } = await lived(steps);
        server.weather = 'fair';
        for (let round = 0; round < 12; round++)
          for (const { box, later } of windows) {
            await settle();
            later.splice(0).forEach((act) => act());
            await settle();
            if (!box.state.saved) await box.open();
            if (box.state.halt?.why === 'overtaken') await box.takeOver();
            else if (box.state.halt) box.tryAgain();
            await settle();
          }
        expect(windows.map(({ box }) => [box.state.waiting.length, box.state.halt])).toEqual([
          [0, undefined],
          [0, undefined],
        ]);
        const stored = server.log.map(({ tag }) => tag);
        expect(new Set(stored).size).toBe(stored.length);
        expect(tags.filter((tag) => !stored.includes(tag) && !givenUp.has(tag))).toEqual([]);
      }),
      { numRuns: LIVES },
    );
  });

  it('stops at the first that is refused and keeps what follows, in order; given up, the rest goes on', async () => {
    const server = new FakeServer();
    const one = new FakeWindow('one', server);
    await one.load();
    server.weather = 'refusing';
    one.box.make(say('one 0'));
    one.box.make(say('one 1'));
    await settle();
    expect([one.box.state.halt, server.log]).toEqual([{ why: 'refused', failure: 'the disk is full' }, []]);
    expect(one.box.state.waiting).toHaveLength(2);
    server.weather = 'fair';
    await settle();
    expect(server.log).toEqual([]);
    one.box.tryAgain();
    await settle();
    expect(server.log.map(({ tag }) => tag)).toEqual(['one 0', 'one 1']);
    server.weather = 'refusing';
    one.box.make(say('one 2'));
    one.box.make(say('one 3'));
    await settle();
    server.weather = 'fair';
    one.box.giveUp();
    await settle();
    expect(server.log.map(({ tag }) => tag)).toEqual(['one 0', 'one 1', 'one 3']);
  });

  it('whoever waits for an act is told what came of it, and nothing else waits for one that is refused', async () => {
    const server = new FakeServer();
    const one = new FakeWindow('one', server);
    await one.load();
    server.weather = 'refusing';
    const asked = one.box.makeAndWait(say('one 0'));
    await expect(asked).rejects.toBe('the disk is full');
    expect([one.box.state.waiting, one.box.state.halt]).toEqual([[], undefined]);
    server.weather = 'lost-after';
    const lost = one.box.makeAndWait(say('one 1'));
    await settle();
    server.weather = 'fair';
    one.later.splice(0).forEach((act) => act());
    expect((await lost).revision).toBe(1);
  });

  it('after an earlier state of everything was taken up, shows that one; what was made on the later state waits for the maker’s choice', async () => {
    const server = new FakeServer();
    const [one, two] = [new FakeWindow('one', server), new FakeWindow('two', server)];
    await one.load();
    for (const tag of ['one 0', 'one 1', 'one 2']) one.box.make(say(tag));
    await settle();
    await two.load();
    server.restore(1);
    await two.box.open();
    expect([two.box.state.saved!.revision, two.box.state.shown!.book]).toEqual([1, server.log[0]!.book]);
    one.box.make(say('one 3'));
    await settle();
    expect([server.sends, one.box.state.halt?.why, one.box.state.waiting.length]).toEqual([4, 'overtaken', 1]);
    await one.box.takeOver();
    await settle();
    expect(server.log.map(({ tag }) => tag)).toEqual(['one 0', 'one 3']);
  });

  it('an answer that was asked for before a change was acknowledged does not take the screen back', async () => {
    const server = new FakeServer();
    const one = new FakeWindow('one', server);
    await one.load();
    let answered = (): void => undefined;
    const asked = server.fetch;
    const before = await server.fetch();
    server.fetch = async () => {
      await new Promise<void>((resolve) => (answered = resolve));
      return before;
    };
    const opening = one.box.open();
    one.box.make(say('one 0'));
    await settle();
    answered();
    await opening;
    server.fetch = asked;
    expect([one.box.state.saved!.revision, one.box.state.shown!.book]).toEqual([1, server.log[0]!.book]);
  });

  it('looks for a server that is away one time after another, however often it is asked to', async () => {
    const server = new FakeServer();
    const one = new FakeWindow('one', server);
    await one.load();
    server.weather = 'down';
    one.box.make(say('one 0'));
    await settle();
    for (let times = 0; times < 5; times++) {
      one.box.tryAgain();
      await settle();
    }
    expect(one.later).toHaveLength(1);
  });

  it('loaded anew while the server is away, keeps what waited and looks again by itself; whoever opens it is told, and no promise is left that nobody catches', async () => {
    const server = new FakeServer();
    const one = new FakeWindow('one', server);
    await one.load();
    server.weather = 'lost-before';
    one.box.make(say('one 0'));
    await settle();
    const uncaught: unknown[] = [];
    const hear = (reason: unknown) => uncaught.push(reason);
    process.on('unhandledRejection', hear);
    try {
      server.weather = 'down';
      await one.load();
      await expect(one.box.open()).rejects.toThrow('no answer');
      one.box.tryAgain();
      await settle();
      one.later.splice(0).forEach((act) => act());
      await new Promise((resolve) => setTimeout(resolve));
      expect([uncaught, one.box.state.waiting.length, one.later.length]).toEqual([[], 1, 1]);
    } finally {
      process.off('unhandledRejection', hear);
    }
    server.weather = 'fair';
    one.later.splice(0).forEach((act) => act());
    await settle();
    expect([server.log.map(({ tag }) => tag), one.box.state.shown!.revision]).toEqual([['one 0'], 1]);
  });

  it('a copy is made once, even where the server is gone in the middle of it', async () => {
    const server = new FakeServer();
    const [one, two] = [new FakeWindow('one', server), new FakeWindow('two', server)];
    await one.load();
    await two.load();
    two.box.make(say('two 0'));
    await settle();
    one.box.make(say('one 0'));
    await settle();
    const fetch = server.fetch;
    let fetches = 0;
    server.fetch = () => (++fetches === 1 ? Promise.reject(new Error('no answer')) : fetch());
    await expect(one.box.keepCopy()).rejects.toThrow('no answer');
    await one.box.keepCopy();
    expect([server.copies, one.box.state.waiting, one.box.state.halt]).toEqual([1, [], undefined]);
  });
});
