import { useEffect, useState } from 'react';
import type { EditionProblem } from '@eight-up/core/cutting/edition/edition-task';
import { fingerprint } from '@eight-up/core/cutting/jobs';
import type { KitTask, PaperAnswers, PaperPlan, RankBy } from '@eight-up/core/cutting/plan-on-paper';
import { rank, type Ranked } from '@eight-up/core/cutting/ranked';
import type { ChosenPaper } from '@eight-up/core/document/chosen-paper';
import type { Paper } from '@eight-up/core/paper/paper';
import type { Result } from '@eight-up/core/result';
import { useCuttingJob } from '../../workers/use-cutting-job.ts';

type Planned = Result<PaperPlan, EditionProblem>;
/** How a paper may be taken: its grain right, its parts as it asks for them or as they are set; or as if grain did not matter. */
export type How = 'own' | 'as-set' | 'ignored';
interface Way {
  readonly paper: string;
  readonly how: How;
}
const nameOf = ({ paper, how }: Way): string => `${paper} ${how}`;

export interface SearchedOut {
  readonly ranked: Ranked;
  /** whether fewer sheets are still looked for, or will be */
  readonly isSearching: (paper: string, how: How) => boolean;
  /** the paper whose plan is being searched for just now */
  readonly now: string | undefined;
  readonly share: number;
  readonly soFar: { readonly sheets: number; readonly bound: number } | undefined;
  readonly stop: () => void;
}

/**
 * What was counted quickly on every paper, searched to its end wherever it is not proven yet, the better paper first: by the same search that
 * takes a paper, whose plan is then at hand. So a paper gives what its card promised.
 *
 * @param paused nothing is searched for just now
 */
export function useSearchedOut(
  task: KitTask,
  papers: readonly Paper[],
  by: RankBy,
  quick: readonly PaperAnswers[],
  paused: boolean,
): SearchedOut {
  const asked = fingerprint([task, papers]);
  const [found, setFound] = useState<{ readonly asked: string; readonly plans: ReadonlyMap<string, Planned> }>();
  const [stopped, setStopped] = useState<string>();
  const known = found?.asked === asked ? found.plans : NONE;
  const ranked = rank(
    quick.map((one) => {
      const searched = (how: How) => known.get(nameOf({ paper: one.paper, how }));
      const asSet = searched('as-set') ?? one.asSet;
      return {
        ...one,
        right: searched('own') ?? one.right,
        careless: searched('ignored') ?? one.careless,
        ...(asSet ? { asSet } : {}),
      };
    }),
    by,
  );
  const open = (way: Way, plan: Planned) => plan.ok && !plan.value.proven && !known.has(nameOf(way));
  // A paper whose grain is not known is not taken on a guess, so nothing is promised of it.
  const grainKnown = new Set(papers.filter(({ sheet }) => sheet.fibre !== 'unknown').map(({ id }) => id));
  const left: readonly Way[] = [
    ...[...ranked.comparable, ...ranked.unpriced]
      .filter(({ paper }) => grainKnown.has(paper))
      .flatMap(({ paper, right, asSet }) => [
        [{ paper, how: 'own' as const }, right] as const,
        ...(asSet ? [[{ paper, how: 'as-set' as const }, asSet] as const] : []),
      ]),
    ...ranked.against.map(({ paper, careless }) => [{ paper, how: 'ignored' as const }, careless] as const),
  ].flatMap(([way, plan]) => (open(way, plan) ? [way] : []));
  const isStopped = stopped === asked;
  const next = paused || isStopped ? undefined : left[0];
  const paper = papers.find(({ id }) => id === next?.paper);
  const key = next ? `${asked} ${nameOf(next)}` : '';
  const input = next && paper && { task: taskFor(task, next.how), paper, grain: grainOf(next.how) };
  const job = useCuttingJob('plan', input, key);
  const { answer, answers } = job;
  useEffect(() => {
    if (answer === undefined || !answers?.startsWith(`${asked} `)) return;
    const way = answers.slice(asked.length + 1);
    setFound((old) => ({ asked, plans: new Map(old?.asked === asked ? old.plans : []).set(way, answer) }));
  }, [answer, answers, asked]);
  return {
    ranked,
    isSearching: (of, how) => !isStopped && left.some((way) => way.paper === of && way.how === how),
    now: paper?.name,
    share: job.share,
    soFar: job.partials.at(-1),
    stop: () => {
      job.cancel();
      setStopped(asked);
    },
  };
}

export const grainOf = (how: How): ChosenPaper['grain'] => (how === 'ignored' ? 'ignored' : 'own');

/** What is asked when a paper is taken so. */
export const taskFor = ({ follows, ...task }: KitTask, how: How): KitTask =>
  follows ? { ...task, follows: how === 'as-set' ? { ...follows, as: 'set' } : follows } : task;

const NONE: ReadonlyMap<string, Planned> = new Map();
