/** How much of a frame is given to what can wait. */
const SHARE_MS = 6;

interface Waiting {
  readonly work: () => void;
  /** what it will cost once the frame is drawn; 0: nothing is to be drawn for it */
  readonly drawsMs: number;
}

/** Work that can wait, done little by little: some at every frame, in the order in which it came, so that the screen answers in between. */
export class Turns {
  readonly #waiting: Waiting[] = [];
  readonly #after: () => void;
  #frame = 0;
  #stopped = false;

  /** @param after called after each turn that leaves something to be drawn */
  constructor(after: () => void) {
    this.#after = after;
  }

  /** @param drawsMs what it will cost once the frame is drawn, beyond the time it takes itself; left out: there is nothing to draw for it */
  add(work: () => void, drawsMs = 0): void {
    if (this.#stopped) return;
    this.#waiting.push({ work, drawsMs });
    this.#frame ||= requestAnimationFrame(this.#turn);
  }

  stop(): void {
    this.#stopped = true;
    cancelAnimationFrame(this.#frame);
  }

  readonly #turn = (): void => {
    this.#frame = 0;
    let until = performance.now() + SHARE_MS;
    let toDraw = false;
    while (this.#waiting.length > 0 && performance.now() < until) {
      const { work, drawsMs } = this.#waiting.shift()!;
      work();
      until -= drawsMs;
      toDraw ||= drawsMs > 0;
    }
    if (toDraw) this.#after();
    if (this.#waiting.length > 0) this.#frame ||= requestAnimationFrame(this.#turn);
  };
}
