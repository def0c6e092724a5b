import { createContext, lazy, Suspense, useContext, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import type { Action } from './action.ts';
import { useSettings } from '../base/settings.ts';

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

/** What the space bar ticks is ticked by it. */
const isTicking = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && target.matches('input[type=checkbox], [role=radio]');

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable ||
    (target.matches('input, textarea, select') && !target.matches('[type=range], [type=radio], [type=checkbox]')));

// The first view is drawn without them; they are fetched while nothing else is asked for, so that they are there before the first key.
const finder = () => import('./action-finder.tsx');
const keysSheet = () => import('./keys-sheet.tsx');
const ActionFinder = lazy(async () => ({ default: (await finder()).ActionFinder }));
const KeysSheet = lazy(async () => ({ default: (await keysSheet()).KeysSheet }));

/** Once the browser has nothing to do; Safari knows no such moment, and takes a second. */
const whenIdle = (act: () => void): void =>
  'requestIdleCallback' in window ? void window.requestIdleCallback(act) : void setTimeout(act, 1000);

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
  useEffect(() => whenIdle(() => void Promise.all([finder(), keysSheet()]).catch(() => undefined)), []);
  const all = () => [...[...sources.current.values()].reverse().flat(), ...everywhere];

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      // While the finder or the sheet of keys is open, letters are theirs alone.
      if (finderOpen || sheetOpen) return;
      const keys = keysOf(event);
      // While typing, only chords that no text field uses are ours.
      if (
        event.defaultPrevented ||
        (keys === 'Space' && isTicking(event.target)) ||
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
      <Suspense>
        {finderOpen && <ActionFinder actions={all()} onClose={() => setFinderOpen(false)} />}
        {sheetOpen && <KeysSheet actions={all()} onClose={() => setSheetOpen(false)} />}
      </Suspense>
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
