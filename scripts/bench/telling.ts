import { QUICK, type Figure, type Figures } from './measuring.ts';

/** Tells figures as they come; one that throws counts as missed, and the rest goes on. */
export class Telling {
  readonly #calibration: number;
  within = 0;
  readonly over: string[] = [];
  readonly threw: string[] = [];

  /** @param calibration milliseconds of the calibration loop: ratios to it travel better than milliseconds */
  constructor(calibration: number) {
    this.#calibration = calibration;
    console.log(`calibration loop ${calibration.toFixed(2)} ms`);
  }

  async all(name: string, measure: () => Figures | Promise<Figures>): Promise<void> {
    try {
      for await (const figure of await measure()) await this.#figure(figure);
    } catch (error) {
      this.#missed(name, error);
    }
  }

  async #figure({ name, value, unit, limit }: Figure): Promise<void> {
    let measured: number;
    try {
      measured = typeof value === 'function' ? await value() : value;
      if (!Number.isFinite(measured)) throw new Error('nothing was measured');
    } catch (error) {
      this.#missed(name, error);
      return;
    }
    const within = measured <= limit;
    if (within) this.within++;
    else this.over.push(name);
    const ratio = unit === 'ms' ? `  (${(measured / this.#calibration).toFixed(2)} × calibration)` : '';
    console.log(
      `${QUICK ? 'ran ' : within ? 'ok  ' : 'OVER'}  ${name}: ${measured.toFixed(unit === 'ms' || unit === '×' ? 2 : 0)} ${unit}, limit ${limit} ${unit}${ratio}`,
    );
  }

  #missed(name: string, error: unknown): void {
    this.threw.push(name);
    console.log(`BROKE ${name}: ${error instanceof Error ? (error.stack ?? error.message) : String(error)}`);
  }
}
