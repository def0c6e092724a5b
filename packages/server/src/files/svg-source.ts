import { Buffer } from 'node:buffer';
import { fail, ok, type Result } from '@eight-up/core/result';
import type { AssetPage } from '@eight-up/core/book/document';
import type { FileNote, FileProblem } from '@eight-up/core/book/file-problem';
import { fromPoints, inch, mm, toPoints } from '@eight-up/core/units/nm';

/** Drawings are text; beyond this they are no drawing that a printer would take. */
export const MOST_SVG_MEGABYTES = 20;

export interface CleanSvg {
  readonly bytes: Buffer;
  readonly page: AssetPage;
  readonly notes: readonly FileNote[];
}

/** What a removed thing is called. */
const REMOVED: readonly (readonly [RegExp, string])[] = [
  [/^script$/, 'scripts'],
  [/^(foreignobject|iframe|object|embed|audio|video|canvas|html)$/, 'foreign objects'],
  [/^on/, 'scripts'],
  [/^(href|xlink:href|src|style|filter|fill|stroke|clip-path|mask|cursor|marker)/, 'links to elsewhere'],
  [/^(animate|set$)/, 'movement'],
];

/** What a drawing may link to: parts of itself, and pictures that it carries inside. */
const WITHIN = /^\s*(#|data:image\/(png|jpe?g|gif|webp);base64,)/i;
const LINKS_OUT = /url\(\s*['"]?\s*(?!['"]?\s*#)|@import/i;

/**
 * A drawing without anything that would run, fetch or embed something else: scripts and handlers, links to elsewhere,
 * foreign objects, movement. What remains is what it draws.
 */
export async function cleanSvg(text: string): Promise<Result<CleanSvg, FileProblem>> {
  const megabytes = Math.ceil(text.length / 1e6);
  if (megabytes > MOST_SVG_MEGABYTES) return fail({ code: 'svg-too-large', megabytes, most: MOST_SVG_MEGABYTES });
  // Entities swell and fetch; no drawing program of today needs a document type.
  if (/<!ENTITY/i.test(text)) return fail({ code: 'svg-broken' });
  const [{ JSDOM }, { default: createPurifier }] = await Promise.all([import('jsdom'), import('dompurify')]);
  const { window } = new JSDOM('');
  try {
    const parsed = new window.DOMParser().parseFromString(text.replace(/<!DOCTYPE[^>]*>/i, ''), 'image/svg+xml');
    if (parsed.documentElement.localName !== 'svg' || parsed.querySelector('parsererror'))
      return fail({ code: 'svg-broken' });
    const page = sizeOf(parsed.documentElement);
    if (!page) return fail({ code: 'svg-broken' });
    const purifier = createPurifier(window);
    const removed = new Set<string>();
    const note = (name: string) => {
      const called = REMOVED.find(([pattern]) => pattern.test(name.toLowerCase()))?.[1];
      if (called) removed.add(called);
    };
    purifier.addHook('uponSanitizeAttribute', (_node, data) => {
      const link = /(^|:)href$|^src$/i.test(data.attrName);
      if (!(link ? !WITHIN.test(data.attrValue) : LINKS_OUT.test(data.attrValue))) return;
      data.keepAttr = false;
      note(data.attrName);
    });
    purifier.addHook('uponSanitizeElement', (node) => {
      if (node.nodeName.toLowerCase() !== 'style' || !LINKS_OUT.test(node.textContent ?? '')) return;
      removed.add('links to elsewhere');
      node.textContent = '';
    });
    const clean = purifier.sanitize(parsed.documentElement, {
      USE_PROFILES: { svg: true, svgFilters: true },
      ADD_TAGS: ['use'],
      ADD_ATTR: ['xlink:href', 'href'],
      FORBID_TAGS: ['script', 'foreignobject', 'animate', 'animatetransform', 'animatemotion', 'animatecolor', 'set'],
      RETURN_DOM: true,
      IN_PLACE: true,
    });
    for (const one of purifier.removed) note('element' in one ? one.element.nodeName : (one.attribute?.name ?? ''));
    const drawing = (clean as unknown as Element).outerHTML;
    if (!/<(path|rect|circle|ellipse|line|polyline|polygon|text|image|use)\b/i.test(drawing))
      return fail({ code: 'svg-broken' });
    const bytes = Buffer.from(drawing);
    return ok({ bytes, page, notes: removed.size ? [{ code: 'svg-cleaned', removed: [...removed].sort() }] : [] });
  } finally {
    window.close();
  }
}

const UNITS: Readonly<Record<string, (value: number) => number>> = {
  '': (value) => inch(value / 96),
  px: (value) => inch(value / 96),
  pt: (value) => fromPoints(value),
  pc: (value) => fromPoints(value * 12),
  mm: (value) => mm(value),
  cm: (value) => mm(value * 10),
  in: (value) => inch(value),
};

/** The natural size of a drawing: its width and height, or its view box in pixels of 1/96 in (CSS Values 4, 6.2). */
function sizeOf(svg: Element): AssetPage | undefined {
  const length = (name: string): number | undefined => {
    const [, value, unit] = /^\s*([\d.]+(?:e[+-]?\d+)?)\s*([a-z]*)\s*$/i.exec(svg.getAttribute(name) ?? '') ?? [];
    const convert = UNITS[(unit ?? '').toLowerCase()];
    return value !== undefined && convert ? convert(Number(value)) : undefined;
  };
  const box = (svg.getAttribute('viewBox') ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const [boxWidth, boxHeight] = box.length === 4 && box.every(Number.isFinite) ? [box[2]!, box[3]!] : [];
  const [w, h] = [length('width'), length('height')];
  const ratio = boxWidth && boxHeight ? boxWidth / boxHeight : undefined;
  const width = w ?? (h && ratio ? h * ratio : boxWidth === undefined ? undefined : inch(boxWidth / 96));
  const height = h ?? (w && ratio ? w / ratio : boxHeight === undefined ? undefined : inch(boxHeight / 96));
  const sane = (value: number | undefined): value is number =>
    value !== undefined && Number.isFinite(value) && value >= mm(0.1) && value <= mm(20_000);
  return sane(width) && sane(height) ? { width, height } : undefined;
}

/** A drawing as a PDF of one page of its natural size: still vectors, to be placed like any other page. */
export async function drawnSvg(bytes: Uint8Array, { width, height }: AssetPage): Promise<Uint8Array> {
  const [{ default: PdfKit }, { default: draw }] = await Promise.all([import('pdfkit'), import('svg-to-pdfkit')]);
  const size: [number, number] = [toPoints(width), toPoints(height)];
  const document = new PdfKit({ size, margin: 0, compress: true });
  const chunks: Buffer[] = [];
  const ended = new Promise<void>((resolve, reject) => {
    document.on('data', (chunk: Buffer) => chunks.push(chunk));
    document.on('end', resolve);
    document.on('error', reject);
  });
  draw(document, Buffer.from(bytes).toString('utf8'), 0, 0, {
    width: size[0],
    height: size[1],
    preserveAspectRatio: 'xMidYMid meet',
    // What it does not know it leaves out; nothing is fetched.
    warningCallback: () => undefined,
    documentCallback: () => [],
  });
  document.end();
  await ended;
  return Buffer.concat(chunks);
}
