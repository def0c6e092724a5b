/** Work that takes a while: yields how far it is, so that whoever drives it can show it, pause it or drop it. */
export type LongWork<Progress, Answer> = Generator<Progress, Answer, void>;

/** Carries work through to its end at once. */
export function finish<Progress, Answer>(work: LongWork<Progress, Answer>): Answer {
  let step = work.next();
  while (!step.done) step = work.next();
  return step.value;
}
