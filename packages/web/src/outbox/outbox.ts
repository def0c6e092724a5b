import { replaceEqualDeep } from '@tanstack/react-query';
import { applyCommand, type Command } from '@eight-up/core/book/command';
import type { BookAnswer, BookMoved } from '@eight-up/core/contract/answers';
import type { AssetInfo } from '@eight-up/core/document/asset';

/** What a maker does to a book. Commands are shown at once; what the others lead to only the server knows. */
export type Act =
  /** `act`: shared by commands that the maker takes back together */
  | { readonly kind: 'command'; readonly command: Command; readonly act?: string }
  | { readonly kind: 'undo' | 'redo' }
  | { readonly kind: 'go-back'; readonly to: number }
  | { readonly kind: 'arrange'; readonly csv: string };

export interface Waiting {
  /** tells acts of one window apart */
  readonly key: number;
  readonly act: Act;
}

/** Why nothing is sent just now; what waits is kept. */
export type Halt<Failure> =
  /** the first of those that wait cannot be stored as it is */
  | { readonly why: 'refused'; readonly failure: Failure }
  /** there was no answer: the first of those that wait may be stored, or not */
  | { readonly why: 'unanswered'; readonly failure: Failure | undefined }
  /** another window is ahead: the screen stays as it is until the maker has chosen */
  | { readonly why: 'overtaken'; readonly by: BookMoved };

/** All that a window knows of a book. */
export interface Outbox<Failure> {
  /** the book as the server acknowledged it last */
  readonly saved: BookAnswer | undefined;
  /** the same with everything that waits: what the maker sees */
  readonly shown: BookAnswer | undefined;
  /** in the order in which they were made */
  readonly waiting: readonly Waiting[];
  /** the first of those that wait is on its way */
  readonly sending: boolean;
  readonly halt: Halt<Failure> | undefined;
  /** originals that no saved book names yet */
  readonly known: readonly AssetInfo[];
}

export type OutboxEvent<Failure> =
  /** the book as the server has it; `asked`: what was acknowledged when it was asked for */
  | { readonly kind: 'fetched'; readonly answer: BookAnswer; readonly asked: BookAnswer | undefined }
  /** what this window had not saved before it was loaded anew, made on this revision */
  | { readonly kind: 'found'; readonly revision: number; readonly waiting: readonly Waiting[] }
  | { readonly kind: 'made'; readonly waiting: Waiting }
  | { readonly kind: 'departed' }
  | { readonly kind: 'acknowledged'; readonly answer: BookAnswer }
  | { readonly kind: 'refused'; readonly failure: Failure }
  | { readonly kind: 'unanswered'; readonly failure: Failure }
  /** another window has saved the book */
  | { readonly kind: 'heard'; readonly by: BookMoved }
  /** what was sent came too late: another window had saved first */
  | { readonly kind: 'overtaken'; readonly by: BookMoved }
  | LookedEvent
  | { readonly kind: 'tried-again' }
  /** the first of those that wait is let go */
  | { readonly kind: 'gave-up' }
  /** the maker goes on from the newest state, with what waits made on it again */
  | { readonly kind: 'took-over'; readonly answer: BookAnswer }
  /** what waits has become a book of its own */
  | { readonly kind: 'parted'; readonly answer: BookAnswer }
  | { readonly kind: 'knows'; readonly assets: readonly AssetInfo[] };

/** Looked after an answer that did not come: the newest state, who made it, and the state that this window's own change led to, if it was stored. */
export interface LookedEvent {
  readonly kind: 'looked';
  /** the revision before the change that had no answer */
  readonly since: number;
  readonly own: BookAnswer | undefined;
  readonly newest: BookAnswer;
  readonly by: BookMoved;
}

export const emptyOutbox = <Failure>(): Outbox<Failure> => ({
  saved: undefined,
  shown: undefined,
  waiting: [],
  sending: false,
  halt: undefined,
  known: [],
});

