import { useRef, useState } from 'react';
import type { Paper, PaperDraft } from '@eight-up/core/paper/paper';
import type { ApiFailure } from '../../base/api.ts';
import { useSettings } from '../../base/settings.ts';
import { usePapers } from '../../paper/use-papers.ts';

type Back = () => unknown;

/** What can be done in the drawer, each step of it with its way back. */
export function useDrawerActs() {
  const { drawer, papers, add, starter, table, change, move } = usePapers();
  const unit = useSettings((s) => s.unit);
  const [backs, setBacks] = useState<readonly Back[]>([]);
  const [takenOut, setTakenOut] = useState<Paper>();
  const hidden = useRef<ReturnType<typeof setTimeout>>(undefined);
  const remember = (back: Back) => setBacks((old) => [...old, back]);
  const outAgain = (made: readonly Paper[]) => remember(() => made.forEach(({ id }) => move.mutate({ id, out: true })));
  const failures = [add, starter, table, change, move, drawer];
  return {
    papers,
    isEmpty: drawer.isSuccess && papers.length === 0,
    takenOut,
    failure: failures.map(({ error }) => error).find((error): error is ApiFailure => error !== null),
    dismissFailure: () => [add, starter, table, change, move].forEach((one) => one.reset()),
    putIn: async (draft: PaperDraft): Promise<Paper | undefined> => {
      const made = await add.mutateAsync([draft]).catch(() => undefined);
      if (made) outAgain(made.papers);
      return made?.papers[0];
    },
    takeStarter: () => starter.mutate(undefined, { onSuccess: ({ papers: made }) => outAgain(made) }),
    takeTable: (file: Blob) => table.mutate({ file, unit }, { onSuccess: ({ papers: made }) => outAgain(made) }),
    tableTaken: table.data?.papers.length,
    /** a change that another window was ahead of: made all the same, to the paper as it is now */
    again: change.error?.code === 'paper-changed-elsewhere' ? () => change.mutate(change.variables!) : undefined,
    change: (paper: Paper) => {
      const before = papers.find(({ id }) => id === paper.id);
      if (before) remember(() => change.mutate(before));
      change.mutate(paper);
    },
    takeOut: (paper: Paper) => {
      move.mutate({ id: paper.id, out: true });
      remember(() => move.mutate({ id: paper.id, out: false }));
      setTakenOut(paper);
      clearTimeout(hidden.current);
      hidden.current = setTimeout(() => setTakenOut(undefined), 12_000);
    },
    canUndo: backs.length > 0,
    undo: () => {
      const back = backs[backs.length - 1];
      if (!back) return;
      setBacks(backs.slice(0, -1));
      setTakenOut(undefined);
      back();
    },
  };
}

export type DrawerActs = ReturnType<typeof useDrawerActs>;
