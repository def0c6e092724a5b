import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { chosenPaper, taskOf } from '../cutting/chosen.ts';
import { doJob } from '../cutting/jobs.ts';
import { applyCommand, type Command } from '../book/command.ts';
import { newBook } from '../book/new-book.ts';
import type { BookDocument } from '../document/document.ts';
import { planBook } from '../forms/planned-book.ts';
import { PLAIN_PAPER, type Paper } from '../paper/paper.ts';
import { mm, nm } from '../units/nm.ts';
import { CAUSES, editionChanges } from './edition-changes.ts';

const made = newBook(
  'Tides',
  { id: 'nested-booklet', parameters: { pages: 64 } },
  { width: mm(297), height: mm(210), fibre: 'along-height' },
);
if (!made.ok) throw new Error(made.problem.code);
const after = (book: BookDocument, ...commands: readonly Command[]): BookDocument =>
  commands.reduce((old, command) => {
    const applied = applyCommand(old, command);
    if (!applied.ok) throw new Error(applied.problem.code);
    return applied.value.book;
  }, book);
const paper = (name: string, thickness: number, price: number): Paper => ({
  ...PLAIN_PAPER,
  id: name,
  name,
  sheet: { width: mm(420), height: mm(297), fibre: 'along-width' },
  caliper: { thickness: nm(thickness), how: 'measured' },
  price,
});
/** A paper taken as the Paper stage takes it. */
function taken(book: BookDocument, one: Paper): BookDocument {
  const plan = planBook(book.form, book.sheet);
  if (!plan.ok) throw new Error(plan.problem.code);
  const task = taskOf(plan.value, book, 'text');
  const found = doJob('plan', { task, paper: one, grain: 'ignored' }, () => undefined);
  if (!found.ok) throw new Error(found.problem.code);
  const chosen = chosenPaper(task, one, 'ignored', found.value);
  return after(book, { kind: 'choose-paper', on: 'text', chosen, fibre: 'along-height' });
}
const none = () => undefined;
const first = after(taken(made.value, paper('Thin', 90_000, 10)), {
  kind: 'set-printing',
  printing: {
    ...made.value.printing,
    creep: { ...made.value.printing.creep, model: 'crisp', thickness: nm(90_000) },
  },
});

describe('a second edition against the first', () => {
  it('on a thicker paper: what it changes, each with the paper as its reason; a new check too', () => {
    const second = taken(first, paper('Thick', 110_000, 10));
    const changes = editionChanges(first, second, none)!;
    const told = Object.fromEntries(
      changes.figures.map(({ figure, before, now, why }) => [figure, [before, now, why]]),
    );
    expect(told['paper-thick']).toEqual([90_000, 110_000, ['paper']]);
    expect(told.creep).toEqual([90_000, 110_000, ['paper']]);
    expect(told['closed-thick']![2]).toEqual(['paper']);
    // Nothing is said of what stayed.
    expect(told).not.toHaveProperty('width');
    expect(told).not.toHaveProperty('copies');
    expect(changes.paper).toEqual({
      before: { name: 'Thin', thick: 90_000, price: 10 },
      now: { name: 'Thick', thick: 110_000, price: 10 },
    });
    // Sixteen folios: 2.88 mm were thick, 3.52 are; above 3 mm is told, and why.
    expect(changes.checks).toContainEqual(
      expect.objectContaining({ is: 'new', why: ['paper'], check: expect.objectContaining({ code: 'section-thick' }) }),
    );
  });

  it('of more copies: sheets and price, for their number; the same again: nothing', () => {
    const more = taken(after(first, { kind: 'set-kit', kit: { ...first.kit, copies: 12 } }), paper('Thin', 90_000, 10));
    const { figures } = editionChanges(first, more, none)!;
    expect(figures.map(({ figure, why }) => [figure, why[0]])).toEqual([
      ['copies', 'copies'],
      ['printed-sheets', 'copies'],
      ['bought-sheets', 'copies'],
      ['price', 'copies'],
    ]);
    expect(editionChanges(first, { ...first, edition: 2 }, none)).toMatchObject({ figures: [], checks: [] });
  });

  it('every change has a reason, whatever was set', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 60, max: 400 }),
        fc.integer({ min: 1, max: 30 }),
        fc.integer({ min: 0, max: 6 }),
        fc.boolean(),
        (thickness, copies, trim, sewn) => {
          const set = after(
            first,
            { kind: 'set-kit', kit: { ...first.kit, copies } },
            { kind: 'set-printing', printing: { ...first.printing, trim: mm(trim) } },
            {
              kind: 'set-binding',
              binding: { ...first.binding, stitch: sewn ? { id: 'pamphlet', parameters: {} } : null },
            },
          );
          const { figures, checks } = editionChanges(first, taken(set, paper('Other', thickness * 1000, 20)), none)!;
          for (const { why } of [...figures, ...checks]) {
            expect(why.length).toBeGreaterThan(0);
            for (const one of why) expect(CAUSES).toContain(one);
          }
        },
      ),
      { numRuns: 25 },
    );
  });
});
