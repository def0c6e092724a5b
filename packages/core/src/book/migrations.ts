import { onPage, type BookDocument, type BookPage, type PageContent } from '../document/document.ts';
import { resized, wholeOf } from './sequence.ts';
import { USUAL_KIT } from '../document/kit.ts';
import { USUAL_LETTERING, USUAL_PRINTING } from '../document/usual.ts';

type Json = Readonly<Record<string, unknown>>;

interface DocumentMigration {
  readonly from: number;
  /** Rewrites whichever fields are there: whole documents and the values of stored inverses alike. */
  readonly fields: (fields: Json) => Json;
  /** What a whole document gains. */
  readonly gains: Json;
  /** What has to be brought together once all fields are rewritten. */
  readonly whole?: (document: Json) => Json;
  /** Stored commands in the new words. */
  readonly command: (command: Json) => Json;
}

/** From each version to the next; beside the schema, so that no stored book is ever left behind. */
export const DOCUMENT_MIGRATIONS: readonly DocumentMigration[] = [
  {
    from: 1,
    fields: (fields) => ({
      ...fields,
      ...('pages' in fields ? { pages: (fields.pages as readonly (PageContent | null)[]).map(onPage) } : {}),
      ...('tray' in fields ? { tray: (fields.tray as readonly PageContent[]).map(onPage) } : {}),
      ...('printing' in fields ? { printing: { ...USUAL_PRINTING, ...(fields.printing as object) } } : {}),
    }),
    gains: { edition: 1, poster: null, lettering: USUAL_LETTERING, threads: {}, accepted: [] },
    command: (command) => {
      if (command.kind === 'set-printing')
        return { ...command, printing: { ...USUAL_PRINTING, ...(command.printing as object) } };
      return command.kind === 'set-fit' ? { kind: 'set-fit', pages: [command.page], fit: command.fit } : command;
    },
  },
  {
    from: 2,
    fields: (fields) =>
      'printing' in fields ? { ...fields, printing: { ...USUAL_PRINTING, ...(fields.printing as object) } } : fields,
    gains: { kit: USUAL_KIT, papers: {} },
    command: (command) =>
      command.kind === 'set-printing'
        ? { ...command, printing: { ...USUAL_PRINTING, ...(command.printing as object) } }
        : command,
  },
  {
    from: 3,
    fields: (fields) =>
      'printing' in fields ? { ...fields, printing: measuredPrinting(fields.printing as Json) } : fields,
    gains: {},
    command: (command) =>
      command.kind === 'set-printing' ? { ...command, printing: measuredPrinting(command.printing as Json) } : command,
  },
  {
    from: 4,
    fields: meantFields,
    gains: { refolded: false },
    whole: (document) => thickAsPaper(refoldedLeaflet(document)),
    command: (command) => {
      if (command.kind === 'choose-form') return { ...command, form: gateOf(command.form as Json) };
      if (command.kind === 'set-printing')
        return { ...command, printing: { ...USUAL_PRINTING, ...(command.printing as object) } };
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
];

/** Version 5: pages keep what a spread was meant to be, not its shares; papers count spares among their sheets; gates say how far their flaps stop short. */
function meantFields(fields: Json): Json {
  const papers = fields.papers as Readonly<Record<string, Json>> | undefined;
  return {
    ...fields,
    ...('pages' in fields ? { pages: withMeaning(fields.pages as readonly Json[]) } : {}),
    ...('tray' in fields ? { tray: (fields.tray as readonly Json[]).map(wholePage) } : {}),
    ...(fields.poster ? { poster: bare(fields.poster as Json) } : {}),
    ...('printing' in fields ? { printing: { ...USUAL_PRINTING, ...(fields.printing as object) } } : {}),
    ...('form' in fields ? { form: gateOf(fields.form as Json) } : {}),
    ...(papers
      ? { papers: Object.fromEntries(Object.entries(papers).map(([kind, one]) => [kind, sparesCounted(one)])) }
      : {}),
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
    // Commands of older versions pass here once more with every step up.
    if (!content || !part || part.over) return page;
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
  return thickness !== undefined && creep.thickness === USUAL_PRINTING.creep.thickness
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
  const pages = (document.pages as readonly BookPage[]).map((page): BookPage => {
    const spread = page.content?.part?.spread;
    if (spread === undefined) return page;
    const first = !seen.has(spread);
    seen.add(spread);
    return { ...page, content: first ? wholeOf(page.content!) : null };
  });
  return { ...document, ...resized({ pages, tray: document.tray as readonly BookPage[] }, count), refolded: true };
}

/** Version 4: trim and gather marks, where on larger paper, and what a test print measured. */
function measuredPrinting(printing: Json): Json {
  const { printer, onto } = printing as { printer: Json | null; onto: Json | null };
  return {
    ...USUAL_PRINTING,
    ...printing,
    printer: printer ? { measured: null, ...printer } : null,
    onto: onto ? { at: 'middle', ...onto } : null,
  };
}

export const DOCUMENT_VERSION: BookDocument['version'] = 5;

/** A stored document brought up to the newest version; one that already is, or is none of ours, comes back as it was. */
export const migrateDocument = (document: Json): Json =>
  DOCUMENT_MIGRATIONS.reduce(
    (old, { from, fields, gains, whole = (one) => one }) =>
      old.version === from ? whole({ ...gains, ...fields(old), version: from + 1 }) : old,
    document,
  );

/** A command stored by version `from`, in the words of the newest. */
export const migrateCommand = (command: Json, from: number): Json =>
  DOCUMENT_MIGRATIONS.filter((migration) => migration.from >= from).reduce(
    (old, { fields, command: reword }) =>
      old.kind === 'restore' ? { ...old, values: fields(old.values as Json) } : reword(old),
    command,
  );
