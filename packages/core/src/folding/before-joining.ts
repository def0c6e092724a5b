import { keptBy } from '../kept.ts';
import { connectedParts } from './laid-paper.ts';
import { lastMoment, type FoldRun } from './run.ts';

/** How far a part lies from its place before it is joined on, as a share of the longest side. */
const APART = 0.09;

/** The joins of a run, each with what lies further off as long as it is not made: the part that is laid on, and all that is joined on later. */
const laidOn = keptBy((run: FoldRun): readonly { readonly step: number; readonly panels: readonly number[] }[] => {
  const { hinges } = lastMoment(run);
  const groupOf: number[] = [];
  const groups = connectedParts(run.laid.panels.length, hinges);
  groups.forEach((panels, group) => panels.forEach((panel) => (groupOf[panel] = group)));
  const later = new Map<number, number[]>();
  return [...run.joined]
    .reverse()
    .map(({ step, panels: [lays, onto] }) => {
      const [part, on] = [groupOf[lays]!, groupOf[onto]!];
      const with_ = [...(later.get(part) ?? []), part];
      later.set(on, [...(later.get(on) ?? []), ...with_]);
      return { step, panels: with_.flatMap((group) => groups[group]!) };
    })
    .reverse();
});

/**
 * Parts lie in their places from the beginning; so that hands see what is laid onto what, each is shown to the right of its place until it is joined. By panel, as
 * a share of the longest side, `t` into a step (0-based); undefined once all is joined.
 */
export function apartAt(run: FoldRun, step: number, t: number): readonly number[] | undefined {
  const joins = laidOn(run, 0).filter((join) => join.step >= step);
  if (joins.length === 0) return undefined;
  const apart = run.laid.panels.map(() => 0);
  for (const join of joins) {
    const share = join.step === step ? 1 - t : 1;
    for (const panel of join.panels) apart[panel]! += APART * share;
  }
  return apart;
}
