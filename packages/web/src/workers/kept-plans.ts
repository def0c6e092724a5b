import { createStore, delMany, entries, get, set } from 'idb-keyval';
import { ENGINE, fingerprint } from '@eight-up/core/cutting/jobs';

interface Kept {
  readonly question: string;
  readonly answer: unknown;
  readonly at: number;
}

/** So many; those that were found first go first. */
const KEPT = 200;

/** Of this window, there before anything can be looked up. */
const found = new Map<string, unknown>();
const store = () => createStore('eight-up-plans', 'plans');
const keyOf = (question: string): string => `${ENGINE} ${fingerprint(question)}`;

/** A plan that was found in this window, by what was asked. */
export const planAtHand = (question: string): unknown => found.get(question);

/** A plan that was found in any window of this browser, today or before. Undefined where there is none, or the browser keeps nothing. */
export async function keptPlan(question: string): Promise<unknown> {
  try {
    const kept = await get<Kept>(keyOf(question), store());
    return kept?.question === question ? kept.answer : undefined;
  } catch {
    return undefined;
  }
}

/** Keeps a plan. That the browser keeps nothing is no matter: it is found again. */
export async function keepPlan(question: string, answer: unknown): Promise<void> {
  found.set(question, answer);
  for (const eldest of found.keys()) if (found.size > KEPT) found.delete(eldest);
  try {
    await set(keyOf(question), { question, answer, at: Date.now() } satisfies Kept, store());
    const all = await entries<string, Kept>(store());
    const eldest = all.sort(([, a], [, b]) => b.at - a.at).slice(KEPT);
    if (eldest.length > 0)
      await delMany(
        eldest.map(([key]) => key),
        store(),
      );
  } catch {
    // It is found again.
  }
}
