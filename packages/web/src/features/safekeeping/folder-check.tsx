import type { SafekeepingAnswer } from '@eight-up/core/contract/answers';
import { findingWords, lookedThroughWords } from '@eight-up/words/safekeeping';
import type { SafekeepingActs } from './use-safekeeping.ts';
import { whenWords } from './when.ts';

/** Whether every picture and every history is what it should be. */
export function FolderCheck({
  check: { running, failed, last },
  acts: { check },
}: {
  readonly check: SafekeepingAnswer['check'];
  readonly acts: SafekeepingActs;
}) {
  return (
    <section aria-label="Is everything sound?" className="slip p-5">
      <h2 className="text-xl">Is everything sound?</h2>
      <p className="mb-3 mt-1 text-sm text-quiet">
        Every picture is read and compared with what it was when it came, every book with its history. Once a week by
        itself, or now.
      </p>
      {running ? (
        <div className="flex flex-wrap items-center gap-3">
          <progress
            aria-label="How far the look through the folder is"
            className="h-3 grow accent-choose"
            max={running.of || 1}
            value={running.done}
          />
          <span className="measure">
            {running.done} of {running.of}
          </span>
          <button type="button" className="action" onClick={() => check.mutate('stop')}>
            Stop
          </button>
        </div>
      ) : (
        <button type="button" className="action" disabled={check.isPending} onClick={() => check.mutate('begin')}>
          Look through the folder <span className="key">L</span>
        </button>
      )}
      {(check.error?.message ?? failed) && (
        <p role="alert" className="mt-3 border-l-4 border-blade bg-blade-pale px-3 py-1.5">
          {check.error?.message ?? failed}
        </p>
      )}
      {last && (
        <div role="status" className="mt-3">
          <p>
            <span className="font-semibold">{whenWords(last.at)}:</span> {lookedThroughWords(last)}
            {last.findings.length === 0 ? '; all of it is sound.' : '.'}
          </p>
          <ul className="mt-1">
            {last.findings.map((finding, i) => (
              <li key={i} className="mt-1.5 border-l-4 border-blade bg-blade-pale px-3 py-1">
                {findingWords(finding)}
              </li>
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}
