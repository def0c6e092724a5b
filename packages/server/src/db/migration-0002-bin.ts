import { Migration } from '@mikro-orm/migrations';

/** Books can lie in the bin. */
export class MigrationBin extends Migration {
  override up(): void {
    this.addSql('alter table `book` add column `binned_at` datetime null;');
  }
}
