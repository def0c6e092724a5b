import type { Json, Migration } from './migration.ts';

/*
 * Documents as wholes: all there was before their parts had versions of their own, and since then what concerns more than one part.
 */

const MM = 1_000_000;

/** What every book's printing had before it could be set. */
const PRINTING = {
  bleed: 3 * MM,
  safe: 5 * MM,
  flip: 'long-edge',
  creep: { model: 'none', thickness: 0.1 * MM, measured: 0, keep: 'margin' },
  trim: 0,
  trimHead: 0,
  trimTail: 0,
  gatherMarks: true,
  printer: null,
  onto: null,
};
const withPrinting = (printing: unknown): Json => ({ ...PRINTING, ...(printing as Json) });

const KIT = {
  copies: 1,
  spareSheets: 2,
  sparePercent: 10,
  pieces: [],
  manner: { edge: 'cut', allowance: 3 * MM, squaring: 0, deckle: 10 * MM, longest: null },
};

const EMPTY = { content: null, role: null, thread: null, note: '', caption: '', locked: false };
const onPage = (content: unknown): Json => ({ ...EMPTY, content });

export const WHOLE_MIGRATIONS: readonly Migration[] = [
  {
    part: 'whole',
    from: 1,
    name: 'pages-say-what-they-are-for',
    up: (document) => ({
      ...document,
      pages: (document.pages as readonly unknown[]).map(onPage),
      tray: (document.tray as readonly unknown[]).map(onPage),
      printing: withPrinting(document.printing),
      edition: 1,
      poster: null,
      lettering: { numbers: 'none', size: 3 * MM },
      threads: {},
      accepted: [],
    }),
    command: (command) => {
      if (command.kind === 'set-printing') return { ...command, printing: withPrinting(command.printing) };
      return command.kind === 'set-fit' ? { kind: 'set-fit', pages: [command.page], fit: command.fit } : command;
    },
  },
  {
    part: 'whole',
    from: 2,
    name: 'copies-and-papers',
    up: (document) => ({ ...document, printing: withPrinting(document.printing), kit: KIT, papers: {} }),
    command: (command) =>
      command.kind === 'set-printing' ? { ...command, printing: withPrinting(command.printing) } : command,
  },
  {
    part: 'whole',
    from: 3,
    name: 'printers-are-measured',
    up: (document) => ({ ...document, printing: measuredPrinting(document.printing as Json) }),
    command: (command) =>
      command.kind === 'set-printing' ? { ...command, printing: measuredPrinting(command.printing as Json) } : command,
  },
  {
    part: 'whole',
    from: 4,
    name: 'what-was-meant',
    up: (document) => thickAsPaper(refoldedLeaflet({ ...meant(document), refolded: false })),
    command: (command) => {
      if (command.kind === 'choose-form') return { ...command, form: gateOf(command.form as Json) };
      if (command.kind === 'set-printing') return { ...command, printing: withPrinting(command.printing) };
      if (command.kind === 'choose-paper') return { ...command, chosen: sparesCounted(command.chosen as Json | null) };
      const contents = command.contents as readonly Json[] | undefined;
      return {
        ...command,
        ...(contents ? { contents: contents.map(bare) } : {}),
        ...(command.content ? { content: bare(command.content as Json) } : {}),
        ...(command.poster ? { poster: bare(command.poster as Json) } : {}),
      };
    },
  },
  // What undo knows is a patch since, no longer whole lists of pages.
  { part: 'whole', from: 5, name: 'changes-are-patches', up: (document) => document },
];

/** Pages keep what a spread was meant to be, not its shares; papers count spares among their sheets; gates say how far their flaps stop short. */
function meant(document: Json): Json {
  const papers = document.papers as Readonly<Record<string, Json>>;
  return {
    ...document,
    pages: withMeaning(document.pages as readonly Json[]),
    tray: (document.tray as readonly Json[]).map(wholePage),
    poster: document.poster ? bare(document.poster as Json) : null,
    printing: withPrinting(document.printing),
    form: gateOf(document.form as Json),
    papers: Object.fromEntries(Object.entries(papers).map(([kind, one]) => [kind, sparesCounted(one)])),
  };
}

const bare = ({ part: _, ...content }: Json): Json => content;
const wholePage = (page: Json): Json => (page.content ? { ...page, content: bare(page.content as Json) } : page);

