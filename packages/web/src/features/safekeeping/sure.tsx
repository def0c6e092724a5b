import type { ReactNode } from 'react';
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/react';

/** Asks before the present state is put away for another one. */
export function Sure({
  title,
  act,
  busy,
  failure,
  onAct,
  onClose,
  children,
}: {
  readonly title: string;
  readonly act: string;
  readonly busy: boolean;
  readonly failure: string | undefined;
  readonly onAct: () => void;
  readonly onClose: () => void;
  readonly children: ReactNode;
}) {
  return (
    <Dialog open onClose={onClose} className="relative z-50">
      <div className="fixed inset-0 flex items-center justify-center bg-ink/40 p-6">
        <DialogPanel className="slip max-w-lg p-7">
          <DialogTitle className="text-2xl">{title}</DialogTitle>
          <div className="my-3 flex flex-col gap-2">{children}</div>
          {failure && (
            <p role="alert" className="mb-3 text-blade">
              {failure}
            </p>
          )}
          <div className="flex flex-wrap gap-3">
            <button type="button" className="action" onClick={onClose}>
              Leave it as it is
            </button>
            <button type="button" className="action action-first" disabled={busy} aria-busy={busy} onClick={onAct}>
              {act}
            </button>
          </div>
        </DialogPanel>
      </div>
    </Dialog>
  );
}
