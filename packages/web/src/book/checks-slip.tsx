import { memo, useState, type ReactNode } from 'react';
import { Link, useNavigate } from 'react-router';
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/react';
import { checkKey, type Check } from '@eight-up/core/checks/check';
import { remedyOf } from '@eight-up/core/checks/remedy';
import { acceptedInOnePress, checkWords, LOOKING_IT_OVER, remedyVerb, thingsToSettle } from '@eight-up/words/checks';
import { useSettings } from '../base/settings.ts';
import { useChecks } from './use-checks.ts';
import { showsTheSame } from './shows-the-same.ts';
import type { OpenBook } from './use-book.ts';

/** What needs settling: the reason first, then what would be right, then the remedy as a verb. */
export const ChecksSlip = memo(function ChecksSlip({ book }: { readonly book: OpenBook }) {
  const checks = useChecks(book);
  if (!checks)
    return (
      <section aria-label="Checks" aria-busy="true" className="slip p-4">
        <h2 className="text-lg">{LOOKING_IT_OVER}</h2>
      </section>
    );
  const { open, accepted, hasRemedy } = checks;
  return (
    <section aria-label="Checks" className="slip p-4">
      <h2 className="text-lg">{thingsToSettle(open.length)}</h2>
      {open.length === 0 && (
        <p className="mt-1 text-quiet">Print the numbered dummy first, on cheap paper, and fold it.</p>
      )}
      <ul>
        {open.map((check) => (
          <OpenCheck key={checkKey(check)} check={check} book={book} hasRemedy={hasRemedy(checkKey(check))} />
        ))}
      </ul>
      {accepted.length > 0 && (
        <Disclosure as="div" className="mt-3 border-t border-bench-deep pt-2 text-[0.93rem]">
          <DisclosureButton className="remedy">{accepted.length} accepted, on the record</DisclosureButton>
          <DisclosurePanel as="ul">
            {accepted.map(({ check, reason }) => (
              <CheckItem key={checkKey(check)} check={check} book={book}>
                <p>
                  {reason ? `Accepted: “${reason}”` : 'Accepted.'}{' '}
                  <button
                    type="button"
                    className="remedy"
                    onClick={() => book.change({ kind: 'raise-again', key: checkKey(check) })}
                  >
                    Raise it again
                  </button>
                </p>
              </CheckItem>
            ))}
          </DisclosurePanel>
        </Disclosure>
      )}
    </section>
  );
}, showsTheSame);

interface CheckProps {
  readonly check: Check;
  readonly book: OpenBook;
}

function CheckItem({ check, book, children }: CheckProps & { readonly children: ReactNode }) {
  const unit = useSettings((s) => s.unit);
  const { reason, remedy } = checkWords(check, book.book, book.derived.names, unit);
  return (
    <li
      className="mt-2 border-t border-bench-deep pt-2 text-[0.93rem] leading-snug break-words"
      data-weight={check.weight}
      data-check={check.code}
    >
      <p className={check.weight === 'settle' ? 'font-semibold' : ''}>{reason}</p>
      <p className="text-quiet">{remedy}</p>
      {children}
    </li>
  );
}

function OpenCheck({ check, book, hasRemedy }: CheckProps & { readonly hasRemedy: boolean }) {
  const [asking, setAsking] = useState(false);
  const thin = acceptedInOnePress(check);
  return (
    <CheckItem check={check} book={book}>
      {asking ? (
        <Accepting
          onCancel={() => setAsking(false)}
          onAccept={(reason) => book.change({ kind: 'accept', accepted: { key: checkKey(check), reason } })}
        />
      ) : (
        <p className="flex flex-wrap gap-x-4">
          <Remedy check={check} book={book} hasRemedy={hasRemedy} />
          {thin && (
            <button
              type="button"
              className="remedy"
              onClick={() => book.change({ kind: 'accept', accepted: { key: checkKey(check), reason: thin.reason } })}
            >
              {thin.verb}
            </button>
          )}
          <button type="button" className="quiet-remedy" onClick={() => setAsking(true)}>
            Accept it …
          </button>
        </p>
      )}
    </CheckItem>
  );
}

/** A warning is accepted knowingly, on the record; with a reason where there is one to tell. */
function Accepting({
  onAccept,
  onCancel,
}: {
  readonly onAccept: (reason: string) => void;
  readonly onCancel: () => void;
}) {
  const [reason, setReason] = useState('');
  return (
    <form
      className="mt-1 flex flex-col gap-1.5"
      onSubmit={(event) => {
        event.preventDefault();
        onAccept(reason.trim());
      }}
      onKeyDown={(event) => {
        if (event.key !== 'Escape') return;
        event.stopPropagation();
        onCancel();
      }}
    >
      <label>
        <span className="block text-sm text-quiet">Why is it right so? (may stay empty)</span>
        <input
          autoFocus
          className="entry w-full"
          maxLength={500}
          value={reason}
          onChange={(event) => setReason(event.target.value)}
        />
      </label>
      <span className="flex gap-4">
        <button type="submit" className="remedy">
          Accept on the record
        </button>
        <button type="button" className="quiet-remedy" onClick={onCancel}>
          Leave it open
        </button>
      </span>
    </form>
  );
}

/** Done in one press, or the way to where it is done. */
function Remedy({ check, book, hasRemedy }: CheckProps & { readonly hasRemedy: boolean }) {
  const navigate = useNavigate();
  const { plan, book: shown } = book;
  const unit = useSettings((s) => s.unit);
  const verb = remedyVerb(check, book.derived.names, unit);
  const { to, name } = wayTo(check, book);
  const way = `/books/${book.id}/${to}`;
  if (!verb || !hasRemedy)
    return (
      <Link className="remedy" to={way}>
        {name}
      </Link>
    );
  return (
    <button
      type="button"
      className="remedy"
      onClick={() => {
        const command = remedyOf(check, plan, shown, book.derived.look);
        if (command) book.change(command);
        else void navigate(way);
      }}
    >
      {verb}
    </button>
  );
}

function wayTo(check: Check, book: OpenBook): { readonly to: string; readonly name: string } {
  if (check.code === 'in-unprintable-margin' || check.code === 'spread-shrunk')
    return { to: 'sheets', name: 'Look at the printer’s margins' };
  if ('pages' in check) {
    const [first] = check.pages;
    return { to: `pages?page=${first! + 1}`, name: `Go to page ${book.derived.names[first!]}` };
  }
  if (check.code === 'not-held') return { to: 'bind', name: 'Look at the stitch' };
  return check.code === 'files-unused'
    ? { to: 'pages', name: 'Look at the tray' }
    : { to: 'form', name: 'Look at the sheet' };
}
