import { describe, expect, it } from 'vitest';
import type { Check } from '@eight-up/core/checks/check';
import { newBook } from '@eight-up/core/book/new-book';
import type { FoldProblem } from '@eight-up/core/folding/problem';
import { FORMS } from '@eight-up/core/forms/registry';
import { planBook } from '@eight-up/core/forms/planned-book';
import { mm } from '@eight-up/core/units/nm';
import { changeWords } from '@eight-up/core/book/history';
import type { StoredChange } from '@eight-up/core/book/patch';
import { USUAL_SETTINGS } from '@eight-up/core/document/maker-settings';
import { openingTitles } from './openings.ts';
import { checkWords, remedyVerb } from './checks.ts';
import { changedFigureWords } from './edition-changes.ts';
import {
  factsSentence,
  flapThicknessSentence,
  grainSentence,
  hiddenSentence,
  needsSentence,
  pageNames,
  printedSheetsSentence,
} from './forms.ts';
import { formWords, parameterAnswer } from './forms/registry.ts';
import { fileNoteWords, fileProblemWords } from './files.ts';
import { historyWords } from './history.ts';
import { measuredSentence } from './printers.ts';
import { commandProblemWords, cuttingProblemWords, planProblemWords } from './problems.ts';
import { programmeWords } from './steps.ts';

const A4 = { width: mm(297), height: mm(210), fibre: 'along-width' as const };
const planned = (id: string, parameters: Record<string, unknown> = {}) => {
  const plan = planBook({ id, parameters }, A4);
  if (!plan.ok) throw new Error(plan.problem.code);
  return plan.value;
};

