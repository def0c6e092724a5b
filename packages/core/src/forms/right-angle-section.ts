import { oneSheet } from '../folding/assembly.ts';
import type { FoldStep } from '../folding/step.ts';
import type { Form } from './form.ts';
import { choice, count, parameters, reading, type ParametersOf } from './parameters.ts';

export const rightAngleSectionParameters = parameters({
  /** folds, each at right angles to the one before: 8, 16 or 32 pages */
  folds: count(2, 4, 2),
  first: choice(['across', 'along'], 'across'),
  /** what each fold does with the half that moves: over the other, under it, or by turns */
  ways: choice(['over', 'under', 'by-turns'], 'over'),
  reading,
});
type Parameters = ParametersOf<typeof rightAngleSectionParameters>;

/** Whether fold k (0 first) has its crease upright as the sheet lies. */
const isUpright = ({ first }: Parameters, k: number): boolean => (k % 2 === 0) === (first === 'across');

const foldsAlong = (p: Parameters, upright: boolean): number =>
  Array.from({ length: p.folds }, (_, k) => isUpright(p, k)).filter((one) => one === upright).length;

/** One sheet printed on both sides and folded two, three or four times at right angles; the last fold is the spine, bolts are slit. */
export const rightAngleSection: Form<Parameters, 'right-angle-section'> = {
  id: 'right-angle-section',
  family: 'bound',
  parameters: rightAngleSectionParameters,
  lies: 'either',
  variants: [{ folds: 2 }, { folds: 3 }, { folds: 4 }],
  assembly: (p, sheet) => ({
    parts: oneSheet({ ...sheet, columns: 2 ** foldsAlong(p, true), rows: 2 ** foldsAlong(p, false) }, ['A', 'B']),
    hold: { kind: 'pile', cover: 'bolts-at-head', reading: p.reading },
    steps: Array.from({ length: p.folds }, (_, k): FoldStep => ({
      kind: 'fold',
      purpose: isUpright(p, k) ? 'fold-across' : 'fold-along',
      axis: isUpright(p, k) ? 'vertical' : 'horizontal',
      at: { share: [1, 2] },
      direction: p.ways === 'over' || (p.ways === 'by-turns' && k % 2 === 0) ? 'valley' : 'mountain',
      moving: 'after',
    })),
  }),
};
