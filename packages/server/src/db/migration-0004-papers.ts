import { migrateCommand, migrateDocument } from '@eight-up/core/book/migrations';
import { RewritingMigration, type Json } from './rewriting-migration.ts';

/** The drawer of papers; books say how many copies they come in and what they are cut from. */
export class MigrationPapers extends RewritingMigration {
  override async up(): Promise<void> {
    await this.execute(
      'create table `paper` (`id` text not null, `doc` json not null, `place` integer not null, `changed_at` datetime not null, `taken_out_at` datetime null, primary key (`id`));',
    );
    await this.rewrite('book', 'id', { doc: migrateDocument });
    const reworded = (command: Json) => migrateCommand(command, 2);
    await this.rewrite('revision', 'id', { command: reworded, inverse: reworded });
  }
}
