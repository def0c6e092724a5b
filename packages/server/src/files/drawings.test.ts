import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { PDFDocument } from '@cantoo/pdf-lib';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { mm } from '@eight-up/core/units/nm';
import { serverUnderTest, type UnderTest } from '../../test/server-under-test.ts';
import { cleanSvg, drawnSvg } from './svg-source.ts';

const svg = (inside: string, attributes = 'width="60mm" height="40mm" viewBox="0 0 60 40"') =>
  `<?xml version="1.0"?>\n<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${attributes}>${inside}</svg>`;
const RECT = '<rect x="5" y="5" width="20" height="10" fill="#07584f"/>';
const cleaned = async (inside: string, attributes?: string) => {
  const result = await cleanSvg(svg(inside, attributes));
  if (!result.ok) throw new Error(result.problem.code);
  return { text: result.value.bytes.toString(), ...result.value };
};

describe('drawings', () => {
  it.each([
    ['<script>fetch("http://x.example")</script>', ['scripts']],
    ['<rect width="9" height="9" onclick="alert(1)"/>', ['scripts']],
    ['<a href="javascript:alert(1)"><rect width="9" height="9"/></a>', ['links to elsewhere']],
    ['<image href="https://x.example/a.png" width="9" height="9"/>', ['links to elsewhere']],
    ['<image xlink:href="file:///etc/passwd" width="9" height="9"/>', ['links to elsewhere']],
    ['<use href="https://x.example/a.svg#b"/>', ['links to elsewhere']],
    ['<rect width="9" height="9" fill="url(https://x.example/a.svg#b)"/>', ['links to elsewhere']],
    ['<style>@import "https://x.example/a.css"; rect { fill: red }</style>', ['links to elsewhere']],
    ['<style>rect { fill: url("https://x.example/a.svg#b") }</style>', ['links to elsewhere']],
    [
      '<foreignObject width="9" height="9"><body xmlns="http://www.w3.org/1999/xhtml">x</body></foreignObject>',
      ['foreign objects'],
    ],
    ['<rect width="9" height="9"><animate attributeName="x" to="9" dur="1s"/></rect>', ['movement']],
  ])('lose what would run or fetch, and say so: %s', async (inside, removed) => {
    const { text, notes } = await cleaned(RECT + inside);
    expect(text).not.toMatch(/x\.example|script|alert|passwd|foreignObject|animate/i);
    expect(text).toContain('#07584f');
    expect(notes).toEqual([{ code: 'svg-cleaned', removed }]);
  });

  it('keep what they draw: parts of themselves, pictures inside, gradients, text, styles', async () => {
    const inside = `<defs><linearGradient id="g"><stop offset="0" stop-color="red"/></linearGradient><path id="p" d="M0 0h9"/></defs>
      <style>.a { stroke: #123456 }</style><rect class="a" width="9" height="9" fill="url(#g)"/><use href="#p"/>
      <image href="data:image/png;base64,iVBORw0KGgo=" width="1" height="1"/><text x="1" y="9" font-size="4">Low water</text>`;
    const { text, notes } = await cleaned(inside);
    expect(notes).toEqual([]);
    for (const kept of ['url(#g)', 'href="#p"', 'data:image/png', 'Low water', '#123456', 'linearGradient'])
      expect(text).toContain(kept);
  });

  it.each([
    ['width="60mm" height="40mm"', 60, 40],
    ['width="96" height="48px"', 25.4, 12.7],
    ['width="1in" viewBox="0 0 10 20"', 25.4, 50.8],
    ['viewBox="0 0 96 96"', 25.4, 25.4],
    ['width="100%" height="100%" viewBox="0,0,192,96"', 50.8, 25.4],
    ['width="72pt" height="6pc"', 25.4, 25.4],
  ])('have their natural size: %s', async (attributes, width, height) => {
    expect((await cleaned(RECT, attributes)).page).toEqual({ width: mm(width), height: mm(height) });
  });

  it.each([
    ['<svg', 'svg-broken'],
    ['<svg xmlns="http://www.w3.org/2000/svg"><rect</svg>', 'svg-broken'],
    ['<svg xmlns="http://www.w3.org/2000/svg"/>', 'svg-broken'],
    [svg('', 'width="9" height="9"'), 'svg-broken'],
    [svg(RECT, 'width="0" height="9"'), 'svg-broken'],
    [`<!DOCTYPE svg [<!ENTITY a "aaaa">]>${svg(RECT)}`, 'svg-broken'],
    [svg(`${'<g>'.repeat(100_000)}${RECT}${'</g>'.repeat(100_000)}`), 'svg-too-deep'],
    [svg(RECT + `<!--${' '.repeat(21_000_000)}-->`), 'svg-too-large'],
  ])('that are none are refused', async (text, code) => {
    expect(await cleanSvg(text)).toMatchObject({ ok: false, problem: { code } });
  });

  it('stay vectors in the print: the page holds paths and text, no picture', async () => {
    const { bytes, page } = await cleaned(`${RECT}<text x="5" y="30" font-size="6">Low water</text>`);
    const { bytes: pdf } = await drawnSvg(bytes, page);
    const folder = mkdtempSync(path.join(tmpdir(), 'eight-up-svg-'));
    writeFileSync(path.join(folder, 'a.pdf'), pdf);
    expect(execFileSync('pdftotext', ['a.pdf', '-'], { cwd: folder, encoding: 'utf8' })).toContain('Low water');
    expect(execFileSync('pdfimages', ['-list', 'a.pdf'], { cwd: folder, encoding: 'utf8' }).split('\n')).toHaveLength(
      3,
    );
    rmSync(folder, { recursive: true });
    const [first] = (await PDFDocument.load(pdf)).getPages();
    expect(first!.getWidth()).toBeCloseTo((60 / 25.4) * 72, 3);
  });
});

