import type { SheetPlan } from '../folding/assembly.ts';
import type { FoldStep, Step } from '../folding/step.ts';
import type { Form } from './form.ts';
import { count, parameters, reading, type ParametersOf } from './parameters.ts';

const MOST_PAGES = 400;

export const nestedBookletParameters = parameters({
  /** pages that the maker has; what is missing to a multiple of four stays blank at the end */
  pages: count(1, MOST_PAGES, 16),
  /** nests laid on one another and sewn together; never more than there are folios */
  sections: count(1, 24, 1),
  reading,
});
type Parameters = ParametersOf<typeof nestedBookletParameters>;

/** Folios lie on one another and are folded together: four pages each. */
const foliosFor = (pages: number): number => Math.ceil(pages / 4);

/** The page counts without blanks next to one that leaves some, the smaller first. */
const withoutBlanks = ({ pages }: Pick<Parameters, 'pages'>): readonly { readonly pages: number }[] =>
  pages % 4 === 0
    ? []
    : [foliosFor(pages) - 1, foliosFor(pages)].filter((folios) => folios > 0).map((folios) => ({ pages: 4 * folios }));

const isOneNest = (p: Pick<Parameters, 'pages' | 'sections'>): boolean => foliosOfSections(p).length === 1;

/** Folios dealt to the sections as evenly as they go, the thicker sections first. */
export function foliosOfSections({ pages, sections }: Pick<Parameters, 'pages' | 'sections'>): readonly number[] {
  const folios = foliosFor(pages);
  const count = Math.min(sections, folios);
  return Array.from({ length: count }, (_, i) => Math.floor(folios / count) + (i < folios % count ? 1 : 0));
}

const INSIDE_UP: Step = { kind: 'turn-over', purpose: 'nest-inside-up' };

/** The nested booklet: folios folded once, one inside another, sewn or stapled through the fold; thick ones as several sections. */
export const nestedBooklet: Form<Parameters, 'nested-booklet'> = {
  id: 'nested-booklet',
  family: 'bound',
  parameters: nestedBookletParameters,
  lies: 'landscape',
  beginsWith: (pictures) => ({ pages: Math.min(MOST_PAGES, Math.max(1, pictures)) }),
  asksPages: { asked: ({ pages }) => pages, withoutBlanks },
  inSections: (_, sections) => ({ sections }),
  assembly: (p, sheet) => ({
    parts: [
      {
        part: 'folios',
        sheets: new Array<SheetPlan>(foliosFor(p.pages)).fill({ ...sheet, columns: 2, rows: 1 }),
        printed: ['A', 'B'],
      },
    ],
    steps: stepsOf(p),
    // One nest ends with its cover up. Sections are laid on one another back up as they are folded, so that the first lies undermost.
    hold: { kind: 'pile', cover: isOneNest(p) ? 'uppermost' : 'undermost', reading: p.reading },
  }),
};

function stepsOf(p: Parameters): readonly Step[] {
  const folios = foliosOfSections(p);
  // Inside up the half with the cover lies at the left, read from the right at the right.
  const cover = p.reading === 'left-to-right' ? 'before' : 'after';
  const other = p.reading === 'left-to-right' ? 'after' : 'before';
  const fold = { kind: 'fold', axis: 'vertical', at: { share: [1, 2] }, direction: 'valley' } as const;
  if (isOneNest(p)) return [INSIDE_UP, { ...fold, moving: cover, purpose: 'fold-the-nest' }];
  let next = 0;
  const sections = folios.map((count): FoldStep => {
    const first = next;
    next += count;
    return { ...fold, moving: other, purpose: 'fold-a-section', layers: { sheets: [first, next - 1] } };
  });
  return [INSIDE_UP, ...sections];
}
