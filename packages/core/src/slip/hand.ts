import { mm, type Nm } from '../units/nm.ts';

/** How exactly somebody works: standard deviations, and one bias. Nanometres. */
export interface Hand {
  /** one mark laid off with a ruler, or one edge laid to another by eye */
  readonly reading: Nm;
  /** a panel folded against a card in the last fold, or scored in the groove of a board */
  readonly jig: Nm;
  /** by how much every jigged panel comes out too wide (or, below 0, too narrow) */
  readonly jigBias: Nm;
  /** an end cut to its mark */
  readonly blade: Nm;
  /** the next strip laid to the crease of a joint */
  readonly placing: Nm;
  /** by how much two edges miss one another when they are laid together */
  readonly halving: Nm;
  /** a cover laid to the block */
  readonly cover: Nm;
}

/** Usual for a practised hand: a ruler read to a quarter of a millimetre, a blade to 0.15 mm, a jig to 0.1 mm (docs/slip.md). */
export const USUAL_HAND: Hand = {
  reading: mm(0.25),
  jig: mm(0.1),
  jigBias: mm(0),
  blade: mm(0.15),
  placing: mm(0.25),
  halving: mm(0.25),
  cover: mm(0.25),
};

/** Beyond these a figure is a slip of the keyboard: nobody reads a ruler to 10 mm. */
export const MOST_ERROR = mm(10);

export type HandProblem = { readonly code: 'hand-not-possible'; readonly what: keyof Hand; readonly value: Nm };

/** Nothing is exact to nought, and nobody is out by a centimetre; a bias may be nothing. */
export function handProblem(hand: Hand): HandProblem | undefined {
  for (const what of Object.keys(USUAL_HAND) as (keyof Hand)[]) {
    const value = hand[what];
    const least = what === 'jigBias' ? -MOST_ERROR : 0;
    if (!(value >= least && value <= MOST_ERROR)) return { code: 'hand-not-possible', what, value };
  }
  return hand.reading === 0 ? { code: 'hand-not-possible', what: 'reading', value: hand.reading } : undefined;
}
