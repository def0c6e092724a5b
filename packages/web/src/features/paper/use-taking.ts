import { useEffect, useState } from 'react';
import type { PaperSlot } from '@eight-up/core/document/kit';
import { checkKey } from '@eight-up/core/checks/check';
import { takePaper, taskOnAny } from '@eight-up/core/cutting/chosen';
import { asSetWhereItServes } from '@eight-up/core/cutting/on-paper';
import type { KitTask } from '@eight-up/core/cutting/plan-on-paper';
import type { ChosenPaper } from '@eight-up/core/document/chosen-paper';
import type { Paper } from '@eight-up/core/paper/paper';
import { editionProblemWords } from '@eight-up/words/problems';
import { pieceWords, planSoFar } from '@eight-up/words/cutting';
import { useSettings } from '../../base/settings.ts';
import type { OpenBook } from '../../book/use-book.ts';
import { useStable } from '../../ui/use-stable.ts';
import { useCuttingJob } from '../../workers/use-cutting-job.ts';

interface Taking {
  readonly paper: Paper;
  readonly grain: ChosenPaper['grain'];
  readonly task: KitTask;
  /** why a wrong grain is taken all the same */
  readonly reason: string | undefined;
  readonly times: number;
}

/** A sheet of the other grain is another sheet: the snapshot says so. */
const nameTaken = ({ paper, grain }: Taking): string =>
  grain === 'other' && paper.foundBy !== null ? `${paper.name}, other grain` : paper.name;

interface TakenSo {
  /** the plan that is asked for; left out: the book with its parts as they are set, where they serve on that paper */
  readonly task?: KitTask;
  /** why a wrong grain is taken all the same */
  readonly reason?: string;
}

/** Taking a paper: its plan is proven as far as it can be, then fixed in the book. */
export function useTaking(book: OpenBook, on: PaperSlot, onTaken: () => void) {
  const unit = useSettings((s) => s.unit);
  const [taking, setTaking] = useState<Taking>();
  const job = useCuttingJob(
    'plan',
    taking && { task: taking.task, paper: taking.paper, grain: taking.grain },
    taking ? `${taking.paper.id} ${taking.grain} ${taking.times}` : '',
  );
  const fix = useStable(() => {
    const plan = job.answer;
    if (!taking || !plan?.ok) return;
    const { paper, grain } = taking;
    const act = crypto.randomUUID();
    const taken = takePaper(book.plan, book.book, on, paper, grain, plan.value, nameTaken(taking));
    book.change({ kind: 'choose-paper', on, ...taken }, act);
    if (taking.reason !== undefined) {
      const { spineAxis: spine } = book.plan.reading;
      const key = checkKey({ code: 'grain-across-spine', weight: 'settle', spine, thin: false });
      book.change({ kind: 'accept', accepted: { key, reason: taking.reason } }, act);
    }
    setTaking(undefined);
    onTaken();
  });
  const { answer } = job;
  useEffect(() => {
    if (answer?.ok) fix();
  }, [answer, fix]);
  const nameOf = (piece: string) => pieceWords(book.book.kit, book.book.form.id, piece);
  return {
    take: (paper: Paper, grain: ChosenPaper['grain'], { task, reason }: TakenSo = {}) => {
      const any = taskOnAny(book.plan, book.book, on);
      const kept = any.follows ? { ...any, follows: asSetWhereItServes(any.follows, paper, grain) } : any;
      setTaking((old) => ({ paper, grain, task: task ?? kept, reason, times: (old?.times ?? 0) + 1 }));
    },
    taking: taking?.paper.name,
    share: job.share,
    soFar: planSoFar(job.partials.at(-1)),
    running: job.running,
    problem:
      job.error ?? (taking && answer && !answer.ok ? editionProblemWords(answer.problem, nameOf, unit) : undefined),
    cancel: () => {
      job.cancel();
      setTaking(undefined);
    },
  };
}
