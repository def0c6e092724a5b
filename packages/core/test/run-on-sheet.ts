import { oneSheet, type SheetPlan } from '../src/folding/assembly.ts';
import type { SheetSide } from '../src/folding/hold.ts';
import { runSteps } from '../src/folding/run.ts';
import type { Step } from '../src/folding/step.ts';

/** Steps carried out on a single sheet. */
export const runOnSheet = (sheet: SheetPlan, steps: readonly Step[], printed: readonly SheetSide[] = ['A']) =>
  runSteps(oneSheet(sheet, printed), steps);
