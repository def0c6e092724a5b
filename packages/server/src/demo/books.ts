import type { FormChoice } from '@eight-up/core/forms/planned-book';
import type { Command } from '@eight-up/core/book/command';
import { USUAL_BINDING, type Binding } from '@eight-up/core/document/binding';
import type { BookPage } from '@eight-up/core/document/pages';
import type { Printing } from '@eight-up/core/document/printing';
import { USUAL_PRINTING } from '@eight-up/core/document/usual';
import type { Numbering } from '@eight-up/core/folding/reading';
import type { Sheet } from '@eight-up/core/paper/sheet-size';
import { inch, mm } from '@eight-up/core/units/nm';
import type { Lettering } from './lettering.ts';
import { bell, disc, ferry, gull, heron, moon, rope, waves } from './motifs.ts';
import { asPdf, asPixels, INKS, type Picture, type Shape } from './picture.ts';

export interface DemoFile {
  readonly name: string;
  readonly bytes: Uint8Array;
}

/** A book of the made-up Ullen Ferry Press: the crew of a river ferry prints between crossings. */
export interface DemoBook {
  readonly title: string;
  readonly form: FormChoice;
  readonly sheet: Sheet;
  readonly numbering: Numbering;
  readonly printing: Printing;
  readonly files: () => Promise<readonly DemoFile[]>;
  /** the page of each file, 0-based; left out: they fill the pages in order */
  readonly onto?: readonly number[];
  /** a picture for the back of the sheet */
  readonly poster?: () => Promise<DemoFile>;
  /** what the crew did to it afterwards */
  readonly then?: readonly Command[];
  /** how many copies they print, and which paper of the drawer they cut them from */
  readonly edition?: { readonly copies: number; readonly from: string };
  /** what they called the state that came of it */
  readonly called?: string;
}

const { paper, ink, teal, pale, persimmon, blush, ochre, sand } = INKS;
const shrunk: Printing = { ...USUAL_PRINTING, margin: 'shrink' };

const page = (
  width: number,
  height: number,
  ground: string,
  ...shapes: readonly (Shape | readonly Shape[])[]
): Picture => ({ width, height, ground, shapes: shapes.flat() });

async function pixels(
  pictures: readonly Picture[],
  stem: string,
  format: 'jpeg' | 'png' | 'webp',
): Promise<readonly DemoFile[]> {
  const ending = format === 'jpeg' ? 'jpg' : format;
  return Promise.all(
    pictures.map(async (picture, i) => ({
      name: `${stem} ${i + 1}.${ending}`,
      bytes: await asPixels(picture, format),
    })),
  );
}

function knots({ words }: Lettering): readonly Picture[] {
  const [w, h] = [74.25, 105];
  const title = (text: string, fill: string = ink): Shape => ({ d: words('title', text, 7, 14, 7.5), fill });
  const note = (lines: readonly string[], fill: string = ink, y = 84): readonly Shape[] =>
    lines.map((line, i) => ({ d: words('text', line, 7, y + i * 5.4, 4.1), fill }));
  return [
    page(
      w,
      h,
      teal,
      moon(54, 34, 10),
      ferry(24, 66, 1.1),
      waves(w, 78, [paper, pale, pale, pale]),
      { d: words('title', 'Knots', 7, 16, 12), fill: paper },
      { d: words('text', 'for short crossings', 7.4, 23, 5), fill: paper },
    ),
    page(
      w,
      h,
      paper,
      waves(w, 14, [pale, pale, teal]),
      note(['Before you cast off,', 'look at the water,', 'then at your hands.'], ink, 70),
    ),
    page(
      w,
      h,
      blush,
      title('Round turn'),
      rope('M14 92C10 40 62 18 58 48C54 78 22 74 26 46C30 22 66 40 62 92', persimmon),
    ),
    page(
      w,
      h,
      paper,
      { d: 'M33 26h8a3 3 0 0 1 3 3v58h-14v-58a3 3 0 0 1 3 -3Z', fill: ink },
      title('Two half hitches'),
      rope('M12 60C24 46 52 46 62 58', ochre),
      rope('M12 72C24 58 52 58 62 70', ochre),
    ),
    page(w, h, sand, title('Reef, never two boats'), rope(disc(29, 54, 15), ink), rope(disc(46, 54, 15), teal)),
    page(
      w,
      h,
      paper,
      title('Mid-river'),
      waves(w, 30, [ink, teal, pale]),
      ferry(22, 62, 0.9, teal),
      waves(w, 76, [teal, pale]),
      note(['Nobody knots anything here.'], ink, 96),
    ),
    page(
      w,
      h,
      paper,
      title('The far bank'),
      rope('M16 92L37 24L58 92', ink, 3.4),
      rope('M37 26C58 38 26 62 44 80', persimmon, 4.4),
    ),
    page(
      w,
      h,
      teal,
      waves(w, 44, [paper, pale, pale]),
      { d: words('text', 'Ullen Ferry Press, no. 3', 7, 92, 4.2), fill: paper },
      { d: words('text', 'tied, drawn and printed afloat', 7, 97.5, 3.6), fill: pale },
    ),
  ];
}

