import { DOCUMENT_VERSION } from '@eight-up/core/book/migrations';
import { LogMigration } from '@eight-up/core/book/migrate-log';

/** Asks the database; inside the transaction of a migration. */
type Ask = (sql: string, values?: readonly unknown[]) => Promise<unknown>;

interface Row {
  readonly id: number;
  readonly command: string;
  readonly inverse: string;
}

const AT_ONCE = 200;

const json = (stored: unknown) =>
  (typeof stored === 'string' ? JSON.parse(stored) : stored) as Readonly<Record<string, unknown>>;

/** Brings every stored book up to the newest version, with its log. One that is damaged stays as it is: it can be rescued, and mended from a backup. */
export async function bringUpBooks(ask: Ask): Promise<void> {
  const ids = (await ask('select id from book')) as readonly { readonly id: string }[];
  for (const { id } of ids) {
    const [stored] = (await ask('select doc from book where id = ?', [id])) as readonly { readonly doc: unknown }[];
    try {
      const document = json(stored!.doc);
      if (document.version === DOCUMENT_VERSION) continue;
      await bringUpLog(ask, id, new LogMigration(document));
      await ask('update book set doc = ? where id = ?', [JSON.stringify(LogMigration.document(document)), id]);
    } catch {
      continue;
    }
  }
}

/** Change by change from the newest back, so that a long history is never held whole. Where it does not lead on, what is older stays as it was. */
async function bringUpLog(ask: Ask, book: string, log: LogMigration): Promise<void> {
  for (let before = Number.MAX_SAFE_INTEGER; ;) {
    const rows = (await ask(
      'select id, n, command, inverse from revision where book_id = ? and n < ? order by n desc limit ?',
      [book, before, AT_ONCE],
    )) as readonly (Row & { readonly n: number })[];
    if (rows.length === 0) return;
    for (const { id, n, command, inverse } of rows) {
      let changed: ReturnType<LogMigration['back']>;
      try {
        changed = log.back({ command: json(command), inverse: json(inverse) });
      } catch {
        return;
      }
      await ask('update revision set command = ?, inverse = ? where id = ?', [
        JSON.stringify(changed.command),
        JSON.stringify(changed.inverse),
        id,
      ]);
      before = n;
    }
  }
}
