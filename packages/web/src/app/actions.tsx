import { createContext, useContext, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/react';
import type { Action } from './action.ts';
import { ActionFinder } from './action-finder.tsx';
import { useSettings } from './settings.ts';

interface Registry {
  readonly add: (source: object, actions: readonly Action[]) => void;
  readonly remove: (source: object) => void;
}

const ActionsContext = createContext<Registry | undefined>(undefined);

const ARROWS: Readonly<Record<string, string>> = {
  ArrowLeft: '←',
  ArrowRight: '→',
  ArrowUp: '↑',
  ArrowDown: '↓',
  ' ': 'Space',
  Delete: 'Del',
  Escape: 'Esc',
};

function keysOf(event: KeyboardEvent): string {
  const key = ARROWS[event.key] ?? (event.key.length === 1 ? event.key.toUpperCase() : event.key);
  const named = key.length > 1 || /[A-Z]/.test(key);
  return [
    event.ctrlKey || event.metaKey ? 'Ctrl' : '',
    event.altKey ? 'Alt' : '',
    event.shiftKey && named ? 'Shift' : '',
    key,
  ]
    .filter(Boolean)
    .join(' ');
}

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable ||
    (target.matches('input, textarea, select') && !target.matches('[type=range], [type=radio], [type=checkbox]')));

export function ActionsProvider({ children }: { readonly children: ReactNode }) {
  const sources = useRef(new Map<object, readonly Action[]>());
  const [sheetOpen, setSheetOpen] = useState(false);
  const [finderOpen, setFinderOpen] = useState(false);
  const switchUnit = useSettings((s) => s.switchUnit);
  const registry = useMemo<Registry>(
    () => ({
      add: (source, actions) => void sources.current.set(source, actions),
      remove: (source) => void sources.current.delete(source),
    }),
    [],
  );
  const everywhere = useMemo<readonly Action[]>(
    () => [
      { id: 'shortcuts', title: 'This sheet of shortcuts', keys: '?', run: () => setSheetOpen(true) },
      { id: 'find', title: 'Find anything that can be done', keys: 'Ctrl K', run: () => setFinderOpen(true) },
      { id: 'units', title: 'Millimetres or inches', keys: 'U', run: switchUnit },
    ],
    [switchUnit],
  );
  const all = () => [...[...sources.current.values()].reverse().flat(), ...everywhere];

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      // While the finder or the sheet of keys is open, letters are theirs alone.
      if (finderOpen || sheetOpen) return;
      const keys = keysOf(event);
      // While typing, only chords that no text field uses are ours.
      if (
        event.defaultPrevented ||
        (isTyping(event.target) && !(keys.startsWith('Ctrl') && !/^Ctrl (Shift )?[ZY]$/.test(keys)))
      )
        return;
      const inDialog =
        event.target instanceof Element && event.target.closest('[role=dialog], [role=listbox], [role=menu]');
      if (inDialog) return;
      const action = all().find(
        (candidate) => candidate.keys?.split(' or ').includes(keys) && candidate.enabled !== false,
      );
      if (!action) return;
      event.preventDefault();
      action.run();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });

  return (
    <ActionsContext value={registry}>
      {children}
      {finderOpen && <ActionFinder open actions={all()} onClose={() => setFinderOpen(false)} />}
      <Dialog open={sheetOpen} onClose={() => setSheetOpen(false)} className="relative z-50">
        <div className="fixed inset-0 flex items-center justify-center bg-ink/40 p-6">
          <DialogPanel className="slip max-h-[80vh] w-full max-w-2xl overflow-auto p-8">
            <DialogTitle className="mb-4 text-2xl">Keys on this screen</DialogTitle>
            <dl className="grid grid-cols-2 gap-x-10 gap-y-1.5">
              {sheetOpen &&
                all()
                  .filter(({ keys }) => keys)
                  .map(({ id, title, keys }) => (
                    <div key={id} className="flex justify-between border-b border-bench py-1">
                      <dt>{title}</dt>
                      <dd className="measure">{keys}</dd>
                    </div>
                  ))}
            </dl>
            <button type="button" className="action mt-6" onClick={() => setSheetOpen(false)}>
              Close
            </button>
          </DialogPanel>
        </div>
      </Dialog>
    </ActionsContext>
  );
}

/** Offers actions as long as the calling screen is shown; later screens go before earlier ones. */
export function useActions(actions: readonly Action[]): void {
  const registry = useContext(ActionsContext);
  const source = useRef({});
  useEffect(() => registry?.add(source.current, actions));
  useEffect(() => {
    const own = source.current;
    return () => registry?.remove(own);
  }, [registry]);
}
