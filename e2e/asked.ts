import type { RunningApp } from './app.ts';

/** Asks the running application's API beside the browser: with a body by POST. */
export const asking =
  (app: () => RunningApp) =>
  async <T>(path: string, body?: object): Promise<T> =>
    (await (
      await fetch(
        app().url + path,
        body && { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) },
      )
    ).json()) as T;
