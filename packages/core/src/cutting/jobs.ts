import { finish, type LongWork } from '../long-work.ts';
import type { Result } from '../result.ts';
import type { Paper } from '../paper/paper.ts';
import type { SlipTask } from '../slip/book-errors.ts';
import { simulateSlip, type SlipSimulated } from '../slip/simulate.ts';
import type { Nm } from '../units/nm.ts';
import { onEachWork, type CuttingPlan } from './cutting-plan.ts';
import { editionWork } from './edition/edition.ts';
import type { EditionPlan, EditionProblem, EditionTask } from './edition/edition-task.ts';
import type { AskSolver } from './linear-program.ts';
import { madeOtherwise, type OtherwiseMade, type OtherWay } from './otherwise.ts';
import type { CutTask, CuttingProblem, Parent } from './parent.ts';
import {
  answersOf,
  planOnPaper,
  type Effort,
  type KitTask,
  type PaperAnswers,
  type PaperPlan,
} from './plan-on-paper.ts';
import { becomings, bookKinds, type Becoming, type BookKind, type Bounds, type Corner } from './sheet-becomes.ts';

/** Changes whenever the same question may find another plan: a plan kept in a book says which search found it. */
export const ENGINE = 4;

/** Long work about cutting, and what a slip of the blade costs; the same in the browser's worker and in the server's. */
export interface CuttingJobs {
  /** each parent by itself */
  readonly yield: {
    readonly input: { readonly parents: readonly Parent[] } & Omit<CutTask, 'parent'>;
    readonly partial: never;
    readonly answer: Result<readonly CuttingPlan[], CuttingProblem>;
  };
  /** an edition over several parents */
  readonly edition: {
    readonly input: EditionTask;
    readonly partial: never;
    readonly answer: Result<EditionPlan, EditionProblem>;
  };
  /** one book on every paper of the drawer: an answer a paper as it is found */
  readonly rank: {
    readonly input: { readonly task: KitTask; readonly papers: readonly Paper[]; readonly effort: Effort };
    readonly partial: PaperAnswers;
    readonly answer: readonly PaperAnswers[];
  };
  /** a book whose parts follow the paper, made otherwise, on one paper */
  readonly otherwise: {
    readonly input: {
      readonly task: KitTask;
      readonly ways: readonly OtherWay[];
      readonly paper: Paper;
      readonly grain: 'own' | 'other' | 'ignored';
    };
    readonly partial: Result<OtherwiseMade, EditionProblem>;
    readonly answer: readonly Result<OtherwiseMade, EditionProblem>[];
  };
  /** one paper, as well as it can be proven */
  readonly plan: {
    readonly input: { readonly task: KitTask; readonly paper: Paper; readonly grain: 'own' | 'other' | 'ignored' };
    /** the fewest sheets so far, and how many it takes at least */
    readonly partial: { readonly sheets: number; readonly bound: number };
    readonly answer: Result<PaperPlan, EditionProblem>;
  };
  /** what there is to become, found by folding every form */
  readonly kinds: {
    readonly input: { readonly tab: Nm };
    readonly partial: never;
    readonly answer: readonly BookKind[];
  };
  /** books drawn at random, each a little out */
  readonly slip: {
    readonly input: { readonly task: SlipTask; readonly books: number; readonly seed: number };
    readonly partial: never;
    readonly answer: SlipSimulated;
  };
  /** what a sheet can become: corner points, kind after kind */
  readonly becomes: {
    readonly input: { readonly sheet: Becoming; readonly kinds: readonly BookKind[]; readonly bounds: Bounds };
    readonly partial: readonly Corner[];
    readonly answer: number;
  };
}

export type JobKind = keyof CuttingJobs;

/** How far (0–1), and what is already known. */
export interface JobProgress<K extends JobKind> {
  readonly share: number;
  readonly partial?: CuttingJobs[K]['partial'];
}

type Job<K extends JobKind> = (
  input: CuttingJobs[K]['input'],
  ask: AskSolver,
) => LongWork<JobProgress<K>, CuttingJobs[K]['answer']>;

function* along<R>(work: LongWork<number, R>, from = 0, share = 1): LongWork<{ share: number }, R> {
  let step = work.next();
  for (; !step.done; step = work.next()) yield { share: from + share * step.value };
  return step.value;
}

const JOBS: { readonly [K in JobKind]: Job<K> } = {
  *yield({ parents, ...task }) {
    return yield* along(onEachWork(parents, task));
  },
  *edition(task, ask) {
    const work = editionWork(task, ask);
    let step = work.next();
    for (; !step.done; step = work.next())
      yield { share: step.value.cost ? Math.min(1, step.value.bound / step.value.cost) : 0 };
    return step.value;
  },
  *rank({ task, papers, effort }, ask) {
    const all: PaperAnswers[] = [];
    for (const [i, paper] of papers.entries()) {
      const answers = yield* along(answersOf(task, paper, ask, effort), i / papers.length, 1 / papers.length);
      all.push(answers);
      yield { share: (i + 1) / papers.length, partial: answers };
    }
    return all;
  },
  *otherwise({ task, ways, paper, grain }, ask) {
    const all: Result<OtherwiseMade, EditionProblem>[] = [];
    for (const [i, way] of ways.entries()) {
      const made = yield* along(madeOtherwise(task, way, paper, grain, ask), i / ways.length, 1 / ways.length);
      all.push(made);
      yield { share: (i + 1) / ways.length, partial: made };
    }
    return all;
  },
  *plan({ task, paper, grain }, ask) {
    const work = planOnPaper(task, paper, grain, ask, 'exact');
    let said = '';
    let step = work.next();
    for (; !step.done; step = work.next()) {
      const { share, sheets, bound: least = 0 } = step.value;
      const bound = Math.ceil(least - 1e-9);
      const now = `${sheets} ${bound}`;
      // Told when it changes, not whenever a search draws breath.
      yield sheets === undefined || now === said ? { share } : { share, partial: { sheets, bound } };
      said = now;
    }
    return step.value;
  },
  *kinds({ tab }) {
    yield { share: 0 };
    return bookKinds(tab);
  },
  *slip({ task, books, seed }) {
    return yield* along(simulateSlip(task, books, seed));
  },
  *becomes({ sheet, kinds, bounds }) {
    let count = 0;
    const total = 2 * kinds.length;
    let part = 0;
    for (const corners of becomings(sheet, kinds, bounds)) {
      count += corners.length;
      yield { share: ++part / total, partial: corners };
    }
    return count;
  },
};

/** Carries out a job of either kind; whoever drives it may pause between any two steps. */
export const startJob = <K extends JobKind>(
  kind: K,
  input: CuttingJobs[K]['input'],
  ask: AskSolver,
): LongWork<JobProgress<K>, CuttingJobs[K]['answer']> => JOBS[kind](input, ask);

/** The same, at once. */
export const doJob = <K extends JobKind>(
  kind: K,
  input: CuttingJobs[K]['input'],
  ask: AskSolver,
): CuttingJobs[K]['answer'] => finish(startJob(kind, input, ask));

/** A short fingerprint of what a plan was asked (FNV-1a, Fowler, Noll & Vo, 32 bits twice with other beginnings). */
export function fingerprint(asked: unknown): string {
  const text = JSON.stringify(asked);
  const hash = (start: number): string => {
    let value = start;
    for (let i = 0; i < text.length; i++) value = Math.imul(value ^ text.charCodeAt(i), 0x01000193);
    return (value >>> 0).toString(16).padStart(8, '0');
  };
  return hash(0x811c9dc5) + hash(0x1234567);
}