/** A sentence: begins with a capital or a quotation mark, ends with a full stop or a question mark, no code or gap shows. */
const SENTENCE = /^[A-Z“‘](?:(?!undefined|NaN|\[object).)+[.?]$/s;

describe('forms in words', () => {
  it.each(FORMS.map(({ id }) => id))('%s: named, described, every step said, cautions at blade and glue', (id) => {
    expect(formWords(id).one).not.toBe(id);
    expect(formWords(id).holds).toMatch(SENTENCE);
    const plan = planned(id);
    const words = programmeWords(plan);
    expect(words).toHaveLength(plan.run.steps.length);
    words.forEach(({ title, sentence, caution }, i) => {
      expect(title.length).toBeGreaterThan(3);
      expect(sentence).toMatch(SENTENCE);
      const { kind } = plan.run.steps[i]!;
      if (kind === 'slit' || kind === 'cut') expect(caution).toMatch(/blade.*away from the holding hand/i);
    });
  });

  it('say what glue hides, before and after it is chosen', () => {
    expect(parameterAnswer('meander-book', 'facesMeet', 'glued-shut', 4)).toBe('glued shut (hides 4 pages)');
    const glued = planned('meander-book', { rows: 3, columns: 3, facesMeet: 'glued-shut' });
    expect(hiddenSentence(glued)).toContain('hides 2 printed faces');
    expect(factsSentence(glued, 'mm')).toBe(
      '7 pages to read, 7 leaves, 2 printed faces hidden by glue; closed 99 × 70 mm.',
    );
    expect(hiddenSentence(planned('slit-book'))).toBeUndefined();
    expect(factsSentence(planned('slit-book'), 'in')).toContain('8 pages to read, 4 leaves; closed');
  });

  it('name pages in either school', () => {
    const { reading } = planned('slit-book');
    expect(pageNames(reading, 'covers-apart')).toEqual(['front', '1', '2', '3', '4', '5', '6', 'back']);
  });
});

describe('booklets and fold-outs in words', () => {
  it('say with care where a blade comes in: bolts to slit, folios to cut to their width', () => {
    const last = programmeWords(planned('right-angle-section', { folds: 3 })).at(-1)!;
    expect(last.sentence).toContain('slit the bolts at the head and the fore-edge: a blunt paper knife');
    expect(last.caution).toMatch(/away from the holding hand/);
    const [up, first, second] = programmeWords(planned('fold-out-booklet', { flaps: ['none', 'both'] }));
    expect(up!.sentence).toMatch(/insides up, sheet 1 undermost/);
    expect(first!.sentence).toMatch(/first cut to their width at the cut line/);
    expect([first!.caution !== undefined, second!.caution]).toEqual([true, undefined]);
    const pocket = programmeWords(planned('meander-book', { rows: 2, columns: 4, backsMeet: 'pocket' })).at(-1)!;
    expect(pocket.caution).toMatch(/blade.*glue/s);
  });

  it('say what a book takes besides hands, as its steps and its folios ask', () => {
    const needs = (id: string, parameters: object = {}) => needsSentence(planned(id, { ...parameters }));
    expect(needs('plain-fold')).toBe('needs nothing but hands.');
    expect(needs('slit-book')).toBe('needs a blade; no glue.');
    expect(needs('meander-book')).toBe('needs a blade and glue.');
    expect(needs('meander-book', { backsMeet: 'none' })).toBe('needs a blade; no glue.');
    expect(needs('nested-booklet', { pages: 4 })).toBe('needs nothing but hands.');
    expect(needs('nested-booklet', { pages: 16 })).toBe('needs needle and thread, or staples; no glue.');
    expect(needs('nested-booklet', { pages: 16, sections: 2 })).toBe('needs needle and thread; no glue.');
    expect(needs('right-angle-section')).toBe(
      'needs a blunt paper knife for the bolts and needle and thread, or staples; no glue.',
    );
    expect(needs('fold-out-booklet')).toBe('needs a blade and needle and thread, or staples; no glue.');
    expect(needs('fold-out-booklet', { flaps: ['both'] })).toBe('needs nothing but hands.');
  });

  // Each sentence is held against what the step does to the paper: which end moves, over or under, and what lies there already.
  it.each([
    ['slit-book', {}],
    ['plain-fold', { fold: 'half' }],
    ...[3, 4, 7].map((panels) => ['plain-fold', { fold: 'zigzag', panels }] as const),
    ...[3, 5].map((panels) => ['plain-fold', { fold: 'roll', panels, narrower: mm(1) }] as const),
    ['plain-fold', { fold: 'gate' }],
    ['nested-booklet', { pages: 16 }],
    ['nested-booklet', { pages: 16, reading: 'right-to-left' }],
    ['nested-booklet', { pages: 60, sections: 2, reading: 'right-to-left' }],
    ['fold-out-booklet', { flaps: ['left', 'both', 'none', 'right'] }],
    ...(['over', 'under', 'by-turns'] as const).flatMap((ways) =>
      (['across', 'along'] as const).map((first) => ['right-angle-section', { folds: 4, ways, first }] as const),
    ),
  ] as readonly (readonly [string, object])[])(
    '%s %j: every sentence says the movement that is made',
    (id, parameters) => {
      const plan = planned(id, { ...parameters });
      let folded = false;
      programmeWords(plan).forEach(({ title, sentence }, i) => {
        const motion = plan.run.motions[i]!;
        if (motion.kind === 'unfold') folded = false;
        if (motion.kind !== 'fold') return;
        const order = sentence.slice(sentence.search(/\b(Fold|bring)\b/));
        const end = /\b(left|right|near|far)\b/.exec(order)?.[1];
        const ends = motion.line.axis === 'vertical' ? ['left', 'right'] : ['far', 'near'];
        if (end) expect(end, sentence).toBe(ends[motion.side === 1 ? 1 : 0]);
        else expect(sentence).toContain('the same way once more');
        const way = /\b(over|under|behind|away)\b/.exec(order)?.[1];
        if (end) expect(way === 'over', sentence).toBe(motion.up);
        const titled = /half (over|under)/.exec(title)?.[1];
        if (titled) expect(titled).toBe(motion.up ? 'over' : 'under');
        if (!folded) expect(sentence).not.toMatch(/already|pile|last fold|once more/);
        folded = true;
      });
    },
  );

  it('tell sections, blanks, grain, and the pages with and without the fold-outs', () => {
    const booklet = planned('nested-booklet', { pages: 21, sections: 4 });
    expect(printedSheetsSentence(booklet)).toBe(
      '6 sheets in 4 sections of 1 or 2 folios. 3 pages at the end stay blank, the back cover among them.',
    );
    expect(grainSentence(booklet)).toBe(
      'Folds best from short-grain paper whose fibres run upright as the sheet lies, along the spine: it folds clean and lies closed.',
    );
    const foldOuts = planned('fold-out-booklet', { flaps: ['none', 'right', 'both'] });
    expect(factsSentence(foldOuts, 'mm')).toContain(
      '18 pages to read with the fold-outs, 12 without, 6 leaves, 3 fold-outs',
    );
    expect(flapThicknessSentence(foldOuts, mm(0.2), 'mm')).toBe(
      'Closed, 1.2 mm thick at the spine and up to 1.8 mm towards the fore-edge: 3 flaps more. Spread them over the folios, and over both sides.',
    );
    expect(flapThicknessSentence(booklet, mm(0.2), 'mm')).toBeUndefined();
    // On flaps the number of the page beside, and a letter.
    expect(pageNames(foldOuts.reading, 'cover-is-1').filter((name) => /[ab]$/.test(name))).toEqual([
      '6a',
      '7a',
      '6b',
      '7b',
      '9a',
      '9b',
    ]);
    expect(factsSentence(planned('plain-fold'), 'mm')).toContain('6 pages to read, 3 panels');
  });

  it('tell what a test print showed, and nothing where it is true', () => {
    const still = { right: mm(0), down: mm(0) };
    const measured = (change: object) => ({
      measured: { across: mm(100), down: mm(100), front: still, back: still, ...change },
    });
    expect(measuredSentence({ measured: null }, 'mm')).toBeUndefined();
    expect(measuredSentence(measured({}), 'mm')).toBeUndefined();
    expect(measuredSentence(measured({ across: mm(99.2) }), 'mm')).toBe(
      'The 100 mm line across measures 99.2 mm, so everything is printed 0.8 % larger that way.',
    );
    expect(measuredSentence(measured({ down: mm(101), back: { right: mm(-1), down: mm(0.5) } }), 'mm')).toBe(
      'The 100 mm line down measures 101 mm, so everything is printed 1.0 % smaller that way; backs come 1 mm too far left and 0.5 mm too far down, and are moved back.',
    );
  });

  it('say what is wrong with a flap or a panel, and what it may be', () => {
    const problem = { code: 'flap-wider-than-leaf', flap: mm(150), most: mm(120) } as const;
    expect(planProblemWords(problem, 'mm')).toContain(
      'A flap of 150 mm is wider than the page it folds onto allows: 120 mm at most',
    );
    const narrow = { code: 'panel-too-narrow', panel: 3, width: mm(4), least: mm(10) } as const;
    expect(planProblemWords(narrow, 'mm')).toMatch(/^Panel 4 would be 4 mm wide; below 10 mm no hand folds it/);
  });
});

describe('problems in words', () => {
  const FOLD: readonly FoldProblem[] = [
    { code: 'severed', step: 2, panels: ['r1c1', 'r1c2', 'r1c3', 'r1c4', 'r1c5'] },
    { code: 'slit-off-the-sheet', step: 0 },
    { code: 'slit-reaches-the-edge', step: 0 },
    { code: 'nothing-moves', step: 0 },
    { code: 'fold-blocked', step: 1, panel: 'r1c1', by: 'r1c4' },
    { code: 'paper-through-paper', step: 1, panels: ['r1c1', 'r2c2'] },
    { code: 'loop-does-not-close', step: 1, panels: ['r1c1', 'r2c2'] },
    { code: 'ambiguous', step: 1, orders: [['r1c1'], ['r1c2']] },
    { code: 'undecided', step: 1, searched: 20001 },
    { code: 'nothing-to-unfold', step: 1 },
    { code: 'not-flat', step: 1 },
    { code: 'no-such-panel', step: 1, panel: 'r9c9' },
    { code: 'no-such-crease', step: 1 },
    { code: 'glue-apart', step: 1, panels: ['r1c1', 'r1c3'] },
    { code: 'place-not-exact', step: 1 },
    { code: 'too-much-work', panels: 4000, most: 2000 },
  ];
  it.each(FOLD)('$code', (problem) => {
    expect(planProblemWords(problem, 'mm')).toMatch(SENTENCE);
  });

  it.each([
    { code: 'parent-not-a-sheet', parent: 'p' },
    { code: 'trim-leaves-nothing', parent: 'p' },
    { code: 'piece-not-a-size', piece: 'q' },
    { code: 'gap-negative' },
    { code: 'nothing-wanted' },
  ] as const)('$code', (problem) => {
    expect(cuttingProblemWords(problem)).toMatch(SENTENCE);
  });

  it('name step and place as makers count them', () => {
    expect(planProblemWords(FOLD[0]!, 'mm')).toBe(
      'Step 3 cuts the sheet apart: row 1, column 1; row 1, column 2; row 1, column 3; row 1, column 4 and others would fall off. End the cut earlier.',
    );
  });

  it('word lengths in the unit in use', () => {
    const problem = {
      code: 'sheet-side-too-small',
      side: 'width',
      length: mm(12.7),
      least: mm(20),
    } as const;
    expect(planProblemWords(problem, 'mm')).toContain('12.7 mm');
    expect(planProblemWords(problem, 'in')).toContain('1⁄2 in');
  });

  it('tell what was kept', () => {
    expect(commandProblemWords({ code: 'no-such-page', page: 8, pages: 8 }, 'mm')).toBe(
      'There is no page 9: the book has 8. Nothing was changed.',
    );
    expect(commandProblemWords({ code: 'title-empty' }, 'mm')).toContain('The old one was kept.');
    expect(commandProblemWords({ code: 'no-such-tray-place', tray: 3, waiting: 2 }, 'mm')).toMatch(SENTENCE);
  });

  it.each([
    { code: 'file-empty' },
    { code: 'file-not-a-picture' },
    { code: 'file-truncated' },
    { code: 'picture-too-large', megapixels: 400, most: 300 },
    { code: 'svg-broken' },
    { code: 'svg-too-large', megabytes: 80, most: 20 },
    { code: 'pdf-broken' },
    { code: 'pdf-without-pages' },
    { code: 'pdf-encrypted' },
    { code: 'pdf-wrong-password' },
  ] as const)('$code follows the name of the file', (problem) => {
    expect(`Poem.jpg ${fileProblemWords(problem)}`).toMatch(SENTENCE);
  });
});

describe('files and changes in words', () => {
  it.each([
    { code: 'first-frame-only', frames: 12 },
    { code: 'svg-cleaned', removed: ['a script', 'a link to elsewhere'] },
    { code: 'pdf-scripts-left-out' },
    { code: 'pdf-attachments-left-out' },
    { code: 'ending-differs', ending: 'jpg', kind: 'png' },
  ] as const)('$code follows the name of the file', (note) => {
    expect(`Poem.jpg ${fileNoteWords(note)}`).toMatch(SENTENCE);
  });

  it('every line of a history is a sentence', () => {
    const commands: readonly StoredChange[] = [
      { kind: 'rename', title: 'Knots' },
      { kind: 'swap', one: 0, other: 3 },
      { kind: 'say', page: 2, words: { note: 'x', role: 'title' } },
      { kind: 'hang-poster', poster: null },
      { kind: 'patch', delta: { title: ['x', 'y'] } },
      { kind: 'arrange', rows: [{ page: 0 }] },
    ];
    for (const command of commands)
      expect(historyWords({ kind: 'change', target: null, change: changeWords(command) })).toMatch(SENTENCE);
    expect(historyWords({ kind: 'go-back', target: 4, change: changeWords(commands[0]!) })).toBe(
      'Went back to change 4.',
    );
    expect(historyWords({ kind: 'change', target: null, change: changeWords(commands[2]!) })).toBe(
      'Set the note and the role of page 3.',
    );
  });
});

describe('checks in words', () => {
  const made = newBook('t', { id: 'slit-book', parameters: {} }, A4);
  if (!made.ok) throw new Error(made.problem.code);
  const names = ['front', '1', '2', '3', '4', '5', '6', 'back'];
  const CHECKS: readonly Check[] = [
    { code: 'pages-missing', weight: 'settle', pages: [0, 3] },
    { code: 'original-lost', weight: 'settle', pages: [2] },
    { code: 'resolution-low', weight: 'settle', pages: [2], least: 120.4, good: { width: mm(30), height: mm(42) } },
    { code: 'resolution-low', weight: 'note', pages: [1, 2], least: 250, good: { width: mm(50), height: mm(60) } },
    { code: 'in-unprintable-margin', weight: 'settle', pages: [0, 1, 2, 3, 4, 5, 6, 7] },
    { code: 'grain-across-spine', weight: 'settle', spine: 'vertical' },
    { code: 'grain-unknown', weight: 'note', spine: 'horizontal' },
    { code: 'files-unused', weight: 'note', names: ['knot.jpg'] },
    { code: 'border-along-fold', weight: 'note', pages: [2] },
    { code: 'cut-off-at-fold', weight: 'note', pages: [2, 3] },
    { code: 'letters-near-fold', weight: 'settle', pages: [2] },
    { code: 'caption-too-long', weight: 'settle', pages: [2] },
    { code: 'glyph-missing', weight: 'settle', pages: [2], signs: ['渡', 'し'] },
    { code: 'role-misplaced', weight: 'note', pages: [1], role: 'title', to: 2 },
    { code: 'role-misplaced', weight: 'note', pages: [1], role: 'cover', to: null },
    { code: 'blank-not-empty', weight: 'note', pages: [4] },
    { code: 'spread-apart', weight: 'settle', pages: [1, 3] },
    { code: 'spread-on-two-pieces', weight: 'note', pages: [1, 2] },
  ];
  it.each(CHECKS)('$code: a reason and what would be right', (check) => {
    const { reason, remedy } = checkWords(check, made.value, names);
    expect(reason).toMatch(/^(\d|[A-Z]).*\.$/s);
    expect(remedy).toMatch(SENTENCE);
    expect(remedyVerb(check, names) ?? 'Nothing').toMatch(/^[A-Z][^.]+$/);
  });
  it('do not offer to shrink what is already shrunk', () => {
    const shrunk = { ...made.value, printing: { ...made.value.printing, margin: 'shrink' as const } };
    expect(checkWords(CHECKS[4]!, made.value, names).remedy).toContain('Shrink all pages');
    expect(checkWords(CHECKS[4]!, shrunk, names).remedy).toContain('set smaller margins');
  });
  it('use the maker’s own page names and say what the right grain is called', () => {
    expect(checkWords(CHECKS[0]!, made.value, names).reason).toBe('Pages front, 3 have nothing on them yet.');
    expect(checkWords(CHECKS[2]!, made.value, names).reason).toBe(
      'Page 2 prints at 120 pixels an inch: it will look soft.',
    );
    expect(checkWords(CHECKS[2]!, made.value, names).remedy).toContain('good up to 30 × 42 mm');
    expect(checkWords(CHECKS[5]!, made.value, names).remedy).toContain('a short-grain sheet');
    const thick = { code: 'section-thick', weight: 'note', thickness: mm(3.52), folios: 16 } as const;
    const creep = { ...made.value.printing.creep, thickness: mm(0.11) };
    const on = { ...made.value, printing: { ...made.value.printing, creep } };
    expect(checkWords(thick, on, names).reason).toContain('3.52 mm thick (twice 16 × 0.11 mm, as thick as');
  });
});

describe('a second edition in words', () => {
  const of = (name: string, thick: number, price: number | null) => ({ name, thick: mm(thick), price });
  const why = (figure: 'price' | 'closed-thick' | 'bought-sheets', now: ReturnType<typeof of>) =>
    changedFigureWords(
      { figure, before: 1, now: 2, why: ['paper'] },
      { before: of('Thin', 0.09, 20), now },
      USUAL_SETTINGS,
    ).why;

  it('names thickness for what is thick, the price of a sheet for what is paid, another sheet for how many', () => {
    const thicker = of('Thick', 0.11, 25);
    expect(why('closed-thick', thicker)).toBe('The paper is thicker: 0.11 mm, it was 0.09 mm.');
    expect(why('price', thicker)).toBe('A sheet costs 0.25, it was 0.20.');
    expect(why('bought-sheets', thicker)).toBe('It is cut from “Thick”, it was “Thin”.');
    expect(why('price', of('Thick', 0.11, null))).toBe('It is cut from “Thick”, it was “Thin”.');
    expect(why('price', of('Thin', 0.11, 20))).toBe('The paper is cut otherwise.');
  });
});

describe('what stands under openings', () => {
  it('names the whole that lies unfolded once, on either face, however many openings show of it', () => {
    const parameters = { panels: 12, sides: 'both', panelWidth: mm(60), panelHeight: mm(90), side: 'anywhere' };
    const plan = planBook({ id: 'concertina', parameters }, { width: mm(900), height: mm(640), fibre: 'any' });
    if (!plan.ok) throw new Error(plan.problem.code);
    const { views, pages } = plan.value.reading;
    const titles = openingTitles(
      views,
      pages.map((_, page) => String(page + 1)),
    );
    const unfolded = views.filter((view) => view.unfolded);
    expect(unfolded.length).toBeGreaterThan(2);
    const said = titles.filter((title) => /^(Unfolded|Turned over): /.test(title));
    expect(new Set(said).size).toBe(said.length);
    expect(said.length).toBeLessThan(unfolded.length);
    expect(said.length).toBeGreaterThan(0);
  });
});
