/** A job was ended before its answer: it took too long, its process died of too much memory or of its input, or nobody waits for it. */
export class JobEnded extends Error {
  readonly why: 'time' | 'memory' | 'dropped';
  constructor(why: JobEnded['why']) {
    super(`job ended: ${why}`);
    this.why = why;
  }
}