function bells({ words }: Lettering): readonly Picture[] {
  const [w, h] = [105, 74.25];
  const watch = ['First', 'Middle', 'Morning', 'Forenoon'];
  return Array.from({ length: 16 }, (_, i): Picture => {
    const night = i % 8 < 4;
    const [ground, mark, line] = night ? [ink, ochre, paper] : [sand, teal, ink];
    const rung = (i % 8) + 1;
    const many = Array.from({ length: rung }, (_, k) =>
      bell(
        16 + (k % 4) * 24,
        14 + Math.floor(k / 4) * 27,
        rung > 4 ? 0.82 : 1.02,
        (k % 2 ? 2 : -2) * (1 + (i % 3) * 0.4),
        mark,
      ),
    ).flat();
    const light = night ? moon(10 + i, 60, 4, paper) : { d: disc(8 + i, 60, 4), fill: persimmon };
    return page(
      w,
      h,
      ground,
      many,
      light,
      waves(w, 68, [night ? teal : pale], 4, 10),
      { d: words('title', `${watch[Math.floor(i / 4)]} watch`, 98, 60, 6, 'end'), fill: line },
      { d: words('text', `${rung} bell${rung > 1 ? 's' : ''}`, 98, 66, 4.2, 'end'), fill: line },
    );
  });
}

function gulls({ words }: Lettering): readonly Picture[] {
  const [w, h] = [69.85, 107.95];
  const left = ['a crust', 'one oar peg', 'half a timetable', 'a glove', 'the good pencil', 'nothing, twice'];
  return [
    page(
      w,
      h,
      persimmon,
      gull(24, 40, 1.2, paper),
      gull(46, 52, 0.8, paper),
      gull(34, 66, 0.6, paper),
      { d: words('title', 'What the', 6, 16, 9.5), fill: paper },
      { d: words('title', 'gulls left', 6, 26, 9.5), fill: paper },
    ),
    ...left.map((thing, i) =>
      page(
        w,
        h,
        i % 2 ? pale : paper,
        gull(18 + i * 7, 22 + (i % 3) * 7, 0.9),
        gull(52 - i * 4, 34 + (i % 2) * 8, 0.6, teal),
        i === 1
          ? { d: 'M22 62h26v8h-26ZM32 70v16h6v-16Z', fill: ochre }
          : i === 3
            ? { d: 'M24 84v-22q0 -6 4 -6t4 5q0 -9 5 -9t4 8q1 -7 5 -6t3 9q4 -4 6 0l-6 21Z', fill: teal }
            : { d: disc(35, 70, 9 + i), fill: i % 2 ? persimmon : ochre },
        { d: words('title', thing, 6, 100, 7), fill: ink },
      ),
    ),
    page(w, h, ink, waves(w, 80, [teal, pale, paper]), gull(36, 30, 1, paper), {
      d: words('text', 'counted on the upper deck', 6, 66, 4),
      fill: paper,
    }),
  ];
}

