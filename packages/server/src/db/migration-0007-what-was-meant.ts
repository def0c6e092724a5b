import { Migration } from '@mikro-orm/migrations';

/** Stored documents took a new shape here; they are brought up in one go since (see 0010). */
export class MigrationWhatWasMeant extends Migration {
  override async up(): Promise<void> {}
}
