import { useState, type DragEvent } from 'react';
import type { RefusedFile } from '@eight-up/core/book/file-problem';
import { ApiFailure } from '../../app/api.ts';
import type { OpenBook } from '../../book/use-book.ts';

export interface Refused extends RefusedFile {
  readonly file: File | undefined;
  readonly page: number | undefined;
}

/** Files on their way into the book, and those that did not get in. */
export interface FileDrops {
  readonly over: boolean;
  /** what is being taken in, in words, and how far it is (0–1) */
  readonly busy: { readonly what: string; readonly share: number; readonly callOff: () => void } | undefined;
  readonly refused: readonly Refused[];
  readonly failure: string | undefined;
  readonly take: (files: readonly File[], page?: number, password?: string) => Promise<void>;
  readonly forget: (refused?: Refused) => void;
  readonly onDragOver: (event: DragEvent) => void;
  readonly onDragLeave: (event: DragEvent) => void;
  readonly onDrop: (event: DragEvent, page?: number) => void;
}

const carriesFiles = (event: DragEvent): boolean => event.dataTransfer.types.includes('Files');

export function useFileDrops(book: OpenBook): FileDrops {
  const [over, setOver] = useState(false);
  const [busy, setBusy] = useState<FileDrops['busy']>();
  const [refused, setRefused] = useState<readonly Refused[]>([]);
  const [failure, setFailure] = useState<string>();

  const take = async (files: readonly File[], page?: number, password?: string) => {
    if (files.length === 0) return;
    const stop = new AbortController();
    const what = files.length === 1 ? files[0]!.name : `${files.length} files`;
    const show = (share: number) => setBusy({ what, share, callOff: () => stop.abort() });
    show(0);
    setFailure(undefined);
    const note = (list: readonly RefusedFile[]) =>
      setRefused((old) => [
        ...old,
        ...list.map((one) => ({ ...one, page, file: files.find(({ name }) => name === one.name) })),
      ]);
    try {
      const { refused: left } = await book.drop({
        files,
        sending: { onProgress: show, signal: stop.signal },
        ...(page === undefined ? {} : { page }),
        ...(password === undefined ? {} : { password }),
      });
      note(left);
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
    failure,
    take,
    forget: (one) => {
      setFailure(undefined);
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
    onDrop: (event, page) => {
      if (!carriesFiles(event)) return;
      event.preventDefault();
      event.stopPropagation();
      setOver(false);
      void take([...event.dataTransfer.files], page);
    },
  };
}
