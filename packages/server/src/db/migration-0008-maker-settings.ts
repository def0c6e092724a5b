import { Migration } from '@mikro-orm/migrations';

/** What the maker has set once for the whole application: one row. */
export class MigrationMakerSettings extends Migration {
  override up(): void {
    this.addSql('create table `maker_settings` (`id` text not null, `doc` json not null, primary key (`id`));');
  }
}
