import { useNavigate } from 'react-router';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { BookAnswer } from '@eight-up/core/contract/answers';
import type { FormChoice } from '@eight-up/core/forms/planned-book';
import { NAMED_SIZES, type Sheet } from '@eight-up/core/paper/sheet-size';
import type { LengthUnit } from '@eight-up/core/units/measure';
import { postJson, type ApiFailure } from '../base/api.ts';
import { handOver } from '../outbox/hand-over.ts';
import { filesForBook } from './files-for-book.ts';

/** The sheet most makers have at hand: A4, or letter where inches are used; nearly always long grain. */
export function usualSheet(unit: LengthUnit): Sheet {
  const size = NAMED_SIZES.find(({ id }) => id === (unit === 'mm' ? 'a4' : 'letter'))!;
  return { width: size.long, height: size.short, fibre: 'along-width', typedIn: size.unit };
}

/** The forms come only when a book is begun: the shelf does without them. */
const formFor = async (pictures: number): Promise<FormChoice> =>
  (await import('@eight-up/core/forms/registry')).formForPictures(pictures);

export interface Beginning {
  readonly title: string;
  readonly form: FormChoice | 'for-its-pictures';
  readonly sheet: Sheet;
  /** pictures that are taken into it as soon as it is there */
  readonly files?: readonly File[];
  readonly stage: 'pages' | 'fold';
}

/** Begins a book and opens it. */
export function useBeginBook() {
  const navigate = useNavigate();
  const queries = useQueryClient();
  return useMutation<BookAnswer, ApiFailure, Beginning>({
    mutationFn: async ({ title, form, sheet, files = [] }) => {
      const { id, parameters } = form === 'for-its-pictures' ? await formFor(files.length) : form;
      return postJson('/api/books', { title: title.trim() || 'Untitled book', form: id, parameters, sheet });
    },
    onSuccess: async (book, { files = [], stage }) => {
      filesForBook(book.id, files);
      await handOver(book);
      void queries.invalidateQueries({ queryKey: ['shelf'] });
      void navigate(`/books/${book.id}/${stage}`);
    },
  });
}
