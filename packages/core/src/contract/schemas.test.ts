import { describe, expect, it } from 'vitest';
import { newBook } from '../book/new-book.ts';
import { AS_IT_FITS } from '../document/pages.ts';
import { USUAL_PRINTING } from '../document/usual.ts';
import { FORMS } from '../forms/registry.ts';
import { parameterFields } from '../forms/parameter-fields.ts';
import { mm } from '../units/nm.ts';
import { ERROR_STATUS } from './errors.ts';
import { bookDocumentSchema } from '../document/schema/document.ts';
import { commandSchema } from './command-schema.ts';
import { newBookRequest, revisionRequest } from './schemas.ts';

const sheet = { width: mm(297), height: mm(210), fibre: 'any' };
const content = { asset: 'a'.repeat(64), page: 0, name: 'x.jpg', fit: 'fit' };
const printing = { ...USUAL_PRINTING, margin: 'shrink' };
const placing = { ...AS_IT_FITS, right: mm(-3), turn: 12.5, scale: 0.8 };

/** One of every command a client may send. */
const COMMANDS = [
  { kind: 'rename', title: 'Knots' },
  { kind: 'choose-form', form: { id: 'slit-book', parameters: {} }, sheet },
  { kind: 'choose-sheet', sheet },
  { kind: 'number-pages', numbering: 'covers-apart' },
  { kind: 'set-printing', printing },
  { kind: 'place', contents: [content], from: 2 },
  { kind: 'replace', page: 0, content },
  { kind: 'clear', page: 0 },
  { kind: 'swap', one: 0, other: 1 },
  { kind: 'move', from: 0, to: 1 },
  { kind: 'set-fit', pages: [0, 2], fit: 'bleed' },
  { kind: 'set-lettering', lettering: { numbers: 'foot-outside', size: mm(3) } },
  { kind: 'name-thread', thread: 'moss', name: 'the heron' },
  { kind: 'insert', at: 3 },
  { kind: 'duplicate', page: 3 },
  { kind: 'take-out', page: 3 },
  { kind: 'say', page: 0, words: { role: 'title', locked: true } },
  { kind: 'leave-blank', pages: [1, 3] },
  { kind: 'adjust', page: 0, placing },
  { kind: 'adjust', page: 0, placing: null },
  { kind: 'spread', page: 0, over: { kind: 'opening', view: 2 }, how: 'in-the-book' },
  { kind: 'spread', page: 0, over: { kind: 'opening', view: 2 }, how: 'in-the-book', overlap: mm(2) },
  { kind: 'keep-clear', page: 0, clear: [{ what: 'face', left: 0.4, top: 0.1, width: 0.2, height: 0.3 }] },
  { kind: 'gather', page: 0 },
  { kind: 'hang-poster', poster: { ...content, placing } },
  { kind: 'poster-from-tray', tray: 0 },
  { kind: 'arrange', rows: [{ page: 0, file: 'x.jpg', role: null, caption: 'Low water' }] },
  { kind: 'accept', accepted: { key: 'grain-across-spine settle', reason: 'thin paper' } },
  { kind: 'raise-again', key: 'grain-across-spine settle' },
  { kind: 'from-tray', tray: 0, page: 0 },
  { kind: 'fill-from-tray' },
  { kind: 'discard', tray: 0 },
];

describe('the contract', () => {
  it.each(COMMANDS)('takes the command $kind and gives it back unchanged', (command) => {
    expect(commandSchema.parse(command)).toEqual(command);
  });

  it.each(COMMANDS)('refuses $kind with a field too many', (command) => {
    expect(commandSchema.safeParse({ ...command, extra: 1 }).success).toBe(false);
  });

  it.each([
    { kind: 'patch', delta: {} },
    { kind: 'adjust', page: 0, placing: { ...placing, scale: 0 } },
    { kind: 'say', page: 0, words: { role: 'villain' } },
    { kind: 'spread', page: 0, over: { kind: 'row' }, how: 'in-the-book' },
    { kind: 'swap', one: -1, other: 0 },
    { kind: 'swap', one: 0.5, other: 0 },
    { kind: 'rename', title: '   ' },
    { kind: 'rename', title: 'x'.repeat(201) },
    { kind: 'place', contents: [{ ...content, asset: '../etc' }] },
    { kind: 'set-printing', printing: { ...printing, unprintable: { ...printing.unprintable, top: -1 } } },
    { kind: 'burn' },
    null,
    'swap',
  ])('refuses %j', (command) => {
    expect(commandSchema.safeParse(command).success).toBe(false);
  });

  it('gives a book document back as it was', () => {
    for (const { id } of FORMS) {
      const made = newBook('Knots', { id, parameters: {} }, { width: mm(297), height: mm(210), fibre: 'any' });
      if (!made.ok) throw new Error(made.problem.code);
      expect(bookDocumentSchema.parse(JSON.parse(JSON.stringify(made.value)))).toEqual(made.value);
      const later = { ...made.value.versions, kit: made.value.versions.kit + 1 };
      expect(bookDocumentSchema.safeParse({ ...made.value, versions: later }).success).toBe(false);
    }
  });

  it('fills in the parameters of a new book and insists on a revision for a change', () => {
    expect(newBookRequest.parse({ title: ' Knots ', form: 'slit-book', sheet })).toMatchObject({
      title: 'Knots',
      parameters: {},
    });
    expect(revisionRequest.safeParse({ window: 'w', command: COMMANDS[0] }).success).toBe(false);
  });

  it('knows a status for every refusal, and 500 for nothing that a client causes', () => {
    for (const [code, status] of Object.entries(ERROR_STATUS)) {
      const ours = ['internal', 'storage-full', 'storage-busy', 'storage-gone'].includes(code);
      expect(status >= 500, code).toBe(ours);
    }
  });
});

describe('the fields of a form', () => {
  it('are read off its schema: counts with bounds, choices, and when they are asked', () => {
    const only = { backs: ['turns', 'all'] };
    const meander = FORMS.find(({ id }) => id === 'meander-book')!;
    expect(parameterFields(meander)).toEqual([
      { name: 'rows', kind: 'count', from: 2, to: 8 },
      { name: 'columns', kind: 'count', from: 2, to: 8 },
      { name: 'cover', kind: 'choice', values: ['back-of-first', 'first'] },
      { name: 'backs', kind: 'choice', values: ['turns', 'all', 'none'] },
      { name: 'backsMeet', when: 'backs-meet', only, kind: 'choice', values: ['double-leaf', 'pocket', 'none'] },
      { name: 'facesMeet', when: 'faces-meet', only, kind: 'choice', values: ['fold-out', 'glued-shut'] },
    ]);
  });
});
