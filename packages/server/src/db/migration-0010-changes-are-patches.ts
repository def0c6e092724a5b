import { Migration } from '@mikro-orm/migrations';
import { bringUpBooks } from './bring-up-books.ts';

/** Every book and its log, of whichever version, in the shape of today: what undo knows of a book is a patch since. */
export class MigrationChangesArePatches extends Migration {
  override async up(): Promise<void> {
    await bringUpBooks((sql, values = []) => this.execute(sql, [...values]) as Promise<unknown>);
  }
}
