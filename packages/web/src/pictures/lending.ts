interface Lent<V> {
  readonly value: Promise<V>;
  users: number;
}

/** Things that are costly to make and to keep, lent to whoever uses them. Of those that nobody uses the last few are kept; the others are thrown away. */
export class Lending<V> {
  readonly #lent = new Map<string, Lent<V>>();
  readonly #mostUnused: number;
  readonly #throwAway: (value: V) => void;

  constructor(mostUnused: number, throwAway: (value: V) => void) {
    this.#mostUnused = mostUnused;
    this.#throwAway = throwAway;
  }

  /** To be given back once it is no longer used, also where making it failed. */
  borrow(key: string, make: () => Promise<V>): Promise<V> {
    const known = this.#lent.get(key) ?? { value: make(), users: 0 };
    known.users++;
    this.#lent.set(key, known);
    return known.value;
  }

  giveBack(key: string): void {
    const lent = this.#lent.get(key);
    if (!lent || --lent.users > 0) return;
    // Last given back, last thrown away.
    this.#lent.delete(key);
    this.#lent.set(key, lent);
    // What failed is made anew when it is asked for again.
    lent.value.catch(() => lent.users === 0 && this.#lent.get(key) === lent && this.#lent.delete(key));
    const unused = [...this.#lent].filter(([, { users }]) => users === 0);
    for (const [old, { value }] of unused.slice(0, Math.max(0, unused.length - this.#mostUnused))) {
      this.#lent.delete(old);
      value.then(this.#throwAway, () => undefined);
    }
  }

  async during<R>(key: string, make: () => Promise<V>, act: (value: V) => Promise<R>): Promise<R> {
    try {
      return await act(await this.borrow(key, make));
    } finally {
      this.giveBack(key);
    }
  }
}
