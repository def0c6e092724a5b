/*
 * npm run soak: the server under kills, conflicts, made-up requests and mixed load, for as long as it takes. Figures as they are;
 * ends with 1 where something was lost, overwritten unsaid, or failed. --kills, --conflicts, --requests, --minutes, --seed change how much.
 */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { conflicts } from './conflicts.ts';
import { fuzz } from './fuzz.ts';
import { kills } from './kills.ts';
import { load } from './load.ts';
import { ended, post, serve, SHEET } from './served.ts';

const { values } = parseArgs({
  options: {
    kills: { type: 'string', default: '1000' },
    conflicts: { type: 'string', default: '1000' },
    requests: { type: 'string', default: '100000' },
    minutes: { type: 'string', default: '60' },
    seed: { type: 'string', default: '1' },
  },
});
const seed = Number(values.seed);
const data = mkdtempSync(path.join(tmpdir(), 'eight-up-soak-'));
const server = await serve(data);
const { body: book } = await post<{ id: string }>(`${server.url}/api/books`, {
  title: 'Soaked',
  form: 'slit-book',
  sheet: SHEET,
});
const told: Record<string, Record<string, unknown>> = {};
const tell = (name: string, figures: Record<string, unknown>) => {
  told[name] = figures;
  console.log(name, JSON.stringify(figures, null, 1));
};
tell('conflicts', await conflicts(server, Number(values.conflicts)));
tell('made-up requests', await fuzz(server, Number(values.requests), seed, [book.id, 'none', 'a'.repeat(64)]));
tell('mixed load', await load(server, Number(values.minutes), seed));
await ended(server.child, 'SIGTERM');
rmSync(data, { recursive: true });
tell('kills', await kills(Number(values.kills)));
const BAD = ['overwritten unsaid', 'failures of ours', 'pictures missing', 'acknowledged changes lost'];
process.exit(Object.values(told).some((figures) => BAD.some((name) => Number(figures[name] ?? 0) > 0)) ? 1 : 0);
