import { Migration } from '@mikro-orm/migrations';
import { bringUpBooks } from './bring-up-books.ts';

/** Settings that forms were given later stand in every book, and in what undo knows of it. */
export class MigrationFormsSayMore extends Migration {
  override async up(): Promise<void> {
    await bringUpBooks((sql, values = []) => this.execute(sql, [...values]) as Promise<unknown>);
  }
}