describe('a drawing in a book', () => {
  let server: UnderTest;
  beforeAll(async () => {
    server = await serverUnderTest();
  });
  afterAll(() => server.close());

  it('is taken, shown, printed as vectors; what is kept holds no script, and what was removed is told', async () => {
    const { id } = await server.newBook();
    const { body } = await server.upload(id, [['knot.svg', Buffer.from(svg(`${RECT}<script>1</script>`))]]);
    expect(body.taken).toMatchObject([{ notes: [{ code: 'svg-cleaned', removed: ['scripts'] }] }]);
    const { asset } = body.book.pages[0]!.content!;
    expect((await server.bytes(`/api/assets/${asset}/original`)).toString()).not.toContain('script');
    const preview = await sharp(await server.bytes(`/api/assets/${asset}/preview?size=480`)).metadata();
    expect([preview.width, preview.height]).toEqual([480, 320]);
    const pdf = await PDFDocument.load(await server.bytes(`/api/books/${id}/print.pdf`));
    expect(pdf.getPageCount()).toBe(1);
    expect(
      pdf.context.enumerateIndirectObjects().some(([, object]) => String(object).includes('/Subtype /Image')),
    ).toBe(false);
  });

  it('of other kinds: what moves, what is misnamed, what a PDF carries besides its pages', async () => {
    const { id } = await server.newBook();
    const still = (hue: number) =>
      sharp({ create: { width: 40, height: 40, channels: 3, background: { r: hue, g: 0, b: 0 } } });
    const frames = await Promise.all([9, 200].map((hue) => still(hue).png().toBuffer()));
    const moving = await sharp(frames, { join: { animated: true } })
      .gif()
      .toBuffer();
    const document = await PDFDocument.create();
    document.addPage([200, 300]);
    document.addJavaScript('x', 'app.alert(1)');
    await document.attach(Buffer.from('hidden'), 'hidden.txt');
    const { body } = await server.upload(id, [
      ['1 moving.gif', moving],
      ['2 picture.jpg', await still(3).png().toBuffer()],
      ['3 laden.pdf', await document.save()],
    ]);
    expect(body.refused).toEqual([]);
    expect(body.taken.map(({ notes }) => notes)).toEqual([
      [{ code: 'first-frame-only', frames: 2 }],
      [{ code: 'ending-differs', ending: 'jpg', kind: 'png' }],
      [{ code: 'pdf-scripts-left-out' }, { code: 'pdf-attachments-left-out' }],
    ]);
    const print = (await server.bytes(`/api/books/${id}/print.pdf`)).toString('latin1');
    expect(print).not.toMatch(/JavaScript|app\.alert|hidden\.txt/);
  });
});

