import { useLocation, useNavigate } from 'react-router';
import type { Action } from '../actions/action.ts';
import { useActions } from '../actions/actions.tsx';
import { panelsFor } from '../base/stage.ts';
import { keysOf, STAGES } from './stages.ts';
import type { OpenBook } from '../book/use-book.ts';

/** Every stage and every panel of one can be found, and gone to, from any of them; the keys of panels are those of the stage that is open. */
export function StageActions({ book }: { readonly book: OpenBook }) {
  const navigate = useNavigate();
  const { pathname, search } = useLocation();
  const go = (to: string) => void navigate(`/books/${book.id}/${to}`);
  useActions(
    STAGES.flatMap((stage): readonly Action[] => {
      const { path, name } = stage;
      const isOpen = pathname.endsWith(`/${path}`);
      const keys = keysOf(stage);
      return [
        {
          id: `stage-${path}`,
          title: stage.onStrip ? `Stage: ${name}` : name,
          ...(keys === undefined ? {} : { keys }),
          run: () => go(path),
        },
        ...panelsFor(stage.panels, book).map((panel) => ({
          id: `panel-${path}-${panel.id}`,
          title: `${name}: ${panel.name}`,
          ...(isOpen && panel.keys !== undefined ? { keys: panel.keys } : {}),
          // What else the open stage shows stays as it is.
          run: () => go(`${path}?${queryOf(isOpen ? search : '', panel.query)}`),
        })),
      ];
    }),
  );
  return null;
}

function queryOf(search: string, query: Readonly<Record<string, string>>): string {
  const params = new URLSearchParams(search);
  for (const [name, value] of Object.entries(query)) params.set(name, value);
  return params.toString();
}
