import type { FibreAxis } from '../paper/sheet-size.ts';
import { mm, type Nm } from '../units/nm.ts';

export type OffcutUse = 'endpapers' | 'hinge-strips' | 'bookmarks' | 'swatches' | 'scrap';

/** Usual least sizes: a hinge strip as wide as a thumb, a bookmark, a swatch to try ink and glue on. */
const HINGE = mm(20);
const BOOKMARK = { short: mm(35), long: mm(120) };
const SWATCH = mm(40);

interface Sides {
  readonly width: Nm;
  readonly height: Nm;
}

/**
 * What an offcut is good for, the largest use first; endpapers and hinge strips are those of a book of this closed size, and only where their fibres run along its
 * spine. Bookmarks and swatches may run either way.
 */
export function offcutUses(offcut: Sides & { readonly fibre: FibreAxis }, page: Sides): readonly OffcutUse[] {
  const { width, height, fibre } = offcut;
  const lies = (a: Nm | number, b: Nm | number) => width >= a && height >= b;
  /** as it lies, or turned, with its height along the fibres */
  const alongFibres = (w: number, h: number) =>
    (fibre !== 'along-width' && fibre !== 'unknown' && lies(w, h)) ||
    (fibre !== 'along-height' && fibre !== 'unknown' && lies(h, w));
  const eitherWay = (w: number, h: number) => lies(w, h) || lies(h, w);
  const uses: OffcutUse[] = [];
  if (alongFibres(2 * page.width, page.height)) uses.push('endpapers');
  if (alongFibres(HINGE, page.height)) uses.push('hinge-strips');
  if (eitherWay(BOOKMARK.short, BOOKMARK.long)) uses.push('bookmarks');
  if (eitherWay(SWATCH, SWATCH)) uses.push('swatches');
  return uses.length ? uses : ['scrap'];
}
