/** What we use of the database library's own connection. */
export interface RawConnection {
  prepare: (sql: string) => RawStatement;
  exec: (sql: string) => unknown;
  /** the pool asks for this mark before it lends a connection again, and makes a new one where it stands */
  __knex__disposed?: unknown;
}

interface RawStatement {
  run: (...values: readonly unknown[]) => unknown;
  all: (...values: readonly unknown[]) => unknown;
}

const PRAGMAS = ['journal_mode=wal', 'synchronous=full', 'foreign_keys=on'];

/**
 * Readies a fresh connection. Transactions take the right to write at their beginning, so that another program is waited
 * for there and not refused in the middle. A statement that is refused because the database is held stays open in
 * the library and would block every later commit: a connection that met one is not used again.
 */
export function readied(connection: RawConnection, busyMs: number): void {
  for (const pragma of [...PRAGMAS, `busy_timeout=${busyMs}`]) connection.exec(`pragma ${pragma}`);
  const prepare = connection.prepare.bind(connection);
  const watched =
    <A extends readonly unknown[]>(act: (...values: A) => unknown) =>
    (...values: A) => {
      try {
        return act(...values);
      } catch (error) {
        if (String((error as { code?: unknown }).code).startsWith('SQLITE_BUSY')) connection.__knex__disposed = error;
        throw error;
      }
    };
  connection.prepare = (sql) => {
    const statement = prepare(sql === 'BEGIN;' ? 'BEGIN IMMEDIATE;' : sql);
    statement.run = watched(statement.run.bind(statement));
    statement.all = watched(statement.all.bind(statement));
    return statement;
  };
}
