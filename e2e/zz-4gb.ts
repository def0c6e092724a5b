import { execFileSync } from 'node:child_process';
import { createWriteStream, mkdirSync, openAsBlob, rmSync, statSync, truncateSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { startApp } from './app.ts';
const sharp = createRequire(new URL('../packages/server/package.json', import.meta.url))('sharp');
const dir = '/tmp/zz4gb';
rmSync(dir, { recursive: true, force: true });
mkdirSync(dir);
const app = await startApp({ dataFolder: `${dir}/data` });
const other = await startApp({ dataFolder: `${dir}/other` });
const book = await (await fetch(`${app.url}/api/books`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ title: 'Heavy', form: 'meander-book', parameters: { rows: 3, columns: 3 }, sheet: { width: 420e6, height: 297e6, fibre: 'any' } }) })).json();
for (let i = 0; i < 9; i++) {
  const file = `${dir}/p${i}.jpg`;
  writeFileSync(file, await sharp({ create: { width: 300 + i, height: 400, channels: 3, background: '#456' } }).jpeg().toBuffer());
  truncateSync(file, 490 * 1024 * 1024);
  const form = new FormData();
  form.append('files', await openAsBlob(file), `p${i}.jpg`);
  const answer = await fetch(`${app.url}/api/books/${book.id}/files`, { method: 'POST', body: form });
  console.log(i, answer.status);
  rmSync(file);
}
for (const name of ['book.zip']) {
  const began = Date.now();
  const answer = await fetch(`${app.url}/api/books/${book.id}/${name}`);
  await pipeline(Readable.fromWeb(answer.body as never), createWriteStream(`${dir}/${name}`));
  console.log(name, answer.status, statSync(`${dir}/${name}`).size / 1e9, 'GB', (Date.now() - began) / 1000, 's');
}


const form = new FormData();
form.append('file', await openAsBlob(`${dir}/book.zip`), 'book.zip');
const began = Date.now();
const taken = await fetch(`${other.url}/api/books/import`, { method: 'POST', body: form });
const body = await taken.json();
console.log('import', taken.status, body.notes, body.revision, (Date.now() - began) / 1000, 's');
await app.stop();
await other.stop();
rmSync(dir, { recursive: true, force: true });
