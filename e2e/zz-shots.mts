import { openBrowser, byRole, press, waitForText, Key, By, setView } from './browser.ts';
import { writeFileSync } from 'node:fs';
const [, , what = 'pages'] = process.argv;
const url = 'http://127.0.0.1:4900';
const { books } = (await (await fetch(url + '/api/books')).json()) as any;
const b = await openBrowser();
const d = b.driver;
const shot = async (name: string) => {
  await d.sleep(1800);
  writeFileSync(`/tmp/sh/${name}.png`, Buffer.from(await d.takeScreenshot(), 'base64'));
};
const id = (n: RegExp) => books.find((x: any) => n.test(x.book.title)).id;
try {
  const mod = await import(`/tmp/sh/${what}.mts`);
  await mod.default({ d, url, id, shot, byRole, press, waitForText, Key, By, setView, books });
} finally {
  await b.close();
}
