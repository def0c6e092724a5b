import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyCommand, type Command } from '../book/command.ts';
import { newBook } from '../book/new-book.ts';
import type { BookDocument } from '../document/document.ts';
import { sheetSize } from '../folding/laid-paper.ts';
import { planBook } from '../forms/planned-book.ts';
import { mm } from '../units/nm.ts';
import { bookJob } from './book-job.ts';
import type { PlacedOriginal } from './print-job.ts';

const ASSET = 'a'.repeat(64);
const PICTURE = { width: mm(4000), height: mm(300) };
const assets = () => ({ pages: [{ ...PICTURE }] }) as never;

function made(
  parameters: Readonly<Record<string, unknown>>,
  commands: (pages: number) => readonly Command[],
): BookDocument {
  const begun = newBook('Seams', { id: 'concertina', parameters }, { width: mm(500), height: mm(700), fibre: 'any' });
  if (!begun.ok) throw new Error(JSON.stringify(begun.problem));
  return commands(begun.value.pages.length).reduce((book, command) => {
    const done = applyCommand(book, command);
    if (!done.ok) throw new Error(JSON.stringify(done.problem));
    return done.value.book;
  }, begun.value);
}

const settings = fc.record({
  panels: fc.integer({ min: 6, max: 24 }),
  panelWidth: fc.integer({ min: 60, max: 110 }).map(mm),
  panelHeight: fc.constant(mm(140)),
  tab: fc.integer({ min: 8, max: 20 }).map(mm),
  sides: fc.constant('both'),
  first: fc.constantFrom('valley', 'mountain'),
  covers: fc.constantFrom('none', 'both'),
  endpapers: fc.constantFrom('none', 'both'),
  endpaperPanels: fc.constantFrom(1, 2),
  joint: fc.constantFrom('tab', 'hinge-strip'),
  side: fc.constantFrom('valleys', 'mountains', 'anywhere'),
  tabLies: fc.constantFrom('behind', 'in-front'),
  inset: fc.constantFrom('narrowed', 'set-past', 'left'),
  insetBy: fc.integer({ min: 1, max: 12 }).map((tenths) => mm(tenths / 10)),
  hingeGap: fc.integer({ min: 0, max: 12 }).map((tenths) => mm(tenths / 10)),
  hingeOn: fc.constantFrom('back', 'front'),
});

describe('a picture across a concertina', () => {
  it('laid together strip by strip from the print file is one picture on either face, and nothing that is seen is bare', () => {
    fc.assert(
      fc.property(settings, (p) => {
        const lay = (page: number, last: number): readonly Command[] => [
          { kind: 'replace', page, content: { asset: ASSET, page: 0, name: 'marks.png', fit: 'fill' } as never },
          { kind: 'spread', page, over: { kind: 'stretch', from: page, to: last }, how: 'in-the-book' },
        ];
        const ends = p.endpapers === 'both' ? p.endpaperPanels : 0;
        const fronts = p.panels - (p.covers === 'both' && ends === 0 ? hiddenOnFront(p) : 0);
        const book = made(p, (pages) => [...lay(0, fronts - 1), ...lay(fronts, pages - 1)]);
        const plan = planBook(book.form, book.sheet);
        if (!plan.ok) throw new Error(plan.problem.code);
        const { laid } = plan.value.run;
        const strips = laid.sheets.flatMap(({ part }, sheet) => (laid.parts[part]!.part === 'strips' ? [sheet] : []));
        const job = bookJob(plan.value, book, assets, { face: 'both', flip: 'long-edge' });
        if (!job.ok) throw new Error(job.problem.code);
        // One page for each strip and face, all fronts first.
        expect(job.value.pages).toHaveLength(2 * strips.length);
        // Laid together as hands do it: each strip begins at the crease before its tab, or so far past it; ends butt, or leave their gap.
        let begins = 0;
        const at = strips.map((sheet, i) => {
          const here = begins;
          const { width } = sheetSize(laid, sheet);
          const last = i === strips.length - 1;
          const panels = width - (p.joint === 'tab' && (!last || ends > 0) ? p.tab : 0);
          const upTo = ends + Math.round((begins + panels) / p.panelWidth);
          const valley = (upTo % 2 === 1) === (p.first === 'valley');
          const past = p.inset === 'set-past' && valley === (p.tabLies === 'behind') ? p.insetBy : 0;
          const apart = valley === (p.hingeOn === 'back') ? p.hingeGap : 0;
          begins += panels + (last ? 0 : p.joint === 'tab' ? past : apart);
          return { here, width };
        });
        const whole = begins;
        for (const [k, back] of [false, true].entries()) {
          const shown = strips.flatMap((_, i) => {
            const { here, width } = at[i]!;
            // Turned over from left to right: what was right is left.
            const from = back ? whole - here - width : here;
            const things = job.value.pages[k * strips.length + i]!.things.filter(
              (one): one is PlacedOriginal => one.kind === 'original',
            );
            return things.map(({ matrix, clip }) => ({
              scale: matrix[0],
              zero: matrix[4] + from,
              left: clip.left + from,
              right: clip.left + clip.width + from,
            }));
          });
          expect(shown.length).toBeGreaterThan(1);
          for (const { scale, zero } of shown) {
            expect(Math.abs(scale / shown[0]!.scale - 1)).toBeLessThan(1e-9);
            expect(Math.abs(zero - shown[0]!.zero)).toBeLessThan(mm(0.1) / 1000);
          }
          // From the first to the last that carries it nothing is bare but a gap over a hinge.
          const sorted = [...shown].sort((one, other) => one.left - other.left);
          sorted.slice(1).forEach(({ left }, i) => {
            const reached = Math.max(...sorted.slice(0, i + 1).map((one) => one.right));
            expect(left - reached).toBeLessThanOrEqual(p.joint === 'tab' ? 1 : p.hingeGap + hingeOver(p, back));
          });
        }
      }),
      { numRuns: 60 },
    );
  });
});

type P = { readonly panels: number; readonly first: string; readonly hingeWidth?: number; readonly hingeOn: string };

/** With covers the first panel shows its front to its cover where the first fold is a mountain, the last where the last fold is. */
const hiddenOnFront = ({ panels, first }: P): number => {
  const mountain = (fold: number) => (fold % 2 === 1) === (first === 'mountain');
  return Number(mountain(1)) + Number(mountain(panels - 1));
};

/** A hinge that lies on this face covers half its width of either end. */
const hingeOver = ({ hingeOn }: P, back: boolean): number => ((hingeOn === 'back') === back ? mm(24) : 0);
