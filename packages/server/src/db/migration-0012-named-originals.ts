import { Migration } from '@mikro-orm/migrations';

const AT_ONCE = 500;
const INSERT = 'insert or ignore into `named_original` (`book_id`, `asset_id`) select ?, value from json_each(?)';

/** Which originals each book names, in its document or its history: known without reading all of them. */
export class MigrationNamedOriginals extends Migration {
  override async up(): Promise<void> {
    await this.execute(
      'create table `named_original` (`book_id` text not null, `asset_id` text not null, primary key (`book_id`, `asset_id`));',
    );
    await this.execute('create index `named_original_asset_id_index` on `named_original` (`asset_id`);');
    const rows = async (sql: string, ...values: unknown[]) =>
      (await this.execute(sql, values)) as unknown as readonly { at: number; id: string; stored: string }[];
    for (const [table, book, text] of [
      ['book', '`id`', '`doc`'],
      ['revision', '`book_id`', '`command` || `inverse`'],
    ] as const)
      for (let last = 0; ;) {
        const batch = await rows(
          `select rowid as at, ${book} as id, ${text} as stored from \`${table}\` where rowid > ? order by rowid limit ?`,
          last,
          AT_ONCE,
        );
        if (batch.length === 0) break;
        for (const { id, stored } of batch) {
          const named = [...new Set(stored.match(/[0-9a-f]{64}/g))];
          if (named.length > 0) await this.execute(INSERT, [id, JSON.stringify(named)]);
        }
        last = batch[batch.length - 1]!.at;
      }
  }
}
