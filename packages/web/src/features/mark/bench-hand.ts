import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { Reading } from '@eight-up/core/cutting/marks';
import type { ScoreTool } from '@eight-up/core/marks/sheet-marks';
import type { Hand } from '@eight-up/core/slip/hand';
import type { MarkingMethod } from '@eight-up/core/slip/method';
import type { Nm } from '@eight-up/core/units/nm';

interface BenchHand {
  readonly tool: ScoreTool;
  readonly fine: Exclude<Reading, 'mm'>;
  readonly method: MarkingMethod;
  readonly end: 'before' | 'after';
  /** what the maker said of the own hand; what is left out is measured, or usual */
  readonly own: Partial<Hand>;
  readonly covers: Nm;
  /** what was ticked off, by the marks it was ticked on: changed marks are ticked anew */
  readonly ticked: Readonly<Record<string, readonly string[]>>;
  readonly set: (
    change: Partial<Pick<BenchHand, 'tool' | 'fine' | 'method' | 'end' | 'own' | 'covers' | 'ticked'>>,
  ) => void;
}

/** So many books' ticks are kept, those ticked last. */
const MOST_TICKED = 40;

/** The hand and the tools at this bench: of the maker, not of a book. */
export const useBenchHand = create<BenchHand>()(
  persist(
    (set) => ({
      tool: 'bone-folder',
      fine: 'sixteenths',
      method: 'one-datum',
      end: 'after',
      own: {},
      covers: 1_000_000 as Nm,
      ticked: {},
      set: ({ ticked, ...change }) =>
        set({
          ...change,
          ...(ticked ? { ticked: Object.fromEntries(Object.entries(ticked).slice(-MOST_TICKED)) } : {}),
        }),
    }),
    { name: 'eight-up-bench-hand' },
  ),
);
