import { sectionThickness } from '../pagination/creep.ts';
import { impose } from '../pagination/imposition.ts';
import { mm } from '../units/nm.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import type { AssetLookup, BookDocument } from '../book/document.ts';
import type { Check } from './check.ts';
import { pageChecks } from './page-checks.ts';
import { pictureChecks } from './picture-checks.ts';

/** All checks of a book, what spoils the sheet first. */
export function checkBook(plan: FoldedBook, book: BookDocument, assets: AssetLookup): readonly Check[] {
  const placed = impose(plan, book, assets);
  const checks = [
    ...pageChecks(plan, book),
    ...grain(plan),
    ...thickness(plan, book),
    ...pictureChecks(plan, book, placed, assets),
  ];
  return [...checks.filter(({ weight }) => weight === 'settle'), ...checks.filter(({ weight }) => weight === 'note')];
}

/** Usual: above 3 mm a nest is worth a thought, above 5 mm it should be more than one section. */
const [THICK, TOO_THICK] = [mm(3), mm(5)];

function thickness(plan: FoldedBook, book: BookDocument): readonly Check[] {
  const folios = plan.run.sheet.sheets;
  const closed = sectionThickness(plan, book);
  if (folios < 2 || closed <= THICK) return [];
  return [{ code: 'section-thick', weight: closed > TOO_THICK ? 'settle' : 'note', thickness: closed, folios }];
}

function grain({ sheet, reading }: FoldedBook): readonly Check[] {
  const spine = reading.spineAxis;
  if (sheet.fibre === 'any') return [];
  if (sheet.fibre === 'unknown') return [{ code: 'grain-unknown', weight: 'note', spine }];
  const along = sheet.fibre === 'along-height' ? 'vertical' : 'horizontal';
  return along === spine ? [] : [{ code: 'grain-across-spine', weight: 'settle', spine }];
}
