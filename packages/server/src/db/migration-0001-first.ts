import { Migration } from '@mikro-orm/migrations';

/** Books, their revisions, and the originals they refer to. */
export class MigrationFirst extends Migration {
  override up(): void {
    this.addSql(
      'create table `book` (`id` text not null, `doc` json not null, `revision` integer not null, `undo_top` integer null, `redo_top` integer null, `created_at` datetime not null, `saved_at` datetime not null, primary key (`id`));',
    );
    this.addSql(
      'create table `revision` (`id` integer not null primary key autoincrement, `book_id` text not null, `n` integer not null, `kind` text not null, `command` json not null, `inverse` json not null, `target` integer null, `undo_before` integer null, `redo_before` integer null, `author_window` text not null, `at` datetime not null);',
    );
    this.addSql('create unique index `revision_book_id_n_unique` on `revision` (`book_id`, `n`);');
    this.addSql(
      'create table `asset` (`id` text not null, `kind` text not null, `bytes` integer not null, `pages` json not null, `created_at` datetime not null, primary key (`id`));',
    );
  }
}
