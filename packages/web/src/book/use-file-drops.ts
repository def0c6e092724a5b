import { useEffect, useRef, useState, type DragEvent } from 'react';
import type { FileNote, RefusedFile } from '@eight-up/core/book/file-problem';
import type { PageContent } from '@eight-up/core/document/pages';
import type { ReceivedAnswer } from '@eight-up/core/contract/answers';
import { arrivalAt, arrivalCommands, type Arrival } from '@eight-up/core/book/arriving';
import { postForm } from '../base/api.ts';
import { carriesFiles, filesHeld } from '../base/files-anywhere.ts';
import { Remembered } from './broken-off.ts';
import type { OpenBook } from './use-book.ts';

export const FILE_TYPES =
  'image/jpeg,image/png,image/webp,image/tiff,image/gif,image/svg+xml,application/pdf,.jpg,.jpeg,.png,.webp,.tif,.tiff,.gif,.svg,.pdf';

/** Where files are meant to go: a page, the back of the sheet, or the empty pages in order. */
export type Where = number | 'back' | undefined;

export interface Refused extends RefusedFile {
  readonly file: File | undefined;
  readonly where: Where;
}

export interface Held {
  readonly count: number;
  readonly where: Where;
}

/** Files on their way into the book, and those that did not get in. */
export interface FileDrops {
  /** files that are held over the window just now: how many, and over what */
  readonly held: Held | undefined;
  /** what is being taken in, in words, and how far it is (0–1) */
  readonly busy:
    | {
        readonly what: string;
        readonly share: number;
        /** what has come so far */
        readonly arrived: readonly PageContent[];
        readonly callOff: () => void;
      }
    | undefined;
  readonly refused: readonly Refused[];
  /** what to know of files that were taken */
  readonly notes: readonly { readonly name: string; readonly note: FileNote }[];
  readonly failure: string | undefined;
  readonly take: (files: readonly File[], where?: Where, password?: string) => Promise<void>;
  readonly forget: (refused?: Refused) => void;
  readonly hold: (count: number, where: Where) => void;
  readonly onDragOver: (event: DragEvent, where?: Where) => void;
  readonly onDrop: (event: DragEvent, where?: Where) => void;
}

/** People number their files 1, 2, 10: natural order, not that of the alphabet. */
const NATURAL = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });

/** Puts what arrives where it belongs as it comes: on the back of the sheet, or on the pages that it fills. All of it is one act. */
function placer(book: () => OpenBook, where: Where) {
  const act = crypto.randomUUID();
  let arrival: Arrival | undefined;
  let isPosterWanted = where === 'back';
  /** @param left how many files are still to come */
  return (arrived: readonly PageContent[], left: number): void => {
    const [first, ...rest] = arrived;
    if (!first) return;
    const isPoster = isPosterWanted;
    isPosterWanted = false;
    if (isPoster) book().change({ kind: 'hang-poster', poster: { ...first, fit: 'fill' } }, act);
    const contents = isPoster ? rest : arrived;
    if (contents.length === 0) return;
    arrival ??= arrivalAt(book().book.pages, contents.length + left, where === 'back' ? undefined : where);
    const { commands, next } = arrivalCommands(arrival, contents);
    arrival = next;
    for (const command of commands) book().change(command, act);
  };
}

/** The browser asks before the window goes away while files come in. */
function useAskBeforeLeaving(busy: boolean): void {
  useEffect(() => {
    if (!busy) return;
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [busy]);
}

export function useFileDrops(book: OpenBook): FileDrops {
  const [held, setHeld] = useState<Held>();
  const [busy, setBusy] = useState<FileDrops['busy']>();
  const [refused, setRefused] = useState<readonly Refused[]>([]);
  const [notes, setNotes] = useState<FileDrops['notes']>([]);
  const [failure, setFailure] = useState<string>();
  const now = useRef(book);
  now.current = book;
  useAskBeforeLeaving(busy !== undefined);

  const take = async (files: readonly File[], where?: Where, password?: string) => {
    if (files.length === 0) return;
    const stop = new AbortController();
    const arrived: PageContent[] = [];
    const show = (sent: number) =>
      setBusy({
        what: files.length === 1 ? files[0]!.name : `${files.length} files`,
        share: sent / files.length,
        arrived: [...arrived],
        callOff: () => stop.abort(),
      });
    setFailure(undefined);
    show(0);
    // One after another in the natural order of their names: each is on its page as soon as it is there.
    const inOrder = files.toSorted((a, b) => NATURAL.compare(a.name, b.name));
    const remembered = new Remembered(
      book.id,
      inOrder.map(({ name }) => name),
    );
    const place = placer(() => now.current, where);
    try {
      for (const [i, file] of inOrder.entries()) {
        const form = new FormData();
        if (password !== undefined) form.set('password', password);
        form.append('files', file, file.name);
        const sending = { onProgress: (share: number) => show(i + share), signal: stop.signal };
        const received = await postForm<ReceivedAnswer>('/api/assets', form, sending);
        arrived.push(...received.contents);
        book.know(received.assets);
        place(received.contents, inOrder.length - 1 - i);
        remembered.settled(file.name);
        setRefused((old) => [...old, ...received.refused.map((one) => ({ ...one, where, file }))]);
        setNotes((old) => [
          ...old,
          ...received.taken.flatMap(({ name, notes: told }) => told.map((note) => ({ name, note }))),
        ]);
      }
    } catch (error) {
      setFailure(error instanceof Error ? error.message : String(error));
    } finally {
      // What arrived before it was called off, or before it failed, is kept.
      remembered.over();
      setBusy(undefined);
    }
  };
  const drops: FileDrops = {
    held,
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
    hold: (count, where) =>
      setHeld((old) =>
        count === 0 ? undefined : old?.count === count && old.where === where ? old : { count, where },
      ),
    onDragOver: (event, where) => {
      if (!carriesFiles(event.dataTransfer)) return;
      event.preventDefault();
      event.stopPropagation();
      drops.hold(filesHeld(event.dataTransfer), where);
    },
    onDrop: (event, where) => {
      if (!carriesFiles(event.dataTransfer)) return;
      event.preventDefault();
      event.stopPropagation();
      setHeld(undefined);
      void take([...event.dataTransfer.files], where);
    },
  };
  return drops;
}
