import { notifyManager, QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { createBrowserRouter, Outlet, RouterProvider, ScrollRestoration } from 'react-router';
import { ActionsProvider } from '../actions/actions.tsx';
import { useFilesKeptOut } from '../base/files-anywhere.ts';
import { useKeptSettings } from '../base/kept-settings.ts';
import { Lost } from './lost.tsx';
import { MakingSlips } from '../makings/making-slip.tsx';
import { pagesStage } from '../features/pages/stage.ts';
import { STAGES } from '../frame/stages.ts';

// What one key changes is drawn once: told in the same turn, not in the next.
notifyManager.setScheduler(queueMicrotask);

const queries = new QueryClient({
  defaultOptions: { queries: { staleTime: 30_000, retry: 1, refetchOnWindowFocus: true }, mutations: { retry: 0 } },
});

/** A screen begins at its top; come back to, it is where it was left. Changes of the query alone do not move it. */
function Screen() {
  useFilesKeptOut();
  useKeptSettings();
  return (
    <>
      <Outlet />
      <MakingSlips />
      <ScrollRestoration getKey={({ pathname }) => pathname} />
    </>
  );
}

/** Each stage is a chunk of its own: the shelf opens without the rest. */
const router = createBrowserRouter([
  {
    Component: Screen,
    errorElement: <Lost />,
    HydrateFallback: () => null,
    children: [
      { path: '/', lazy: async () => ({ Component: (await import('../features/shelf/shelf.tsx')).Shelf }) },
      { path: '/drawer', lazy: async () => ({ Component: (await import('../features/drawer/drawer.tsx')).Drawer }) },
      {
        path: '/pile',
        lazy: async () => ({ Component: (await import('../features/joint-plans/joint-plans.tsx')).JointPlans }),
      },
      {
        path: '/safekeeping',
        lazy: async () => ({ Component: (await import('../features/safekeeping/safekeeping.tsx')).Safekeeping }),
      },
      { path: '/new', lazy: async () => ({ Component: (await import('../features/form/new-book.tsx')).NewBook }) },
      {
        path: '/books/:id',
        lazy: async () => ({ Component: (await import('../frame/book-frame.tsx')).BookFrame }),
        children: [
          { index: true, lazy: async () => ({ Component: await pagesStage.load() }) },
          ...STAGES.map(({ path, load }) => ({ path, lazy: async () => ({ Component: await load() }) })),
        ],
      },
      { path: '*', element: <Lost /> },
    ],
  },
]);

export function App() {
  return (
    <QueryClientProvider client={queries}>
      <ActionsProvider>
        <RouterProvider router={router} />
      </ActionsProvider>
    </QueryClientProvider>
  );
}