function names({ words }: Lettering): readonly Picture[] {
  const [w, h] = [99, 70];
  const low = [
    'Low water names',
    'Heron’s Table',
    'The Widow Stones',
    'Long Sill',
    'Butter Hole',
    'Old Ford',
    'The Comb',
  ];
  return low.map((name, i) =>
    page(
      w,
      h,
      i === 0 ? teal : i % 2 ? sand : paper,
      heron(24 + ((i * 9) % 46), 56, 0.9, i === 0 ? pale : teal),
      waves(w, 56, i === 0 ? [paper, pale, pale] : [teal, pale], 5),
      { d: words('title', name, 6, 14, i === 0 ? 9 : 7), fill: i === 0 ? paper : ink },
    ),
  );
}

/** A booklet of twenty tides: the water rises page by page and falls again. */
function tides({ words }: Lettering): readonly Picture[] {
  const [w, h] = [148.5, 210];
  const told = ['ebb', 'slack', 'first of flood', 'half flood', 'high water', 'first of ebb', 'half ebb', 'low water'];
  return Array.from({ length: 20 }, (_, i): Picture => {
    const level = 120 - 62 * Math.sin((i / 20) * Math.PI * 4);
    const night = i % 4 > 1;
    const [ground, line] = night ? [ink, paper] : [i % 2 ? sand : paper, ink];
    if (i === 0)
      return page(
        w,
        h,
        teal,
        moon(108, 100, 18),
        waves(w, 150, [paper, pale, pale, paper]),
        { d: words('title', 'Twenty tides', 14, 40, 20), fill: paper },
        { d: words('text', 'seen from the lower steps', 15, 52, 7), fill: paper },
      );
    return page(
      w,
      h,
      ground,
      night ? moon(30 + i * 4, 40, 9, paper) : { d: disc(30 + i * 4, 40, 9), fill: persimmon },
      ferry(44 + (i % 3) * 9, level - 8, 1.2),
      waves(w, level, night ? [teal, pale, teal, teal] : [teal, pale, pale, teal], 6, 12),
      { d: words('title', told[i % told.length]!, 14, 196, 11), fill: line },
      { d: words('text', `${i}`, 134, 196, 7, 'end'), fill: line },
    );
  });
}

/** Stores below and soundings above: a notebook whose wide folios open out to the whole river. */
function stores({ words }: Lettering): readonly Picture[] {
  const [w, h] = [109.5, 200];
  const river = (width: number, title: string, boats: readonly number[]): Picture =>
    page(
      width,
      h,
      sand,
      moon(width - 40, 42, 16),
      ...boats.map((x) => ferry(x, 118 + (x % 7), 1.4)),
      heron(28, 132, 1.3, teal),
      waves(width, 130, [teal, pale, teal, pale], 7, 13),
      { d: words('title', title, 14, 184, 13), fill: ink },
    );
  const leaf = (title: string, i: number): Picture =>
    page(
      w,
      h,
      i % 2 ? paper : pale,
      waves(w, 120 + ((i * 17) % 50), [teal, pale, teal], 5),
      gull(30 + ((i * 23) % 50), 50, 1.1),
      { d: words('title', title, 10, 30, 10), fill: ink },
    );
  const cover = page(
    w,
    h,
    teal,
    moon(78, 70, 14),
    waves(w, 120, [paper, pale, paper]),
    {
      d: words('title', 'Stores and', 10, 34, 15),
      fill: paper,
    },
    { d: words('title', 'soundings', 10, 50, 15), fill: paper },
  );
  const titles = ['rope', 'lamp oil', 'tea', 'six fathoms', 'the river’s left', 'the river’s right'];
  return [
    cover,
    ...titles.map(leaf),
    river(420, 'Both banks at half flood', [150, 270]),
    leaf('the weir, folded', 6),
    river(319.5, 'The weir from the wheelhouse', [180]),
    ...['sand', 'two fathoms', 'back in store'].map((title, i) => leaf(title, i + 7)),
  ];
}

/** Books at different stages: ready to print, waiting for pictures, a booklet for the duplex printer. */
/** Printed on larger paper, pictures run over the edge along which their sheets are cut out. */
const bleeding = (pages: number): Command => ({
  kind: 'set-fit',
  pages: Array.from({ length: pages }, (_, i) => i),
  fit: 'bleed',
});

