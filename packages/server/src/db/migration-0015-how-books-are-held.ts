import { Migration } from '@mikro-orm/migrations';
import { bringUpBooks } from './bring-up-books.ts';

/** Every book says how it is held together, and with what. */
export class MigrationHowBooksAreHeld extends Migration {
  override async up(): Promise<void> {
    await bringUpBooks((sql, values = []) => this.execute(sql, [...values]) as Promise<unknown>);
  }
}
