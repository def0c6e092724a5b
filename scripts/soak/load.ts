import { createRequire } from 'node:module';
import type Sharp from 'sharp';
import { hostileFiles, numbers, oddFiles } from '../../packages/server/test/hostile-files.ts';
import { healthAsked } from './health.ts';
import { get, isFailure, patience, post, residentMb, SHEET, type Answer, type Served } from './served.ts';

const sharp = createRequire(new URL('../../packages/server/package.json', import.meta.url))('sharp') as typeof Sharp;

interface Saved {
  readonly id: string;
  readonly revision: number;
  readonly taken?: readonly { readonly asset: string }[];
}

/** Makers at work, odd and hostile files among what they drop in, prints, bins, backups, broken-off downloads; health asked ten times a second. */
export async function load({ url, child }: Served, minutes: number, seed: number) {
  // Made beforehand: it takes this process a while.
  const [hostile, odd] = [hostileFiles(seed), oddFiles()];
  // Connections that were dropped while it did are noticed.
  await new Promise((resolve) => setTimeout(resolve, 1000));
  const until = Date.now() + minutes * 60_000;
  const memory: number[] = [];
  const failures: string[] = [];
  const done = new Map<string, number>();
  const kept: { id: string; asset: string }[] = [];
  const note = (what: string, answer: Answer) => {
    done.set(what, (done.get(what) ?? 0) + 1);
    if (answer.status === 0 || isFailure(answer))
      failures.push(`${what}: ${answer.status} ${JSON.stringify(answer.body)?.slice(0, 200)}`);
    return answer;
  };
  const health = healthAsked(url);
  const watch = setInterval(() => memory.push(residentMb(child)), 2000);
  const files = async (id: string, name: string, bytes: Uint8Array): Promise<Answer<Saved>> => {
    const form = new FormData();
    form.append('files', new Blob([new Uint8Array(bytes)]), name);
    const answer = await fetch(`${url}/api/books/${id}/files`, {
      method: 'POST',
      body: form,
      signal: patience(),
    }).catch(() => undefined);
    return { status: answer?.status ?? 0, body: (await answer?.json().catch(() => undefined)) as Saved };
  };
  const maker = async (n: number) => {
    const below = numbers(seed + n);
    while (Date.now() < until) {
      const made = note(
        'book',
        await post<Saved>(`${url}/api/books`, { title: `Soak ${n}`, form: 'slit-book', sheet: SHEET }),
      );
      if (made.status !== 201) continue;
      const { id } = made.body as Saved;
      let revision = 0;
      for (let step = 0; step < 12 && Date.now() < until; step++) {
        const what = below(10);
        if (what < 5) {
          const command = { kind: 'say', page: below(8), words: { note: `step ${step} of ${n}` } };
          const answer = note(
            'change',
            await post<Saved>(`${url}/api/books/${id}/revisions`, { expect: revision, window: `w${n}`, command }),
          );
          if (answer.status === 200) revision = (answer.body as Saved).revision;
        } else if (what < 7) {
          const background = { r: below(256), g: below(256), b: below(256) };
          const size = { width: 200 + below(1800), height: 200 + below(1800), channels: 3 as const, background };
          const sent = note('picture', await files(id, 'picture.jpg', await sharp({ create: size }).jpeg().toBuffer()));
          const saved = sent.body as Saved;
          if (sent.status === 200) {
            revision = saved.revision;
            kept.push({ id, asset: saved.taken![0]!.asset });
          }
        } else if (what === 7) note('print', await get(`${url}/api/books/${id}/print.pdf`));
        else if (what === 8) {
          const set = below(30) === 0 ? hostile : odd;
          const file = set[below(set.length)]!;
          const sent = note('odd file', await files(id, file.name, file.bytes));
          if (sent.status === 200) revision = (sent.body as Saved).revision;
        } else {
          const stop = new AbortController();
          const broken = fetch(`${url}/api/books/${id}/book.zip`, { signal: stop.signal }).catch(() => undefined);
          setTimeout(() => stop.abort(), below(60));
          await broken;
        }
      }
      if (below(3) === 0) {
        note('bin', await post(`${url}/api/books/${id}/bin`, {}));
        for (let i = kept.length - 1; i >= 0; i--) if (kept[i]!.id === id) kept.splice(i, 1);
      }
      if (below(6) === 0) note('bin emptied', await post(`${url}/api/bin/empty`, {}));
      if (below(40) === 0) note('backup', await post(`${url}/api/safekeeping/backups`, {}));
    }
  };
  await Promise.all(Array.from({ length: 4 }, (_, n) => maker(n)));
  clearInterval(watch);
  await health.stop();
  let missing = 0;
  for (const { asset } of kept)
    if ((await fetch(`${url}/api/assets/${asset}/original`, { method: 'HEAD' })).status !== 200) missing++;
  for (const failure of failures.slice(0, 20)) console.log(`  ${failure}`);
  const sorted = health.times.toSorted((a, b) => a - b);
  const at = (share: number) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]!.toFixed(1);
  const quarter = Math.max(1, Math.floor(memory.length / 4));
  const mean = (list: readonly number[]) => (list.reduce((sum, one) => sum + one, 0) / list.length).toFixed(0);
  const opened = await get<{ books: unknown[] }>(`${url}/api/books`);
  return {
    minutes,
    done: Object.fromEntries(done),
    'books on the shelf': opened.body.books.length,
    'health, ms': {
      asked: sorted.length,
      'no answer': sorted.filter((ms) => ms < 0).length,
      p50: at(0.5),
      p99: at(0.99),
      most: at(1),
    },
    'memory of the server, MB': {
      'first quarter': mean(memory.slice(0, quarter)),
      'last quarter': mean(memory.slice(-quarter)),
    },
    'pictures acknowledged': kept.length,
    'pictures missing': missing,
    'failures of ours': failures.length,
  };
}
