import { useEffect, useState, useSyncExternalStore } from 'react';

const reducedMotion = () => window.matchMedia('(prefers-reduced-motion: reduce)').matches;

/** Steps a second: quick enough for somebody who knows the fold, slow enough to be followed. */
const PER_SECOND = 1.15;

/**
 * A position on the rehearsal's tape that glides to where it is sent; at once where motion is unwelcome. It moves outside React: what is drawn
 * anew at every frame listens for itself, everything else asks for whole steps.
 */
export class Tape {
  /** where it is, between 0 and its end */
  position: number;
  /** where it is going */
  target: number;
  private readonly end: number;
  private frame = 0;
  private readonly listeners = new Set<() => void>();

  constructor(start: number, end: number) {
    this.position = this.target = start;
    this.end = end;
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  glideTo(wanted: number): void {
    this.stop();
    this.target = this.within(wanted);
    if (reducedMotion()) {
      this.put(this.target);
      return;
    }
    let last: number | undefined;
    const tick = (now: number) => {
      const passed = last === undefined ? 0 : Math.min(now - last, 50) / 1000;
      last = now;
      const left = this.target - this.position;
      // Far targets are reached quickly; the last step is shown at its own pace.
      const stride = passed * PER_SECOND * Math.max(1, Math.abs(left));
      if (Math.abs(left) <= stride) {
        this.put(this.target);
        return;
      }
      this.put(this.position + Math.sign(left) * stride);
      this.frame = requestAnimationFrame(tick);
    };
    this.frame = requestAnimationFrame(tick);
  }

  jumpTo(wanted: number): void {
    this.stop();
    this.target = this.within(wanted);
    this.put(this.target);
  }

  readonly stop = (): void => cancelAnimationFrame(this.frame);

  private readonly within = (wanted: number): number => Math.min(Math.max(wanted, 0), this.end);

  private put(value: number): void {
    this.position = value;
    this.listeners.forEach((listener) => listener());
  }
}

/** A tape for as long as a screen is shown. */
export function useTape(start: number, end: number): Tape {
  const [tape, setTape] = useState(() => new Tape(start, end));
  const [itsEnd, setEnd] = useState(end);
  if (itsEnd !== end) {
    setEnd(end);
    setTape(new Tape(Math.min(tape.position, end), end));
  }
  useEffect(() => tape.stop, [tape]);
  return tape;
}

/** What is derived from the position, as long as it comes out the same: nothing is drawn anew in between. */
export const useOnTape = <T extends number | boolean>(tape: Tape, derive: (position: number) => T): T =>
  useSyncExternalStore(tape.subscribe, () => derive(tape.position));
