import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { ended, get, post, serve, SHEET } from './served.ts';

interface Saved {
  readonly id: string;
  readonly revision: number;
}

/** Changes in a stream while the server is killed over and over: how many acknowledged ones were missing afterwards. */
export async function kills(count: number) {
  const data = mkdtempSync(path.join(tmpdir(), 'eight-up-soak-kills-'));
  let server = await serve(data);
  const { body: book } = await post<Saved>(`${server.url}/api/books`, {
    title: 'before',
    form: 'slit-book',
    sheet: SHEET,
  });
  let acknowledged = 0;
  let lost = 0;
  for (let n = 0; n < count; n++) {
    let alive = true;
    const { url } = server;
    const stream = (async () => {
      while (alive) {
        const command = { kind: 'rename', title: `change ${acknowledged + 1}` };
        const { status, body } = await post<Saved>(`${url}/api/books/${book.id}/revisions`, {
          expect: acknowledged,
          window: 'w',
          command,
        });
        if (status === 200) acknowledged = body.revision;
        else alive = false;
      }
    })();
    await new Promise((resolve) => setTimeout(resolve, 10 + ((n * 37) % 250)));
    await ended(server.child, 'SIGKILL');
    alive = false;
    await stream;
    server = await serve(data);
    const { body: kept } = await get<Saved>(`${server.url}/api/books/${book.id}`);
    lost += Math.max(0, acknowledged - kept.revision);
    acknowledged = kept.revision;
  }
  await ended(server.child, 'SIGTERM');
  rmSync(data, { recursive: true });
  return { kills: count, 'changes acknowledged': acknowledged, 'acknowledged changes lost': lost };
}
