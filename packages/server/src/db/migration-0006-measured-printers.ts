import { migrateCommand, migrateDocument } from '@eight-up/core/book/migrations';
import { RewritingMigration, type Json } from './rewriting-migration.ts';

/** Printers have what a test print measured; books of version 3 take version 4's shape, with everything that undo knows of them. */
export class MigrationMeasuredPrinters extends RewritingMigration {
  override async up(): Promise<void> {
    await this.rewrite('printer', 'id', { doc: (printer) => ({ measured: null, ...printer }) });
    await this.rewrite('book', 'id', { doc: migrateDocument });
    const reworded = (command: Json) => migrateCommand(command, 3);
    await this.rewrite('revision', 'id', { command: reworded, inverse: reworded });
  }
}
