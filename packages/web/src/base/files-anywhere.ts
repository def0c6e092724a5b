import { useEffect, useRef } from 'react';

/** Whether what is dragged comes from outside, as files. */
export const carriesFiles = (transfer: DataTransfer | null): boolean => transfer?.types.includes('Files') ?? false;

/** How many files are held over the window; the browser tells no more of them before they are let go. */
export const filesHeld = (transfer: DataTransfer | null): number =>
  [...(transfer?.items ?? [])].filter(({ kind }) => kind === 'file').length;

interface Catcher {
  /** let go where nothing nearer took them */
  readonly onFiles: (files: readonly File[]) => void;
  /** held over the window: how many; 0 once they have left it */
  readonly onHeld?: (count: number) => void;
}

/** Files let go anywhere in the window are taken; the browser never opens them in place of the application. */
export function useFilesAnywhere(catcher: Catcher): void {
  const now = useRef(catcher);
  useEffect(() => {
    now.current = catcher;
  });
  useEffect(() => {
    const over = (event: DragEvent) => {
      if (!carriesFiles(event.dataTransfer)) return;
      event.preventDefault();
      now.current.onHeld?.(filesHeld(event.dataTransfer));
    };
    const leave = (event: DragEvent) => {
      if (event.relatedTarget === null) now.current.onHeld?.(0);
    };
    const drop = (event: DragEvent) => {
      if (!carriesFiles(event.dataTransfer)) return;
      event.preventDefault();
      now.current.onHeld?.(0);
      now.current.onFiles([...event.dataTransfer!.files]);
    };
    window.addEventListener('dragover', over);
    window.addEventListener('dragleave', leave);
    window.addEventListener('drop', drop);
    return () => {
      window.removeEventListener('dragover', over);
      window.removeEventListener('dragleave', leave);
      window.removeEventListener('drop', drop);
    };
  }, []);
}

/** Where files mean nothing they are let fall, but never opened. */
export const useFilesKeptOut = (): void => useFilesAnywhere({ onFiles: () => undefined });
