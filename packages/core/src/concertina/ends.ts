import type { FoldDirection } from '../folding/step.ts';
import { foldAfter } from './joint-side.ts';

/** Which ends are glued to covers. */
export type Covers = 'none' | 'one' | 'both';

/** How many panels of endpaper there are before the first strip, and behind the last; 0: none. */
export interface Endpapers {
  readonly first: number;
  readonly last: number;
}

export const NO_ENDPAPERS: Endpapers = { first: 0, last: 0 };

/** Endpapers as a form asks for them: at which ends, and how many panels each. */
export const endpapersOf = ({
  endpapers,
  endpaperPanels,
}: {
  readonly endpapers: 'none' | 'first' | 'both';
  readonly endpaperPanels: number;
}): Endpapers =>
  endpapers === 'none' ? NO_ENDPAPERS : { first: endpaperPanels, last: endpapers === 'both' ? endpaperPanels : 0 };

/** The fold that would come first if the book began with its first strip. */
export const firstOfStrips = ({
  endpapers,
  first,
}: {
  readonly endpapers: Endpapers;
  readonly first: FoldDirection;
}): FoldDirection => foldAfter(endpapers.first + 1, first);

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
 * a mountain. What looks outwards is glued to the cover. Where an end is an endpaper, it is that which the cover takes: no print.
 */
export function endsOf(
  panels: number,
  first: FoldDirection,
  covers: Covers,
  bothSides: boolean,
  endpapers = NO_ENDPAPERS,
): Ends {
  const faceOutward = (fold: FoldDirection) => (fold === 'valley' ? 'back' : 'front');
  const lastFold = endpapers.first + panels + endpapers.last - 1;
  const outward = { first: faceOutward(foldAfter(1, first)), last: faceOutward(foldAfter(lastFold, first)) } as const;
  const glued = [
    ...(covers === 'none' || endpapers.first > 0 ? [] : [{ panel: 1, face: outward.first }]),
    ...(covers === 'both' && endpapers.last === 0 ? [{ panel: panels, face: outward.last }] : []),
  ];
  const hidden = glued.filter(({ face }) => bothSides || face === 'front');
  return { outward, hidden, shown: panels * (bothSides ? 2 : 1) - hidden.length };
}
