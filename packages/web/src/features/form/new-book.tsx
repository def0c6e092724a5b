import { useState } from 'react';
import { Link } from 'react-router';
import { ChevronLeftIcon } from '@heroicons/react/24/outline';
import type { FormChoice } from '@eight-up/core/forms/planned-book';
import type { Sheet } from '@eight-up/core/paper/sheet-size';
import { FORMS } from '@eight-up/core/forms/registry';
import { counted } from '@eight-up/words/counted';
import { useFilesAnywhere } from '../../base/files-anywhere.ts';
import { useSettings } from '../../base/settings.ts';
import { useBeginBook, usualSheet } from '../../book/use-begin-book.ts';
import { UnitSwitch } from '../../ui/unit-switch.tsx';
import { FormEditor } from './form-editor.tsx';

/** Starting a book: what to hold, from which sheet, and its name. */
export function NewBook() {
  const unit = useSettings((s) => s.unit);
  const [title, setTitle] = useState('');
  const [form, setForm] = useState<FormChoice>({ id: FORMS[0]!.id, parameters: {} });
  const [sheet, setSheet] = useState<Sheet>(() => usualSheet(unit));
  const [files, setFiles] = useState<readonly File[]>([]);
  const start = useBeginBook();
  useFilesAnywhere({ onFiles: (more) => setFiles((old) => [...old, ...more]) });
  return (
    <div className="frame flex min-h-screen flex-col">
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
              if (plan) start.mutate({ title, form, sheet, files, stage: 'pages' });
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
            {files.length > 0 && (
              <p role="status" className="text-sm">
                {counted(files.length, 'picture')} wait{files.length === 1 ? 's' : ''} for this book.{' '}
                <button type="button" className="remedy" onClick={() => setFiles([])}>
                  Leave {files.length === 1 ? 'it' : 'them'} out
                </button>
              </p>
            )}
            <button
              type="submit"
              className="action action-first justify-center py-3"
              disabled={!plan || start.isPending}
              aria-busy={start.isPending}
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