/** The next state. Nothing but events changes one. */
export function afterEvent<Failure>(box: Outbox<Failure>, event: OutboxEvent<Failure>): Outbox<Failure> {
  switch (event.kind) {
    case 'fetched':
      return fetched(box, event.answer, event.asked);
    case 'found':
      // Whether the first of them was stored nobody knows yet.
      return { ...box, waiting: [...event.waiting, ...box.waiting], halt: { why: 'unanswered', failure: undefined } };
    case 'made':
      return {
        ...box,
        waiting: [...box.waiting, event.waiting],
        shown: box.shown && withAct(box.shown, event.waiting.act),
      };
    case 'departed':
      return { ...box, sending: true };
    case 'acknowledged':
      return acknowledged({ ...box, sending: false }, event.answer);
    case 'refused':
      return { ...box, sending: false, halt: box.halt ?? { why: 'refused', failure: event.failure } };
    case 'unanswered':
      return { ...box, sending: false, halt: overtakenOr(box, { why: 'unanswered', failure: event.failure }) };
    case 'heard':
      return heard(box, event.by);
    case 'overtaken':
      // Whichever revision that is: an earlier state of everything may have been taken up again.
      return { ...box, sending: false, halt: { why: 'overtaken', by: event.by } };
    case 'looked':
      return looked(box, event);
    case 'tried-again':
      return box.halt?.why === 'overtaken' ? box : { ...box, halt: undefined };
    case 'gave-up':
      return rebased({ ...box, waiting: box.waiting.slice(1), halt: overtakenOr(box, undefined) }, box.saved);
    case 'took-over':
      return rebased({ ...box, halt: undefined }, event.answer);
    case 'parted':
      return rebased({ ...box, waiting: [], halt: undefined }, event.answer);
    case 'knows':
      return {
        ...box,
        known: [...box.known, ...event.assets],
        shown: box.shown && withAssets(box.shown, event.assets),
      };
  }
}

/** While something waits, or is behind, the screen must not jump; nor back to what was so before a change was acknowledged. */
function fetched<Failure>(box: Outbox<Failure>, answer: BookAnswer, asked: BookAnswer | undefined): Outbox<Failure> {
  const { saved, waiting, halt } = box;
  const late = saved !== asked && saved !== undefined && answer.revision < saved.revision;
  if (halt?.why === 'overtaken' || late || (saved && waiting.length > 0)) return box;
  return rebased(box, answer);
}

function acknowledged<Failure>(box: Outbox<Failure>, answer: BookAnswer): Outbox<Failure> {
  const [done, ...waiting] = box.waiting;
  const halt = box.halt?.why === 'overtaken' && box.halt.by.revision > answer.revision ? box.halt : undefined;
  const next = { ...box, waiting, halt };
  // What a command leads to is on the screen already, with what was done since.
  if (done?.act.kind === 'command' && waiting.length > 0 && box.shown)
    return { ...next, saved: answer, shown: { ...answer, book: box.shown.book, assets: box.shown.assets } };
  return rebased(next, answer);
}

/** While it is not known whether an own change was stored, looking comes first: it finds what others did as well. */
function heard<Failure>(box: Outbox<Failure>, by: BookMoved): Outbox<Failure> {
  const ahead = box.saved !== undefined && by.revision > box.saved.revision;
  return ahead && box.halt?.why !== 'unanswered' ? { ...box, halt: { why: 'overtaken', by } } : box;
}

function looked<Failure>(box: Outbox<Failure>, { since, own, newest, by }: LookedEvent): Outbox<Failure> {
  if (box.halt?.why !== 'unanswered') return box;
  const resumed = { ...box, halt: undefined };
  if (newest.revision === since) return rebased(resumed, newest);
  if (own) return heard(acknowledged(resumed, own), by);
  return { ...(box.saved ? box : rebased(box, newest)), halt: { why: 'overtaken', by } };
}

const overtakenOr = <Failure>({ halt }: Outbox<Failure>, other: Halt<Failure> | undefined) =>
  halt?.why === 'overtaken' ? halt : other;

/** What waits made on another state; what it leaves as it was stays the same object. */
function rebased<Failure>(box: Outbox<Failure>, saved: BookAnswer | undefined): Outbox<Failure> {
  if (!saved) return { ...box, saved, shown: undefined };
  const known = box.known.filter(({ id }) => !saved.assets.some((one) => one.id === id));
  const shown = box.waiting.reduce((book, { act }) => withAct(book, act), withAssets(saved, known));
  return { ...box, saved, known, shown: box.shown ? replaceEqualDeep(box.shown, shown) : shown };
}

/** A command carried out; one that is not possible any more shows nothing, and is told when it is sent. */
function withAct(shown: BookAnswer, act: Act): BookAnswer {
  if (act.kind !== 'command') return shown;
  const applied = applyCommand(shown.book, act.command);
  return applied.ok ? { ...shown, book: applied.value.book } : shown;
}

const withAssets = (shown: BookAnswer, known: readonly AssetInfo[]): BookAnswer =>
  known.length === 0 ? shown : { ...shown, assets: [...shown.assets, ...known] };
