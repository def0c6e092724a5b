import { Migration } from '@mikro-orm/migrations';

/** The drawer of papers. */
export class MigrationPapers extends Migration {
  override async up(): Promise<void> {
    await this.execute(
      'create table `paper` (`id` text not null, `doc` json not null, `place` integer not null, `changed_at` datetime not null, `taken_out_at` datetime null, primary key (`id`));',
    );
  }
}
