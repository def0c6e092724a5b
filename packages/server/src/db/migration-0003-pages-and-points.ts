import { Migration } from '@mikro-orm/migrations';
import { migrateCommand, migrateDocument } from '@eight-up/core/book/migrations';

type Json = Readonly<Record<string, unknown>>;
const parsed = (stored: unknown): Json => (typeof stored === 'string' ? JSON.parse(stored) : stored) as Json;

const AT_ONCE = 200;

/** States of a book can be named; documents of version 1 and everything that undo knows of them take version 2's shape. */
export class MigrationPagesAndPoints extends Migration {
  override async up(): Promise<void> {
    // Carried out at once, not gathered as statements: the table must be there for the rows that follow, or not at all.
    await this.execute(
      'create table `point` (`book_id` text not null, `n` integer not null, `name` text not null, primary key (`book_id`, `n`));',
    );
    await this.rewrite('book', 'id', { doc: migrateDocument });
    const reworded = (command: Json) => migrateCommand(command, 1);
    await this.rewrite('revision', 'id', { command: reworded, inverse: reworded });
  }

  /** Rewrites JSON columns batch by batch, so that a long history is never held whole. */
  private async rewrite(table: string, key: string, columns: Readonly<Record<string, (old: Json) => Json>>) {
    const names = Object.keys(columns);
    for (let last: unknown; ;) {
      const from = last === undefined ? '' : `where \`${key}\` > ? `;
      const rows = (await this.execute(
        `select \`${key}\`, ${names.map((name) => `\`${name}\``).join(', ')} from \`${table}\` ${from}order by \`${key}\` limit ${AT_ONCE}`,
        last === undefined ? [] : [last],
      )) as readonly Json[];
      if (rows.length === 0) return;
      for (const row of rows) {
        await this.execute(
          `update \`${table}\` set ${names.map((name) => `\`${name}\` = ?`).join(', ')} where \`${key}\` = ?`,
          [...names.map((name) => JSON.stringify(columns[name]!(parsed(row[name])))), row[key]],
        );
      }
      last = rows[rows.length - 1]![key];
    }
  }
}
