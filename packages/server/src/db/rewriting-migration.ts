import { Migration } from '@mikro-orm/migrations';

export type Json = Readonly<Record<string, unknown>>;
const parsed = (stored: unknown): Json => (typeof stored === 'string' ? JSON.parse(stored) : stored) as Json;

const AT_ONCE = 200;

/** A migration that brings stored documents into another shape. */
export abstract class RewritingMigration extends Migration {
  /** Rewrites JSON columns batch by batch, so that a long history is never held whole. */
  protected async rewrite(table: string, key: string, columns: Readonly<Record<string, (old: Json) => Json>>) {
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
