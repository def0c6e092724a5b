import { Migration } from '@mikro-orm/migrations';

/** Printers have what a test print measured. */
export class MigrationMeasuredPrinters extends Migration {
  override async up(): Promise<void> {
    await this.execute(
      "update `printer` set `doc` = json_set(`doc`, '$.measured', null) where json_valid(`doc`) and json_type(`doc`, '$.measured') is null",
    );
  }
}
