import { Migration } from '@mikro-orm/migrations';

/** Books that are cut together from one paper. */
export class MigrationJointPlans extends Migration {
  override async up(): Promise<void> {
    await this.execute(
      'create table `joint_plan` (`id` text not null primary key, `doc` json not null, `revision` integer not null default 0, `changed_at` datetime not null);',
    );
  }
}
