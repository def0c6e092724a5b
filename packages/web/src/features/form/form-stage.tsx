import { useOpenBook } from '../../book/use-book.ts';
import { ChecksSlip } from '../../book/checks-slip.tsx';
import { FormEditor } from './form-editor.tsx';

/** The form of an open book; every choice is saved and can be undone. */
export function FormStage() {
  const book = useOpenBook();
  const { form, sheet } = book.book;
  return (
    <FormEditor
      folded
      form={form}
      sheet={sheet}
      printing={book.book.printing}
      onForm={(chosen, laid) => book.change({ kind: 'choose-form', form: chosen, ...(laid ? { sheet: laid } : {}) })}
      onSheet={(chosen) => book.change({ kind: 'choose-sheet', sheet: chosen })}
      below={() => <ChecksSlip book={book} />}
    />
  );
}
