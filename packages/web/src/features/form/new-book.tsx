import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { ChevronLeftIcon } from '@heroicons/react/24/outline';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { BookAnswer } from '@eight-up/core/contract/answers';
import type { FormChoice } from '@eight-up/core/forms/planned-book';
import type { Sheet } from '@eight-up/core/paper/sheet-size';
import { FORMS } from '@eight-up/core/forms/registry';
import { NAMED_SIZES } from '@eight-up/core/paper/sheet-size';
import { postJson, type ApiFailure } from '../../app/api.ts';
import { useSettings } from '../../app/settings.ts';
import { UnitSwitch } from '../../ui/unit-switch.tsx';
import { FormEditor } from './form-editor.tsx';

/** The sheet most makers have at hand: A4, or letter where inches are used; nearly always long grain. */
function usualSheet(unit: 'mm' | 'in'): Sheet {
  const size = NAMED_SIZES.find(({ id }) => id === (unit === 'mm' ? 'a4' : 'letter'))!;
  return { width: size.long, height: size.short, fibre: 'along-width' };
}

/** Starting a book: what to hold, from which sheet, and its name. */
export function NewBook() {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const unit = useSettings((s) => s.unit);
  const [title, setTitle] = useState('');
  const [form, setForm] = useState<FormChoice>({ id: FORMS[0]!.id, parameters: {} });
  const [sheet, setSheet] = useState<Sheet>(() => usualSheet(unit));
  const start = useMutation<BookAnswer, ApiFailure>({
    mutationFn: () =>
      postJson('/api/books', {
        title: title.trim() || 'Untitled book',
        form: form.id,
        parameters: form.parameters,
        sheet,
      }),
    onSuccess: (book) => {
      queries.setQueryData(['book', book.id], book);
      void queries.invalidateQueries({ queryKey: ['shelf'] });
      void navigate(`/books/${book.id}/pages`);
    },
  });
  return (
    <div className="flex min-h-screen flex-col">
      <header className="flex items-center gap-2 px-9 pt-5">
        <Link to="/" aria-label="Back to the shelf" className="-ml-2 p-1 text-quiet hover:text-ink">
          <ChevronLeftIcon className="size-6" />
        </Link>
        <h1 className="text-[2rem]">Start a book</h1>
        <span className="ml-2 text-quiet">
          measures in <UnitSwitch />
        </span>
      </header>
      <FormEditor
        form={form}
        sheet={sheet}
        onForm={(chosen, laid) => {
          setForm(chosen);
          if (laid) setSheet(laid);
        }}
        onSheet={setSheet}
        below={(plan) => (
          <form
            className="flex flex-col gap-3"
            onSubmit={(event) => {
              event.preventDefault();
              if (plan) start.mutate();
            }}
          >
            <label className="block">
              <span className="block text-sm text-quiet">Its title</span>
              <input
                className="entry w-full"
                value={title}
                maxLength={200}
                placeholder="Untitled book"
                onChange={(event) => setTitle(event.target.value)}
              />
            </label>
            <button
              type="submit"
              className="action action-first justify-center py-3"
              disabled={!plan || start.isPending}
            >
              Start this book
            </button>
            {start.isError && (
              <p role="alert" className="text-blade">
                {start.error.message}
              </p>
            )}
          </form>
        )}
      />
    </div>
  );
}
