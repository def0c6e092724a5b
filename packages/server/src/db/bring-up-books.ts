import { areOfToday, versionsOf } from '@eight-up/core/document/migrations/sequence';
import type { BookDocument } from '@eight-up/core/document/document';
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
    const old = formerBook(stored!.doc);
    if (!old) continue;
    // What the database itself refuses (a full disk) is thrown: the whole migration is taken back.
    await bringUpLog(ask, id, old.log);
    await ask('update book set doc = ? where id = ?', [JSON.stringify(old.today), id]);
  }
}

/** A stored document of an earlier version, as it is now, and its log to be walked; undefined for one of today, or a damaged one. */
function formerBook(stored: unknown): { readonly today: BookDocument; readonly log: LogMigration } | undefined {
  try {
    const document = json(stored);
    if (areOfToday(versionsOf(document))) return undefined;
    return { today: LogMigration.document(document), log: new LogMigration(document) };
  } catch {
    return undefined;
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
