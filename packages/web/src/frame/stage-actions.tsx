import { useLocation, useNavigate } from 'react-router';
import type { Action } from '../actions/action.ts';
import { useActions } from '../actions/actions.tsx';
import { showThing } from '../actions/show-thing.ts';
import { panelsFor } from '../base/stage.ts';
import { keysOf, STAGES } from './stages.ts';
import type { OpenBook } from '../book/use-book.ts';

/** Every stage, every panel of one, and what makers look for on it can be found, and gone to, from any of them; the keys of panels are those of the stage that is open. */
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
          ...(panel.also === undefined ? {} : { also: panel.also }),
          ...(isOpen && panel.keys !== undefined ? { keys: panel.keys } : {}),
          // What else the open stage shows stays as it is.
          run: () => go(`${path}?${queryOf(isOpen ? search : '', panel.query)}`),
        })),
        ...(stage.things ?? []).map((thing) => ({
          id: `thing-${path}-${thing.title}`,
          title: `${name}: ${thing.title}`,
          ...(thing.also === undefined ? {} : { also: thing.also }),
          run: () => {
            go(`${path}?${queryOf(isOpen ? search : '', thing.query ?? {})}`);
            showThing(thing.name);
          },
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
