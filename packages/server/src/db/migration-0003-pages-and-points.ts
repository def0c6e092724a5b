import { migrateCommand, migrateDocument } from '@eight-up/core/book/migrations';
import { RewritingMigration, type Json } from './rewriting-migration.ts';

/** States of a book can be named; documents of version 1 and everything that undo knows of them take version 2's shape. */
export class MigrationPagesAndPoints extends RewritingMigration {
  override async up(): Promise<void> {
    // Carried out at once, not gathered as statements: the table must be there for the rows that follow, or not at all.
    await this.execute(
      'create table `point` (`book_id` text not null, `n` integer not null, `name` text not null, primary key (`book_id`, `n`));',
    );
    await this.rewrite('book', 'id', { doc: migrateDocument });
    const reworded = (command: Json) => migrateCommand(command, 1);
    await this.rewrite('revision', 'id', { command: reworded, inverse: reworded });
  }
}
