import { Migration } from '@mikro-orm/migrations';

/** Changes made in one act of the maker's are told, and taken back, as one. */
export class MigrationActs extends Migration {
  override async up(): Promise<void> {
    await this.execute('alter table `revision` add column `act` text null;');
  }
}