const sewn = (id: string, parameters: Readonly<Record<string, unknown>>): Binding => ({
  ...USUAL_BINDING,
  stitch: { id, parameters },
});

const say = (at: number, words: Partial<Omit<BookPage, 'content'>>): Command => ({ kind: 'say', page: at, words });

/** One bank along the front, the other along the back, each one long picture. */
function banks({ words }: Lettering): readonly Picture[] {
  const h = 140;
  const bank = (width: number, ground: string, title: string, hulls: readonly number[]): Picture =>
    page(
      width,
      h,
      ground,
      moon(width - 150, 34, 13),
      { d: hills(width, 70), fill: pale },
      { d: hills(width, 84, 61), fill: teal },
      ...Array.from({ length: Math.floor(width / 210) }, (_, i) =>
        gull(70 + i * 210 + ((i * 37) % 90), 26 + ((i * 23) % 24), 1),
      ),
      ...hulls.map((x, i) => ferry(x, 92 + ((i * 11) % 9), 1.2, i % 2 ? persimmon : ink)),
      ...Array.from({ length: Math.floor(width / 520) }, (_, i) => heron(330 + i * 520, 122, 1.1)),
      waves(width, 112, [paper, pale, paper], 6, 14),
      { d: words('title', title, 12, 24, 13), fill: ink },
    );
  return [
    bank(2280, sand, 'Both banks', [210, 640, 1120, 1490, 1980]),
    bank(2280, blush, 'and back again', [420, 900, 1700]),
  ];
}

/** Low hills all along, never twice alike within a panel or two. */
const hills = (width: number, y: number, step = 47): string => {
  const tops = Array.from(
    { length: Math.ceil(width / step) },
    (_, i) => `q${step / 2} ${-8 - ((i * 29) % 19)} ${step} 0`,
  );
  return `M0 ${y}${tops.join('')}V118H0Z`;
};

/** Many gulls over the river, for the back of the sheet. */
function flock({ words }: Lettering): Picture {
  const [w, h] = [279.4, 215.9];
  const birds = Array.from({ length: 14 }, (_, i) =>
    gull(24 + ((i * 67) % 232), 34 + ((i * 41) % 110), 0.8 + (i % 4) / 4),
  );
  const title: Shape = { d: words('title', 'All of them came back', 22, 196, 13), fill: ink };
  return page(w, h, sand, moon(222, 46, 18), ...birds, waves(w, 168, [teal, pale, teal]), title);
}

