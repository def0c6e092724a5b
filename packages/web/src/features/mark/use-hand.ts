import { useMemo } from 'react';
import { useQuery } from '@tanstack/react-query';
import type { MeasurementsAnswer } from '@eight-up/core/contract/answers';
import { pagesPaper } from '@eight-up/core/document/document';
import { usualTakeUp } from '@eight-up/core/marks/sheet-marks';
import type { Measurement, Method } from '@eight-up/core/measuring/measurement';
import { USUAL_HAND, type Hand } from '@eight-up/core/slip/hand';
import type { Nm } from '@eight-up/core/units/nm';
import { getJson, type ApiFailure } from '../../base/api.ts';
import type { OpenBook } from '../../book/use-book.ts';
import { useBenchHand } from './bench-hand.ts';

export const MEASURED = 'measurements';

function useNewest<M extends Method>(method: M, about: string | undefined): Measurement<M> | undefined {
  const asked = useQuery<MeasurementsAnswer, ApiFailure>({
    queryKey: [MEASURED, method, about],
    enabled: about !== undefined,
    queryFn: () => getJson<MeasurementsAnswer>(`/api/measurements?method=${method}${about}`),
  });
  const newest = asked.data?.measurements[0] as Measurement<M> | undefined;
  return newest?.lengths ? newest : undefined;
}

export interface KnownHand {
  readonly hand: Hand;
  readonly measured: Measurement<'reading-error'> | undefined;
}

/** The maker's hand: as it was said, measured, or usual, in this order. */
export function useHand(): KnownHand {
  const own = useBenchHand((s) => s.own);
  const measured = useNewest('reading-error', '');
  const reading = measured?.lengths?.standard;
  const hand = useMemo(() => ({ ...USUAL_HAND, ...(reading ? { reading } : {}), ...own }), [reading, own]);
  return { hand, measured };
}

export interface KnownTakeUp {
  readonly takeUp: Nm;
  readonly measured: Measurement<'take-up'> | undefined;
}

/** What a fold of the book's paper takes up: measured on it, or usual. */
export function useTakeUp({ book }: OpenBook): KnownTakeUp {
  const paper = pagesPaper(book)?.paper;
  const measured = useNewest('take-up', paper && `&paper=${encodeURIComponent(paper.id)}`);
  const usual = usualTakeUp(book.printing.creep.thickness, paper?.grammage ?? null);
  return { takeUp: (measured?.lengths ? Math.max(0, measured.lengths.aFold) : usual) as Nm, measured };
}
