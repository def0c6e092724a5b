import { randomUUID } from 'node:crypto';
import { Migration } from '@mikro-orm/migrations';
import { bringUpBooks } from './bring-up-books.ts';

interface Stored {
  readonly id: string;
  readonly doc: unknown;
  readonly changed_at: number;
}
type Json = Readonly<Record<string, unknown>>;

const INSERT =
  'insert into `measurement` (`id`, `method`, `book_id`, `paper_id`, `printer_id`, `lengths`, `at`, `count`, `spread`) values (?, ?, ?, ?, ?, ?, ?, 1, null)';

/** What was measured has a table of its own, which only grows: thickness of papers, scale and shift of printers, creep of books. */
export class MigrationMeasurements extends Migration {
  override async up(): Promise<void> {
    await this.execute(
      'create table `measurement` (`n` integer not null primary key autoincrement, `id` text not null, `method` text not null, `book_id` text null, `paper_id` text null, `printer_id` text null, `lengths` json null, `at` datetime not null, `count` integer not null, `spread` integer null);',
    );
    await this.execute('create unique index `measurement_id_unique` on `measurement` (`id`);');
    for (const subject of ['book', 'paper', 'printer'])
      await this.execute(`create index \`measurement_${subject}_id_index\` on \`measurement\` (\`${subject}_id\`);`);
    await this.papers();
    await this.printers();
    await bringUpBooks((sql, values = []) => this.execute(sql, [...values]) as Promise<unknown>);
    await this.books();
  }

  private async papers(): Promise<void> {
    for (const { id, doc, at } of await this.rows('paper', 'changed_at')) {
      const caliper = doc.caliper as Json | null | undefined;
      if (caliper?.how !== 'measured') continue;
      const lengths = { thickness: caliper.thickness };
      await this.execute(INSERT, [randomUUID(), 'caliper', null, id, null, JSON.stringify(lengths), at]);
      await this.execute('update `paper` set `doc` = ? where `id` = ?', [
        JSON.stringify({ ...doc, caliper: null }),
        id,
      ]);
    }
  }

  private async printers(): Promise<void> {
    for (const { id, doc, at } of await this.rows('printer', 'changed_at')) {
      const measured = doc.measured as { across: number; down: number; front: Json; back: Json } | null | undefined;
      if (!measured) continue;
      const { across, down, front, back } = measured;
      const lengths = {
        across,
        down,
        frontRight: front.right,
        frontDown: front.down,
        backRight: back.right,
        backDown: back.down,
      };
      await this.execute(INSERT, [randomUUID(), 'test-print', null, null, id, JSON.stringify(lengths), at]);
      await this.execute('update `printer` set `doc` = ? where `id` = ?', [
        JSON.stringify({ ...doc, measured: null }),
        id,
      ]);
    }
  }

  private async books(): Promise<void> {
    for (const { id, doc, at } of await this.rows('book', 'saved_at')) {
      const { creep } = doc.printing as { readonly creep: { readonly model: string; readonly measured: number } };
      if (creep.model !== 'measured') continue;
      const papers = doc.papers as { readonly text?: { readonly paper: { readonly id: string } } };
      const lengths = JSON.stringify({ aFolio: creep.measured });
      await this.execute(INSERT, [randomUUID(), 'creep', id, papers.text?.paper.id ?? null, null, lengths, at]);
    }
  }

  /** Documents that can be read; a damaged one stays as it is. */
  private async rows(table: string, when: string) {
    const stored = (await this.execute(
      `select \`id\`, \`doc\`, \`${when}\` as \`changed_at\` from \`${table}\` where json_valid(\`doc\`)`,
    )) as unknown as readonly Stored[];
    return stored.map(({ id, doc, changed_at }) => ({
      id,
      doc: (typeof doc === 'string' ? JSON.parse(doc) : doc) as Json,
      at: changed_at,
    }));
  }
}
