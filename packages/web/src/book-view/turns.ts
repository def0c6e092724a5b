/** How much of a frame is given to what can wait. */
const SHARE_MS = 6;

interface Waiting {
  readonly work: () => void;
  readonly costsMs: number;
}

/** Work that can wait, done little by little: some at every frame, in the order in which it came, so that the screen answers in between. */
export class Turns {
  readonly #waiting: Waiting[] = [];
  readonly #after: () => void;
  #frame = 0;
  #stopped = false;

  /** @param after called after each turn in which something was done */
  constructor(after: () => void) {
    this.#after = after;
  }

  /** @param costsMs what it will cost once the frame is drawn, beyond the time it takes itself */
  add(work: () => void, costsMs = 0): void {
    if (this.#stopped) return;
    this.#waiting.push({ work, costsMs });
    this.#frame ||= requestAnimationFrame(this.#turn);
  }

  stop(): void {
    this.#stopped = true;
    cancelAnimationFrame(this.#frame);
  }

  readonly #turn = (): void => {
    this.#frame = 0;
    let until = performance.now() + SHARE_MS;
    while (this.#waiting.length > 0 && performance.now() < until) {
      const { work, costsMs } = this.#waiting.shift()!;
      work();
      until -= costsMs;
    }
    this.#after();
    if (this.#waiting.length > 0) this.#frame ||= requestAnimationFrame(this.#turn);
  };
}
