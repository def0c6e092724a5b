import { spineFolds, type SpineFold } from '../folding/nest.ts';
import { depthsOf } from '../folding/reading.ts';
import { lastMoment, type FoldRun, type SewnThread } from '../folding/run.ts';
import type { BindStep, Purpose, TrimmedEdge } from '../folding/step.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import { at } from '../result.ts';
import type { Sewing } from '../stitches/sewing.ts';
import { sewingOfBook, type Bound } from './sewn-book.ts';
import { threadOnFolds } from './thread-on-folds.ts';

/**
 * The folded book with what hands do to it afterwards: nested or gathered, pierced, sewn or stapled, pressed, trimmed. No panel moves by it, so pages, places
 * and pictures stay as they were; a book that is not bound is the same object.
 */
export function boundBook(plan: FoldedBook, book: Bound): FoldedBook {
  const found = sewingOfBook(plan, book);
  const sewing = found?.ok ? found.value : undefined;
  const steps = bindSteps(plan, book, sewing);
  if (steps.length === 0) return plan;
  const { run } = plan;
  const last = lastMoment(run);
  const bound: FoldRun = {
    ...run,
    steps: [...run.steps, ...steps],
    moments: [...run.moments, ...steps.map(() => last)],
    motions: [...run.motions, ...steps.map(() => ({ kind: 'still' as const }))],
    sewn: sewing ? sewnBy(plan, sewing, steps, run.steps.length) : [],
  };
  return { ...plan, run: bound };
}

/** The steps after the last fold, in the order of the hands. */
function bindSteps(plan: FoldedBook, { binding, printing }: Bound, sewing: Sewing | undefined): readonly BindStep[] {
  const folds = middles(plan);
  const sections = folds.length;
  const made = (sewing?.stitch.steps ?? []).flatMap((purpose): readonly BindStep[] =>
    purpose === 'sew-section'
      ? folds.map((fold, i) => ({ ...bind(purpose, sewing!), open: opened(plan, fold), section: i + 1, sections }))
      : [{ ...bind(purpose, sewing!), ...(sections > 1 ? { sections } : openFor(plan, purpose, folds[0])) }],
  );
  const edges = trimmedEdges(plan, printing);
  return [
    ...made,
    ...(sewing && binding.pressed ? [{ kind: 'bind', purpose: 'press' } as const] : []),
    ...(edges.length > 0 ? [{ kind: 'bind', purpose: 'trim', edges } as const] : []),
  ];
}

const bind = (purpose: Purpose<'bind'>, { stations, path }: Sewing): BindStep => ({
  kind: 'bind',
  purpose,
  ...(stations.length > 0 ? { stations: stations.length } : {}),
  ...(purpose === 'sew' && path ? { begins: path.begins, way: path.passes.map(({ station }) => station) } : {}),
});

/** What is done from within a nest opens it in the middle. */
const openFor = (plan: FoldedBook, purpose: Purpose<'bind'>, fold: SpineFold | undefined): Pick<BindStep, 'open'> =>
  fold && purpose !== 'nest' && purpose !== 'gather' && purpose !== 'lay-into-fold' ? { open: opened(plan, fold) } : {};

/** Of each section the fold of its innermost folio, from the front. */
export function middles(plan: FoldedBook): readonly SpineFold[] {
  const innermost: SpineFold[] = [];
  for (const fold of spineFolds(plan))
    if (fold.folio >= (innermost[fold.section]?.folio ?? 0)) innermost[fold.section] = fold;
  return innermost;
}

/** The two panels between which a section is opened in its middle: those that lie nearest to each other on either side of its fold. */
function opened({ run, reading }: FoldedBook, { leaves }: SpineFold): readonly [string, string] {
  const depth = depthsOf(reading);
  const [front, back] = leaves;
  // Flaps folded into the middle lie between its leaves.
  const inner = reading.layers.filter((i) => depth[i]! > depth[front]! && depth[i]! < depth[back]!);
  const before = inner.filter((panel) => hangsOn(run, panel, front)).at(-1) ?? front;
  const after = inner.find((panel) => hangsOn(run, panel, back)) ?? back;
  return [at(run.laid.panels, before).label, at(run.laid.panels, after).label];
}

const hangsOn = (run: FoldRun, panel: number, leaf: number): boolean =>
  lastMoment(run).hinges.some(({ p, q }) => (p === panel && q === leaf) || (q === panel && p === leaf));

function trimmedEdges(plan: FoldedBook, { trim, trimHead, trimTail }: Bound['printing']): readonly TrimmedEdge[] {
  if (spineFolds(plan).length === 0) return [];
  return [
    ...(trimHead > 0 ? (['head'] as const) : []),
    ...(trimTail > 0 ? (['tail'] as const) : []),
    ...(trim > 0 ? (['fore-edge'] as const) : []),
  ];
}

/** Thread, staples or cord on the paper, by the step that brings each there. */
function sewnBy(plan: FoldedBook, sewing: Sewing, steps: readonly BindStep[], first: number): readonly SewnThread[] {
  const stepOf = (section: number): number => {
    const sewn = steps.findIndex(
      (step) =>
        step.section === section || step.purpose === 'sew' || step.purpose === 'staple' || step.purpose === 'tie',
    );
    return first + sewn;
  };
  return threadOnFolds(plan, sewing).map(({ section, spots }) => ({ step: stepOf(section), spots }));
}