export function demoBooks(lettering: Lettering): readonly DemoBook[] {
  return [
    {
      title: 'Knots for Short Crossings',
      form: { id: 'slit-book', parameters: {} },
      sheet: { width: mm(297), height: mm(210), fibre: 'along-height' },
      edition: { copies: 40, from: 'Chart room, large' },
      numbering: 'cover-is-1',
      printing: shrunk,
      files: () => pixels(knots(lettering), 'knots', 'jpeg'),
    },
    {
      title: 'Sixteen Bells',
      form: { id: 'meander-book', parameters: { rows: 4, columns: 4 } },
      sheet: { width: mm(420), height: mm(297), fibre: 'along-height' },
      numbering: 'cover-is-1',
      printing: shrunk,
      files: async () => [{ name: 'sixteen bells.pdf', bytes: await asPdf(bells(lettering), 'Sixteen Bells') }],
    },
    {
      title: 'What the Gulls Left',
      form: { id: 'slit-book', parameters: { cover: 'middle' } },
      sheet: { width: inch(11), height: inch(8.5), fibre: 'along-width', typedIn: 'in' },
      numbering: 'covers-apart',
      printing: USUAL_PRINTING,
      files: () => pixels(gulls(lettering), 'gulls', 'png'),
      poster: async () => ({ name: 'all the gulls.pdf', bytes: await asPdf([flock(lettering)], 'All the gulls') }),
      then: [
        say(0, { role: 'cover' }),
        say(7, { role: 'back' }),
        {
          kind: 'accept',
          accepted: { key: 'grain-across-spine settle', reason: 'Office paper, folded once: it holds for an evening.' },
        },
      ],
      called: 'as printed for the ferry landing',
    },
    {
      title: 'Low Water Names',
      form: { id: 'meander-book', parameters: { rows: 3, columns: 3, cover: 'first' } },
      sheet: { width: mm(297), height: mm(210), fibre: 'unknown' },
      numbering: 'cover-is-1',
      printing: shrunk,
      files: () => pixels(names(lettering), 'low water', 'webp'),
      then: [
        say(0, { role: 'cover', locked: true }),
        { kind: 'name-thread', thread: 'slate', name: 'fords' },
        { kind: 'name-thread', thread: 'rust', name: 'shoals' },
        say(1, { thread: 'rust' }),
        say(2, { thread: 'rust', note: 'Ask Ottoline for the old name.' }),
        say(3, { thread: 'slate', caption: 'dry by the end of June' }),
        say(5, { thread: 'slate' }),
        say(8, { role: 'back' }),
        { kind: 'set-lettering', lettering: { numbers: 'foot-outside', size: mm(3) } },
      ],
      called: 'seven of nine drawn',
    },
    {
      title: 'Both Banks',
      form: {
        id: 'concertina',
        parameters: { panels: 24, panelWidth: mm(95), panelHeight: mm(140), sides: 'both', insetBy: mm(0.22) },
      },
      sheet: { width: mm(700), height: mm(1000), fibre: 'along-width' },
      edition: { copies: 15, from: 'Chart room, large' },
      numbering: 'cover-is-1',
      printing: USUAL_PRINTING,
      files: async () => [{ name: 'both banks.pdf', bytes: await asPdf(banks(lettering), 'Both Banks') }],
      onto: [0, 24],
      then: [
        { kind: 'spread', page: 0, over: { kind: 'stretch', from: 0, to: 23 }, how: 'in-the-book' },
        { kind: 'spread', page: 24, over: { kind: 'stretch', from: 24, to: 45 }, how: 'in-the-book' },
      ],
    },
    {
      title: 'Twenty Tides',
      form: { id: 'nested-booklet', parameters: { pages: 20 } },
      sheet: { width: mm(297), height: mm(210), fibre: 'along-height' },
      edition: { copies: 12, from: 'Ticket office, A3' },
      numbering: 'cover-is-1',
      printing: {
        ...USUAL_PRINTING,
        flip: 'short-edge',
        onto: { width: mm(320), height: mm(450), at: 'middle' },
        creep: { model: 'crisp', thickness: mm(0.12), measured: mm(0), keep: 'margin' },
      },
      files: async () => [{ name: 'twenty tides.pdf', bytes: await asPdf(tides(lettering), 'Twenty Tides') }],
      then: [
        say(0, { role: 'cover' }),
        say(19, { role: 'back' }),
        { kind: 'spread', page: 5, over: { kind: 'opening', view: 3 }, how: 'in-the-book', overlap: mm(2) },
        { kind: 'discard', tray: 0 },
        bleeding(20),
        { kind: 'set-binding', binding: sewn('pamphlet', { stations: 5 }) },
      ],
      called: 'proofed on the night boat',
    },
    {
      title: 'Stores and Soundings',
      form: { id: 'fold-out-booklet', parameters: { flaps: ['none', 'right', 'both'] } },
      sheet: { width: mm(420), height: mm(200), fibre: 'along-height' },
      numbering: 'cover-is-1',
      printing: {
        ...USUAL_PRINTING,
        flip: 'short-edge',
        onto: { width: mm(320), height: mm(450), at: 'middle' },
      },
      files: () => pixels(stores(lettering), 'stores', 'jpeg'),
      // Pages are counted as a reader meets them: what flaps show comes where they open.
      onto: [0, 1, 2, 3, 4, 5, 6, 8, 12, 13, 15, 16, 17],
      then: [
        { kind: 'spread', page: 8, over: { kind: 'opening', view: 5 }, how: 'in-the-book' },
        { kind: 'spread', page: 13, over: { kind: 'opening', view: 7 }, how: 'in-the-book' },
        say(0, { role: 'cover' }),
        say(17, { role: 'back' }),
        bleeding(18),
        { kind: 'set-binding', binding: sewn('running', { stations: 4, start: 4, school: 'even' }) },
      ],
    },
  ];
}
