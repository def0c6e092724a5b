import { Migration } from '@mikro-orm/migrations';

/** States of a book can be named. */
export class MigrationPagesAndPoints extends Migration {
  override async up(): Promise<void> {
    await this.execute(
      'create table `point` (`book_id` text not null, `n` integer not null, `name` text not null, primary key (`book_id`, `n`));',
    );
  }
}
