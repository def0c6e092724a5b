import { Migration } from '@mikro-orm/migrations';

/** The maker's printers. */
export class MigrationPrinters extends Migration {
  override up(): void {
    this.addSql(
      'create table `printer` (`id` text not null, `doc` json not null, `changed_at` datetime not null, `taken_away_at` datetime null, primary key (`id`));',
    );
  }
}
