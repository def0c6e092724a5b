import { fail, ok, type Result } from '../result.ts';
import { nm, type Nm } from '../units/nm.ts';
import { MOST_ERROR } from './hand.ts';

/** A strip marked for practice: where its marks should be, and where each is read again. */
export interface TestStrip {
  /** from one mark to the next */
  readonly step: Nm;
  readonly readBack: readonly Nm[];
  /** folded to and fro at its marks: how wide the packet is; null: it was not folded */
  readonly folded: Nm | null;
}

export type TestStripProblem =
  | { readonly code: 'test-strip-short'; readonly marks: number; readonly least: number }
  | { readonly code: 'test-strip-mark-off'; readonly mark: number; readonly by: Nm }
  | { readonly code: 'test-strip-fold-off'; readonly by: Nm };

export interface HandRead {
  /** the standard deviation of one reading, and of this figure itself */
  readonly reading: Nm;
  readonly sure: Nm;
  /** what one fold takes of the length; null: not measured */
  readonly takeUp: Nm | null;
  readonly marks: number;
}

/** Fewer say nothing of a hand. */
export const LEAST_MARKS = 5;

/**
 * How exactly somebody reads, from marks laid off and read again: each difference has two readings in it. Where the ruler lay at either time counts for nothing, so one degree of freedom goes to the
 * mean; of m marks s² = Σ(d − d̄)²/(m − 1), a reading has s/√2, and that is known to a share of 1/√(2(m − 1)) (the usual estimate of a normal deviation, and its own).
 */
export function readHand({ step, readBack, folded }: TestStrip): Result<HandRead, TestStripProblem> {
  const marks = readBack.length;
  if (marks < LEAST_MARKS) return fail({ code: 'test-strip-short', marks, least: LEAST_MARKS });
  const off = readBack.map((at, i) => at - (i + 1) * step);
  const mean = off.reduce((sum, d) => sum + d, 0) / marks;
  const far = off.findIndex((d) => Math.abs(d) > MOST_ERROR);
  if (far >= 0) return fail({ code: 'test-strip-mark-off', mark: far + 1, by: nm(Math.round(off[far]!)) });
  const variance = off.reduce((sum, d) => sum + (d - mean) ** 2, 0) / (marks - 1);
  const reading = Math.sqrt(variance / 2);
  // Folded, a panel between two folds is narrower by what one fold takes.
  const takeUp = folded === null ? null : step - folded;
  if (takeUp !== null && Math.abs(takeUp) > step / 2) return fail({ code: 'test-strip-fold-off', by: nm(takeUp) });
  return ok({
    reading: nm(Math.round(reading)),
    sure: nm(Math.round(reading / Math.sqrt(2 * (marks - 1)))),
    takeUp: takeUp === null ? null : nm(takeUp),
    marks,
  });
}
