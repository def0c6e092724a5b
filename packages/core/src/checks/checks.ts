import { largestSheet } from '../folding/laid-paper.ts';
import { sectionThickness } from '../pagination/creep.ts';
import { foliosPerSection, mostFolios } from '../folding/nest.ts';
import { remediesFor } from '../binding/remedies.ts';
import { problemsOf, sewingOfBook } from '../binding/sewn-book.ts';
import { impose } from '../pagination/imposition.ts';
import { gridOnParent } from '../printing/on-parent.ts';
import { mm } from '../units/nm.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import type { AssetLookup } from '../document/asset.ts';
import { pagesPaper, type BookDocument } from '../document/document.ts';
import type { Check } from './check.ts';
import { flapChecks } from './flap-checks.ts';
import { pageChecks } from './page-checks.ts';
import { pictureChecks } from './picture-checks.ts';

/** All checks of a book, what spoils the sheet first. */
export function checkBook(plan: FoldedBook, book: BookDocument, assets: AssetLookup): readonly Check[] {
  const placed = impose(plan, book, assets);
  const checks: readonly Check[] = [
    ...(book.refolded ? [{ code: 'refolded', weight: 'settle' } as const] : []),
    ...pageChecks(plan, book),
    ...grain(plan, book),
    ...thickness(plan, book),
    ...flapChecks(plan, book),
    ...held(plan, book),
    ...printedOnto(plan, book),
    ...pictureChecks(plan, book, placed, assets),
  ];
  return [...checks.filter(({ weight }) => weight === 'settle'), ...checks.filter(({ weight }) => weight === 'note')];
}

/** Usual: above 3 mm a nest is worth a thought, above 5 mm it should be more than one section. */
export const [THICK, TOO_THICK] = [mm(3), mm(5)];

function thickness(plan: FoldedBook, book: BookDocument): readonly Check[] {
  const folios = mostFolios(plan);
  const closed = sectionThickness(folios, book);
  if (folios < 2 || closed <= THICK) return [];
  return [{ code: 'section-thick', weight: closed > TOO_THICK ? 'settle' : 'note', thickness: closed, folios }];
}

/** Of a stitch that does not hold the first reason; one press may settle several. */
function held(plan: FoldedBook, book: BookDocument): readonly Check[] {
  const [problem] = problemsOf(sewingOfBook(plan, book));
  if (!problem) return [];
  const [remedy] = remediesFor(problem, plan, book, book.binding);
  return [
    {
      code: 'not-held',
      weight: 'settle',
      stitch: book.binding.stitch?.id ?? '',
      problem,
      sections: foliosPerSection(plan).length,
      ...(remedy ? { does: remedy.does } : {}),
    },
  ];
}

function printedOnto({ run: { laid } }: FoldedBook, { printing: { onto } }: BookDocument): readonly Check[] {
  const holds = onto === null || gridOnParent(largestSheet(laid), onto, 0, laid.sheets.length) !== undefined;
  return holds ? [] : [{ code: 'paper-too-small', weight: 'settle' }];
}

/** Usual: up to this weight (g/m²) a fold across the fibres holds; office paper is lighter. */
const THIN = 120;

/** One sheet of thin paper: many makers tolerate its grain across the spine. Of a paper that nobody took the weight is taken to be that of office paper. */
const isThin = ({ run }: FoldedBook, book: BookDocument): boolean =>
  run.laid.sheets.length === 1 && (pagesPaper(book)?.paper.grammage ?? 80) <= THIN;

function grain(plan: FoldedBook, book: BookDocument): readonly Check[] {
  const { fibre, reading } = plan;
  const spine = reading.spineAxis;
  if (fibre === 'any') return [];
  if (fibre === 'unknown') return [{ code: 'grain-unknown', weight: 'note', spine }];
  const along = fibre === 'along-height' ? 'vertical' : 'horizontal';
  return along === spine ? [] : [{ code: 'grain-across-spine', weight: 'settle', spine, thin: isThin(plan, book) }];
}
