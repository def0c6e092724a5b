import { Dialog, DialogPanel, DialogTitle } from '@headlessui/react';
import type { Action } from './action.ts';

/** Every key of this screen, to be read. */
export function KeysSheet({ actions, onClose }: { readonly actions: readonly Action[]; readonly onClose: () => void }) {
  return (
    <Dialog open onClose={onClose} className="relative z-50">
      <div className="fixed inset-0 flex items-center justify-center bg-ink/40 p-6">
        <DialogPanel className="slip max-h-[80vh] w-full max-w-2xl overflow-auto p-8">
          <DialogTitle className="mb-4 text-2xl">Keys on this screen</DialogTitle>
          <dl className="grid grid-cols-2 gap-x-10 gap-y-1.5">
            {actions
              .filter(({ keys }) => keys)
              .map(({ id, title, keys }) => (
                <div key={id} className="flex justify-between border-b border-bench py-1">
                  <dt>{title}</dt>
                  <dd className="measure">{keys}</dd>
                </div>
              ))}
          </dl>
          <button type="button" className="action mt-6" onClick={onClose}>
            Close
          </button>
        </DialogPanel>
      </div>
    </Dialog>
  );
}
