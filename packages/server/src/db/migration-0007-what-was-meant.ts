import { migrateCommand, migrateDocument } from '@eight-up/core/book/migrations';
import { RewritingMigration, type Json } from './rewriting-migration.ts';

/** Books of version 4 take version 5's shape, with everything that undo knows of them: spreads as they were meant, leaflets read as hands open them. */
export class MigrationWhatWasMeant extends RewritingMigration {
  override async up(): Promise<void> {
    await this.rewrite('book', 'id', { doc: migrateDocument });
    const reworded = (command: Json) => migrateCommand(command, 4);
    await this.rewrite('revision', 'id', { command: reworded, inverse: reworded });
  }
}
