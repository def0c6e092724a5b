import type { FoldDirection } from '../folding/step.ts';
import { foldAfter } from './joint-side.ts';

/** Which ends are glued to covers. */
export type Covers = 'none' | 'one' | 'both';

/** What of a folded concertina is seen. */
export interface Ends {
  /** the face that each end turns outwards, where a cover is glued */
  readonly outward: { readonly first: 'front' | 'back'; readonly last: 'front' | 'back' };
  /** printed faces that lie under a cover, by panel from 1 */
  readonly hidden: readonly { readonly panel: number; readonly face: 'front' | 'back' }[];
  /** printed faces that are seen */
  readonly shown: number;
}

/**
 * Closed, the face of an end that does not lie against its neighbour looks outwards: the back where its only fold is a valley of the front, the front where it is
 * a mountain. What looks outwards is glued to the cover.
 */
export function endsOf(panels: number, first: FoldDirection, covers: Covers, bothSides: boolean): Ends {
  const faceOutward = (fold: FoldDirection) => (fold === 'valley' ? 'back' : 'front');
  const outward = { first: faceOutward(foldAfter(1, first)), last: faceOutward(foldAfter(panels - 1, first)) } as const;
  const glued = [
    ...(covers === 'none' ? [] : [{ panel: 1, face: outward.first }]),
    ...(covers === 'both' ? [{ panel: panels, face: outward.last }] : []),
  ];
  const hidden = glued.filter(({ face }) => bothSides || face === 'front');
  return { outward, hidden, shown: panels * (bothSides ? 2 : 1) - hidden.length };
}
