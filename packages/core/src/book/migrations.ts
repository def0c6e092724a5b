import { onPage, type BookDocument, type PageContent } from './document.ts';
import { USUAL_KIT } from '../cutting/kit.ts';
import { USUAL_LETTERING, USUAL_PRINTING } from './usual.ts';

type Json = Readonly<Record<string, unknown>>;

interface DocumentMigration {
  readonly from: number;
  /** Rewrites whichever fields are there: whole documents and the values of stored inverses alike. */
  readonly fields: (fields: Json) => Json;
  /** What a whole document gains. */
  readonly gains: Json;
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
];

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

export const DOCUMENT_VERSION: BookDocument['version'] = 4;

/** A stored document brought up to the newest version; one that already is, or is none of ours, comes back as it was. */
export const migrateDocument = (document: Json): Json =>
  DOCUMENT_MIGRATIONS.reduce(
    (old, { from, fields, gains }) => (old.version === from ? { ...gains, ...fields(old), version: from + 1 } : old),
    document,
  );

/** A command stored by version `from`, in the words of the newest. */
export const migrateCommand = (command: Json, from: number): Json =>
  DOCUMENT_MIGRATIONS.filter((migration) => migration.from >= from).reduce(
    (old, { fields, command: reword }) =>
      old.kind === 'restore' ? { ...old, values: fields(old.values as Json) } : reword(old),
    command,
  );
