import { useState, type DragEvent } from 'react';
import type { FileNote, RefusedFile } from '@eight-up/core/book/file-problem';
import { ApiFailure } from '../app/api.ts';
import type { OpenBook } from './use-book.ts';

export const FILE_TYPES =
  'image/jpeg,image/png,image/webp,image/tiff,image/gif,image/svg+xml,application/pdf,.jpg,.jpeg,.png,.webp,.tif,.tiff,.gif,.svg,.pdf';

/** Where files are meant to go: a page, the back of the sheet, or the empty pages in order. */
export type Where = number | 'back' | undefined;

export interface Refused extends RefusedFile {
  readonly file: File | undefined;
  readonly where: Where;
}

/** Files on their way into the book, and those that did not get in. */
export interface FileDrops {
  readonly over: boolean;
  /** what is being taken in, in words, and how far it is (0–1) */
  readonly busy: { readonly what: string; readonly share: number; readonly callOff: () => void } | undefined;
  readonly refused: readonly Refused[];
  /** what to know of files that were taken */
  readonly notes: readonly { readonly name: string; readonly note: FileNote }[];
  readonly failure: string | undefined;
  readonly take: (files: readonly File[], where?: Where, password?: string) => Promise<void>;
  readonly forget: (refused?: Refused) => void;
  readonly onDragOver: (event: DragEvent) => void;
  readonly onDragLeave: (event: DragEvent) => void;
  readonly onDrop: (event: DragEvent, where?: Where) => void;
}

const carriesFiles = (event: DragEvent): boolean => event.dataTransfer.types.includes('Files');

export function useFileDrops(book: OpenBook): FileDrops {
  const [over, setOver] = useState(false);
  const [busy, setBusy] = useState<FileDrops['busy']>();
  const [refused, setRefused] = useState<readonly Refused[]>([]);
  const [notes, setNotes] = useState<FileDrops['notes']>([]);
  const [failure, setFailure] = useState<string>();

  const take = async (files: readonly File[], where?: Where, password?: string) => {
    if (files.length === 0) return;
    const stop = new AbortController();
    const what = files.length === 1 ? files[0]!.name : `${files.length} files`;
    const show = (share: number) => setBusy({ what, share, callOff: () => stop.abort() });
    show(0);
    setFailure(undefined);
    const note = (list: readonly RefusedFile[]) =>
      setRefused((old) => [
        ...old,
        ...list.map((one) => ({ ...one, where, file: files.find(({ name }) => name === one.name) })),
      ]);
    try {
      const { refused: left, taken } = await book.drop({
        files,
        sending: { onProgress: show, signal: stop.signal },
        ...(where === 'back' ? { face: 'B' as const } : where === undefined ? {} : { page: where }),
        ...(password === undefined ? {} : { password }),
      });
      note(left);
      setNotes((old) => [
        ...old,
        ...taken.flatMap(({ name, notes: told }) => told.map((one) => ({ name, note: one }))),
      ]);
    } catch (error) {
      const list =
        error instanceof ApiFailure && error.code === 'files-refused'
          ? (error.problem as { refused: readonly RefusedFile[] }).refused
          : undefined;
      if (list) note(list);
      else setFailure(error instanceof Error ? error.message : String(error));
    } finally {
      setBusy(undefined);
    }
  };
  return {
    over,
    busy,
    refused,
    notes,
    failure,
    take,
    forget: (one) => {
      setFailure(undefined);
      if (!one) setNotes([]);
      setRefused((old) => (one ? old.filter((other) => other !== one) : []));
    },
    onDragOver: (event) => {
      if (!carriesFiles(event)) return;
      event.preventDefault();
      setOver(true);
    },
    onDragLeave: (event) => {
      if (event.relatedTarget === null || !event.currentTarget.contains(event.relatedTarget as Node)) setOver(false);
    },
    onDrop: (event, where) => {
      if (!carriesFiles(event)) return;
      event.preventDefault();
      event.stopPropagation();
      setOver(false);
      void take([...event.dataTransfer.files], where);
    },
  };
}