describe('links that hide', () => {
  it.each([
    ['an escape', '<style>rect { fill: u\\72l(http://elsewhere.test/a) }</style>'],
    ['an escape of six', '<style>rect { fill: \\000075rl("http://elsewhere.test/a") }</style>'],
    ['an escaped letter that is none', '<style>rect { fill: ur\\l(http://elsewhere.test/a) }</style>'],
    ['an import', '<style>@\\69mport "http://elsewhere.test/a";</style>'],
    ['a comment', '<style>rect { fill: url(/* no */http://elsewhere.test/a) }</style>'],
    ['a set of images', '<style>rect { background: image-set("http://elsewhere.test/a" 1x) }</style>'],
    ['an image', '<style>rect { background: image("http://elsewhere.test/a") }</style>'],
    ['a style of its own', '<rect width="1" height="1" style="fill:u\\72l(http://elsewhere.test/a)"/>'],
    ['an attribute', '<rect width="1" height="1" fill="u\\72l(http://elsewhere.test/a)"/>'],
    ['a base', '<g xml:base="http://elsewhere.test/"><rect width="1" height="1"/></g>'],
  ])('behind %s are taken out, and it is said', async (_, hidden) => {
    const made = await cleanSvg(svg(RECT + hidden));
    if (!made.ok) throw new Error(made.problem.code);
    expect(made.value.bytes.toString()).not.toContain('elsewhere.test');
    expect(made.value.bytes.toString()).toContain('<rect');
    expect(made.value.notes).toMatchObject([{ code: 'svg-cleaned', removed: ['links to elsewhere'] }]);
  });

  it('within the drawing stay', async () => {
    const made = await cleanSvg(svg(`${RECT}<style>.a { fill: url(#g); content: "\\201c" }</style>`));
    expect(made.ok && made.value.notes).toEqual([]);
  });
});

describe('a drawing that was cleaned once', () => {
  it.each([
    RECT,
    `${RECT}<!-- a comment --><title>A &amp; B &lt; C</title><text>“Low” &#233; &#x1F41A; a&#10;b</text>`,
    `<style><![CDATA[ rect > path { fill: red } ]]></style>${RECT}`,
    `<defs><linearGradient id="g"><stop offset="0"/></linearGradient></defs><rect width="9" height="9" fill="url(#g)"/>`,
    `<g xmlns:x="http://elsewhere.test/x" x:y="z">${RECT}</g><x:foo xmlns:x="http://elsewhere.test/x"/>`,
    `<use xlink:href="#a" href="#a"/><g id="a" style="fill:red;stroke : blue">${RECT}</g>`,
    `<script>alert(1)</script><style>a{fill:url(http://elsewhere.test)}</style>${RECT}`,
    `<text xml:space="preserve">  two  spaces &quot;quoted&quot; &apos;single&apos;</text>${RECT}`,
    `<image href="data:image/png;base64,iVBORw0KGgo=" width="4" height="4"/>${RECT}`,
  ])('is cleaned again to the same bytes: it keeps its name in a book file (%#)', async (inside) => {
    const once = await cleanSvg(svg(inside));
    if (!once.ok) throw new Error(once.problem.code);
    const twice = await cleanSvg(once.value.bytes.toString());
    expect(twice.ok && twice.value.bytes.toString()).toBe(once.value.bytes.toString());
  });
});
