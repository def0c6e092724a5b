import { forgetShelf } from '../books/shelf.ts';
import { copyFile, mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import path from 'node:path';
import type { MikroORM } from '@mikro-orm/libsql';
import type { BookDocument } from '@eight-up/core/document/document';
import { keptBackups, type Backup, type BackupReason } from '@eight-up/core/safekeeping/backup';
import type { CheckProgress, Finding, FolderReport } from '@eight-up/core/safekeeping/folder-check';
import type { SafekeepingAnswer } from '@eight-up/core/contract/answers';
import { removeOriginals } from '../books/bin.ts';
import { forgetSound } from '../books/stored-book.ts';
import { noteNamed } from '../books/named.ts';
import { assetIds } from '../books/service.ts';
import { databaseFile } from '../db/open.ts';
import { Refusal, sentenceOf } from '../errors.ts';
import { receiveOriginal } from '../files/receive.ts';
import type { FileStore } from '../files/store.ts';
import { JobEnded } from '../pool/job-ended.ts';
import type { Caller, WorkPool } from '../pool/work-pool.ts';
import { backupFolder, backupNames, listBackups, newestState, removeBackup, timeIn } from './backup-files.ts';
import { restoreFrom, stateOf } from './restore.ts';

const HOUR = 60 * 60 * 1000;
const DAY = 24 * HOUR;
/** Reading every original takes its time: often enough to find damage while a backup still helps. */
const CHECK_EVERY = 7 * DAY;

/** How often a change that was under way may come between before another state is not taken up. */
const MOST_TRIES = 8;

/** The maker's safety net: backups without being asked, a check of the folder, and the way back from both. */
export class Safekeeping {
  readonly #orm: MikroORM;
  readonly #store: FileStore;
  readonly #pool: WorkPool;
  #check: { progress: CheckProgress; stop: () => void } | undefined;
  #timer: NodeJS.Timeout | undefined;
  #trouble: string | null = null;
  #failed: string | null = null;
  #replacing = false;
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
      check: {
        running: this.#check?.progress ?? null,
        failed: this.#failed,
        last: (await this.#lastReport()) ?? null,
      },
    };
  }

  /** Makes a backup, unless it is enough that the newest is of just this state, and removes those that are too many. */
  backUp(why: BackupReason, onlyIfChanged = false): Promise<void> {
    return this.#after(async () => {
      const state = await stateOf(this.#orm.em.fork());
      if (!onlyIfChanged || state !== (await newestState(this.#store.dataFolder))) await this.#backedUp(why, state);
    });
  }

  async #backedUp(why: BackupReason, state: string): Promise<void> {
    const { dataFolder } = this.#store;
    await this.#pool.run('back-up', { database: databaseFile(dataFolder), dataFolder, at: Date.now(), why, state });
    await this.#thinOut();
    this.#trouble = null;
  }

  /** Another state is just being put in the place of the present one: no change is begun meanwhile. */
  get isReplacing(): boolean {
    return this.#replacing;
  }

  /**
   * Puts another state in the place of the present one, which is backed up first with every change that was acknowledged: those
   * that were under way may still come between, and then it is backed up again.
   */
  #replace(ready: string, withOriginals: boolean): Promise<void> {
    return this.#after(async () => {
      this.#replacing = true;
      for (let tries = 0; tries < MOST_TRIES; tries++) {
        const state = await stateOf(this.#orm.em.fork());
        await this.#backedUp('before-restoring', state);
        if (await restoreFrom(this.#orm, ready, state, withOriginals)) return;
        // Changed between the backup and now: that one is of no use to anybody.
        await removeBackup(this.#store.dataFolder, (await backupNames(this.#store.dataFolder))[0]!);
      }
      throw new Refusal(
        'storage-busy',
        'Books are being changed all the time. Nothing was taken up; close the other windows and try again.',
      );
    }).finally(() => (this.#replacing = false));
  }

  /** Takes the state of a backup up again, after the present one was backed up. */
  async restore(name: string): Promise<Backup> {
    const backup = (await listBackups(this.#store.dataFolder)).find((one) => one.name === name);
    if (!backup) throw new Refusal('backup-not-found', 'There is no such backup. Nothing was changed.');
    await this.#store.withScratch(async (scratch) => {
      await copyFile(path.join(backupFolder(this.#store.dataFolder), name), databaseFile(scratch));
      const ready = await this.#pool.run('ready-to-restore', { folder: scratch });
      await this.#replace(ready, true);
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
      return this.#store.whileNaming(async (hold) => {
        const receiving = { em: this.#orm.em.fork(), store: this.#store, pool: this.#pool, hold };
        const left = [...spoilt];
        for (const [asset, place] of originals) if (!(await receiveOriginal(receiving, asset, place))) left.push(asset);
        await this.#replace(ready, false);
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
    this.#failed = null;
    const { dataFolder } = this.#store;
    const caller: Caller = { off: (drop) => (stop = drop), told: (progress) => (check.progress = progress) };
    void this.#pool
      .run('check-folder', { dataFolder, database: databaseFile(dataFolder) }, caller)
      .then(async ({ report, documents }) => {
        for (const { id, revision, doc } of documents) await this.#putBack(id, revision, doc);
        await this.#keepReport({ ...report, findings: await this.#mended(report.findings) });
      })
      .catch((error: unknown) => {
        if (!(error instanceof JobEnded && error.why === 'dropped')) this.#failed = sentenceOf(error);
      })
      .finally(() => (this.#check = undefined));
  }

  stopCheck(): void {
    this.#check?.stop();
  }

  async #putBack(id: string, revision: number, doc: BookDocument): Promise<void> {
    const values = [JSON.stringify(doc), id, revision];
    await this.#orm.em.fork().transactional(async (tx) => {
      await tx.execute('update book set doc = ? where id = ? and revision = ?', values);
      await noteNamed(tx, id, assetIds(doc));
    });
    forgetSound();
    forgetShelf();
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
