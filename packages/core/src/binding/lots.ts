import type { BlockToSew } from '../stitches/sewing.ts';
import { mm } from '../units/nm.ts';

/** What one push of an awl goes through straight, and a hand still holds flush (ours). */
const AT_ONCE = mm(2);

export interface Lots {
  /** sections that are pierced at once, opened and laid into one another; 1: each by itself */
  readonly sections: number;
  readonly lots: number;
}

/** How an edition's sections are pierced: as many at once as an awl goes through straight. */
export function lotsOf({ sections, sheet }: BlockToSew, copies: number): Lots {
  const thickest = Math.max(1, ...sections) * sheet;
  const atOnce = Math.max(1, Math.floor(AT_ONCE / thickest));
  const all = sections.length * copies;
  return { sections: Math.min(atOnce, all), lots: Math.ceil(all / atOnce) };
}