/** Spreads were named by what they were laid over: "…-opening2", "…-row0", "…-sheet". Any other name is nobody's: the picture is whole on each of its pages. */
function withMeaning(pages: readonly Json[]): readonly Json[] {
  const parts = pages.flatMap((page): readonly Json[] => {
    const part = (page.content as Json | null)?.part as Json | undefined;
    return part ? [part] : [];
  });
  return pages.map((page) => {
    const content = page.content as Json | null;
    const part = content?.part as Json | undefined;
    if (!content || !part) return page;
    const over = overOf(String(part.spread));
    if (!over) return wholePage(page);
    const how = over.kind === 'opening' ? 'in-the-book' : howLaid(parts.filter(({ spread }) => spread === part.spread));
    const meant = { spread: part.spread, over, how, page: part.page };
    return { ...page, content: { ...content, part: part.overlap ? { ...meant, overlap: part.overlap } : meant } };
  });
}

function overOf(spread: string): Json | undefined {
  const [, kind, n] = /-(opening|row|sheet)(\d*)$/.exec(spread) ?? [];
  if (kind === 'opening') return { kind, view: Number(n) };
  if (kind === 'row') return { kind, row: Number(n) };
  return kind === 'sheet' ? { kind } : undefined;
}

/** To be read in the book, shares stood upright, row by row in the order of the pages (or all rows from the right); otherwise they stood as on the sheet. */
function howLaid(parts: readonly Json[]): 'in-the-book' | 'opened-out' {
  if (parts.some(({ turned }) => turned !== 0)) return 'opened-out';
  const inOrder = [...parts].sort((one, other) => Number(one.page) - Number(other.page));
  const follows = (toward: 1 | -1) =>
    inOrder.slice(1).every((one, i) => {
      const before = inOrder[i]!;
      const down = Number(one.top) - Number(before.top);
      return down > 1e-9 || (Math.abs(down) <= 1e-9 && toward * (Number(one.left) - Number(before.left)) > 0);
    });
  return follows(1) || follows(-1) ? 'in-the-book' : 'opened-out';
}

/** How far a gate's flaps stop short was said by what a roll is narrowed by. */
function gateOf(form: Json): Json {
  const parameters = form.parameters as Json;
  return form.id === 'plain-fold' && parameters.fold === 'gate' && parameters.narrower !== undefined
    ? { ...form, parameters: { ...parameters, shortOfMiddle: parameters.narrower } }
    : form;
}

function sparesCounted(chosen: Json | null): Json | null {
  if (chosen?.toBuy === undefined) return chosen;
  const { toBuy, ...others } = chosen;
  return { ...others, sheets: toBuy, cut: false };
}

/** Thickness as it was set for every new book; where a measured or estimated paper is taken, that counts. */
function thickAsPaper(document: Json): Json {
  const papers = document.papers as { readonly text?: { readonly paper: { readonly caliper: Json | null } } };
  const printing = document.printing as Json;
  const creep = printing.creep as Json;
  const thickness = papers.text?.paper.caliper?.thickness;
  return thickness !== undefined && creep.thickness === PRINTING.creep.thickness
    ? { ...document, printing: { ...printing, creep: { ...creep, thickness } } }
    : document;
}

/**
 * Zigzags and gates are read in another order since, and long rolls may be; some zigzags had a sliver for a panel more. Contents stay on their page numbers, what is
 * too many waits in the tray, pictures over several pages are whole on the first of them, and the book says that its sheet has changed.
 */
function refoldedLeaflet(document: Json): Json {
  const { id, parameters } = document.form as { readonly id: string; readonly parameters: Json };
  const panels = Number(parameters.panels ?? 3);
  const changed =
    parameters.fold === 'zigzag' || parameters.fold === 'gate' || (parameters.fold === 'roll' && panels > 4);
  if (id !== 'plain-fold' || !changed) return document;
  const count = parameters.fold === 'gate' ? 6 : 2 * panels;
  const seen = new Set<unknown>();
  const pages = (document.pages as readonly Json[]).map((page): Json => {
    const content = page.content as Json | null;
    const spread = (content?.part as Json | undefined)?.spread;
    if (!content || spread === undefined) return page;
    const first = !seen.has(spread);
    seen.add(spread);
    return { ...page, content: first ? bare(content) : null };
  });
  const waiting = pages
    .slice(count)
    .filter((page) => JSON.stringify({ ...EMPTY, ...page, locked: false }) !== JSON.stringify(EMPTY))
    .map((page) => ({ ...wholePage(page), locked: false }));
  const missing = Array.from({ length: Math.max(0, count - pages.length) }, () => EMPTY);
  const tray = [...waiting, ...(document.tray as readonly Json[])];
  return { ...document, pages: [...pages.slice(0, count), ...missing], tray, refolded: true };
}

/** Version 4: trim and gather marks, where on larger paper, and what a test print measured. */
function measuredPrinting(printing: Json): Json {
  const { printer, onto } = printing as { printer: Json | null; onto: Json | null };
  return {
    ...withPrinting(printing),
    printer: printer ? { measured: null, ...printer } : null,
    onto: onto ? { at: 'middle', ...onto } : null,
  };
}
