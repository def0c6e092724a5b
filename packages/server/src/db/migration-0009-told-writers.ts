import { Migration } from '@mikro-orm/migrations';

/** Papers and printers count their changes, so that the second of two writers is told; originals received without a book say how long they are spared. */
export class MigrationToldWriters extends Migration {
  override up(): void {
    this.addSql('alter table `paper` add column `revision` integer not null default 0;');
    this.addSql('alter table `printer` add column `revision` integer not null default 0;');
    this.addSql('alter table `asset` add column `spared_until` datetime null;');
  }
}
