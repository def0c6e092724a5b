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

/** What an offcut is good for, the largest use first; endpapers and hinge strips are those of a book of this closed size. */
export function offcutUses({ width, height }: Sides, page: Sides): readonly OffcutUse[] {
  const [short, long] = [Math.min(width, height), Math.max(width, height)];
  const fits = (a: number, b: number) => short >= Math.min(a, b) && long >= Math.max(a, b);
  const uses: OffcutUse[] = [];
  if (fits(2 * page.width, page.height)) uses.push('endpapers');
  if (fits(HINGE, page.height)) uses.push('hinge-strips');
  if (fits(BOOKMARK.short, BOOKMARK.long)) uses.push('bookmarks');
  if (fits(SWATCH, SWATCH)) uses.push('swatches');
  return uses.length ? uses : ['scrap'];
}
