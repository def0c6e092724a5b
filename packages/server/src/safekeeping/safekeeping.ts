import { copyFile, mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import path from 'node:path';
import type { MikroORM } from '@mikro-orm/libsql';
import type { BookDocument } from '@eight-up/core/book/document';
import { keptBackups, type Backup, type BackupReason } from '@eight-up/core/safekeeping/backup';
import type { CheckProgress, Finding, FolderReport } from '@eight-up/core/safekeeping/folder-check';
import type { SafekeepingAnswer } from '@eight-up/core/contract/answers';
import { removeOriginals } from '../books/bin.ts';
import { forgetSound } from '../books/stored-book.ts';
import { databaseFile } from '../db/open.ts';
import { Refusal, sentenceOf } from '../errors.ts';
import { receiveOriginal } from '../files/receive.ts';
import type { FileStore } from '../files/store.ts';
import { JobEnded } from '../pool/job-ended.ts';
import type { Caller, WorkPool } from '../pool/work-pool.ts';
import { backupFolder, backupNames, listBackups, newestState, removeBackup, timeIn } from './backup-files.ts';
import { restoreFrom } from './restore.ts';

const HOUR = 60 * 60 * 1000;
const DAY = 24 * HOUR;
/** Reading every original takes its time: often enough to find damage while a backup still helps. */
const CHECK_EVERY = 7 * DAY;

/** All that the data is made of, in so few figures that any change changes one. */
const STATE = `select json_array(
  (select json_array(count(*), max(saved_at), sum(revision), max(binned_at), count(binned_at)) from book),
  (select max(id) from revision), (select json_group_array(name || n || book_id) from point), (select count(*) from asset),
  (select json_array(count(*), sum(revision), max(changed_at)) from paper),
  (select json_array(count(*), sum(revision), max(changed_at)) from printer), (select max(doc) from maker_settings)) as state`;

/** The maker's safety net: backups without being asked, a check of the folder, and the way back from both. */
export class Safekeeping {
  readonly #orm: MikroORM;
  readonly #store: FileStore;
  readonly #pool: WorkPool;
  #check: { progress: CheckProgress; stop: () => void } | undefined;
  #timer: NodeJS.Timeout | undefined;
  #trouble: string | null = null;
  /** one after the other: a backup, a restoring, a thinning out */
  #line: Promise<unknown> = Promise.resolve();

  constructor(orm: MikroORM, store: FileStore, pool: WorkPool) {
    this.#orm = orm;
    this.#store = store;
    this.#pool = pool;
  }

  /** Begins its work beside everything else: a backup now, one a day, a check when the last is old. What goes wrong is told to `failed`. */
  begin(failed: (error: unknown) => void): void {
    const look = async (why: BackupReason) => {
      await this.#pool.run('describe-backups', { dataFolder: this.#store.dataFolder });
      await this.backUp(why, true);
      const last = await this.#lastReport();
      if (!this.#check && (!last || Date.now() - Date.parse(last.at) > CHECK_EVERY)) this.startCheck();
    };
    const told = (error: unknown) => {
      if (error instanceof JobEnded && error.why === 'dropped') return;
      this.#trouble = sentenceOf(error);
      failed(error);
    };
    const daily = async () => {
      const [newest] = await backupNames(this.#store.dataFolder);
      if (!newest || Date.now() - timeIn(newest)!.getTime() >= DAY) await look('daily');
    };
    void look('start').catch(told);
    this.#timer = setInterval(() => void daily().catch(told), HOUR);
    this.#timer.unref();
  }

  end(): void {
    clearInterval(this.#timer);
    this.#check?.stop();
  }

  async state(): Promise<SafekeepingAnswer> {
    return {
      folder: this.#store.dataFolder,
      backups: await listBackups(this.#store.dataFolder),
      trouble: this.#trouble,
      check: { running: this.#check?.progress ?? null, last: (await this.#lastReport()) ?? null },
    };
  }

  /** Makes a backup, and removes those that are too many; undefined where nothing has changed since the newest and that is enough. */
  backUp(why: BackupReason, onlyIfChanged = false): Promise<string | undefined> {
    return this.#after(async () => {
      const { dataFolder } = this.#store;
      const [{ state }] = (await this.#orm.em.fork().execute<{ state: string }[]>(STATE)) as [{ state: string }];
      if (onlyIfChanged && state === (await newestState(dataFolder))) return undefined;
      const database = databaseFile(dataFolder);
      const name = await this.#pool.run('back-up', { database, dataFolder, at: Date.now(), why, state });
      await this.#thinOut();
      this.#trouble = null;
      return name;
    });
  }

  /** Takes the state of a backup up again, after the present one was backed up. */
  async restore(name: string): Promise<Backup> {
    const backup = (await listBackups(this.#store.dataFolder)).find((one) => one.name === name);
    if (!backup) throw new Refusal('backup-not-found', 'There is no such backup. Nothing was changed.');
    await this.#store.withScratch(async (scratch) => {
      await copyFile(path.join(backupFolder(this.#store.dataFolder), name), databaseFile(scratch));
      const ready = await this.#pool.run('ready-to-restore', { folder: scratch });
      await this.backUp('before-restoring');
      await this.#after(() => restoreFrom(this.#orm, ready, true));
    });
    return backup;
  }

  /** Takes up what was saved as one file, after the present state was backed up; gives back which originals were left out. */
  async takeEverything(file: string, caller: Caller): Promise<readonly string[]> {
    return this.#store.withScratch(async (scratch) => {
      const read = await this.#pool.run('read-everything', { file, scratch }, caller);
      if (!read.ok)
        throw new Refusal('backup-unreadable', EVERYTHING_WORDS[read.problem.code] ?? NOT_EVERYTHING, read.problem);
      const { folder, originals, spoilt } = read.value;
      const ready = await this.#pool.run('ready-to-restore', { folder });
      await this.backUp('before-restoring');
      return this.#store.whileNaming(async (hold) => {
        const receiving = { em: this.#orm.em.fork(), store: this.#store, pool: this.#pool, hold };
        const left = [...spoilt];
        for (const [asset, place] of originals) if (!(await receiveOriginal(receiving, asset, place))) left.push(asset);
        await this.#after(() => restoreFrom(this.#orm, ready, false));
        return left;
      });
    });
  }

  /** Begins a check of the whole folder; one at a time. */
  startCheck(): void {
    if (this.#check) return;
    let stop = () => {};
    const check = { progress: { done: 0, of: 0 }, stop: () => stop() };
    this.#check = check;
    const { dataFolder } = this.#store;
    const caller: Caller = { off: (drop) => (stop = drop), told: (progress) => (check.progress = progress) };
    void this.#pool
      .run('check-folder', { dataFolder, database: databaseFile(dataFolder) }, caller)
      .then(async ({ report, documents }) => {
        for (const { id, doc } of documents) await this.#putBack(id, doc);
        await this.#keepReport({ ...report, findings: await this.#mended(report.findings) });
      })
      .catch((error: unknown) => {
        if (!(error instanceof JobEnded)) throw error;
      })
      .finally(() => (this.#check = undefined));
  }

  stopCheck(): void {
    this.#check?.stop();
  }

  async #putBack(id: string, doc: BookDocument): Promise<void> {
    await this.#orm.em.fork().execute('update book set doc = ? where id = ?', [JSON.stringify(doc), id]);
    forgetSound();
  }

  async #mended(findings: readonly Finding[]): Promise<readonly Finding[]> {
    const done: Finding[] = [];
    for (const finding of findings) done.push(await this.#mend(finding));
    return done;
  }

  async #mend(finding: Finding): Promise<Finding> {
    const store = this.#store;
    if (finding.code === 'original-damaged') {
      // Out of the way, so that the whole file can be dropped in again; not thrown away: it may be the only one.
      const aside = path.join(store.dataFolder, 'damaged');
      await mkdir(aside, { recursive: true });
      await rename(store.originalPath(finding.asset), path.join(aside, finding.asset)).catch(() => undefined);
    }
    if (finding.code === 'original-unlisted') {
      const mended = await store.withScratch(async (scratch) => {
        const copy = path.join(scratch, finding.asset);
        await copyFile(store.originalPath(finding.asset), copy);
        return store.whileNaming((hold) =>
          receiveOriginal({ em: this.#orm.em.fork(), store, pool: this.#pool, hold }, finding.asset, copy),
        );
      });
      return { ...finding, mended };
    }
    return finding;
  }

  /** Removes the backups that are too many, and the originals that only they named. */
  async #thinOut(): Promise<void> {
    const { dataFolder } = this.#store;
    const names = await backupNames(dataFolder);
    const kept = keptBackups(names.map((name) => timeIn(name)!.getTime()));
    const gone = names.filter((name) => !kept.has(timeIn(name)!.getTime()));
    for (const name of gone) await removeBackup(dataFolder, name);
    if (gone.length > 0)
      await removeOriginals(this.#orm.em.fork(), this.#store, this.#pool, await this.#store.originalIds());
  }

  get #reportFile(): string {
    return path.join(this.#store.dataFolder, 'last-check.json');
  }

  #lastReport(): Promise<FolderReport | undefined> {
    return readFile(this.#reportFile, 'utf8').then(
      (text) => JSON.parse(text) as FolderReport,
      () => undefined,
    );
  }

  async #keepReport(report: FolderReport): Promise<void> {
    await writeFile(`${this.#reportFile}.new`, JSON.stringify(report));
    await rename(`${this.#reportFile}.new`, this.#reportFile);
  }

  #after<T>(act: () => Promise<T>): Promise<T> {
    const next = this.#line.then(act, act);
    this.#line = next.catch(() => undefined);
    return next;
  }
}

const NOT_EVERYTHING =
  'This is no file saved as “everything”, or it was damaged on its way. Nothing was changed; copy it again from where it came.';
const EVERYTHING_WORDS: Readonly<Record<string, string>> = {
  'book-file-of-later-version':
    'This file was saved by a later version of Eight Up. Nothing was changed; bring Eight Up up to date and open it again.',
  'book-file-larger-than-disk':
    'This file unpacks to more than the disk has left. Nothing was changed; free some space and open it again.',
};
