import { Buffer } from 'node:buffer';
import { cutText } from '@eight-up/core/text';
import { fail, ok, type Result } from '@eight-up/core/result';
import type { AssetPage } from '@eight-up/core/document/asset';
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
  [/^(href|xlink:href|xml:base|src|style|filter|fill|stroke|clip-path|mask|cursor|marker)/, 'links to elsewhere'],
  [/^(animate|set$)/, 'movement'],
];

/** What a drawing may link to: parts of itself, and pictures that it carries inside. */
const WITHIN = /^\s*(#|data:image\/(png|jpe?g|gif|webp);base64,)/i;
/** Whatever fetches in a style sheet (CSS Images 4, CSS Values 4, CSS Cascade 5); `url(#…)` stays within. */
const LINKS_OUT =
  /url\(\s*['"]?\s*(?!['"]?\s*#)|image-set\(|(?<![\w-])(?:image|src|cross-fade|element)\(|@import|@namespace|expression\(/i;

/** A style as a browser reads it: comments out, escapes resolved (CSS Syntax 3, 4.3.7), so that nothing hides behind them. */
const plainStyle = (css: string): string =>
  css
    .replace(/\/\*[\s\S]*?(\*\/|$)/g, '')
    .replace(/\\(?:([0-9a-f]{1,6})\s?|(\r\n|[\s\S]))/gi, (_, code: string | undefined, sign: string | undefined) =>
      code === undefined ? sign!.replace(/[\r\n]+/, '') : scalar(parseInt(code, 16)),
    );
const scalar = (code: number): string => (code > 0 && code <= 0x10ffff ? String.fromCodePoint(code) : '\ufffd');
const linksOut = (css: string): boolean => LINKS_OUT.test(plainStyle(css));

/** More shapes than a printer could set; those drawn again by reference count each time. */
const MOST_SHAPES = 200_000;

/** Deeper than any drawing program nests its groups; every reader follows them one inside another. */
const MOST_NESTED = 500;

/** How deep elements lie in one another, by their tags alone: counted before anything is built of them. */
function depthOf(text: string): number {
  const tags = /<!--[\s\S]*?-->|<!\[CDATA\[[\s\S]*?\]\]>|<\?[\s\S]*?\?>|<(\/?)[a-z_](?:[^>"']|"[^"]*"|'[^']*')*>/gi;
  let [depth, most] = [0, 0];
  for (const [tag, closes] of text.matchAll(tags)) {
    if (closes === undefined || tag.endsWith('/>')) continue;
    depth += closes === '/' ? -1 : 1;
    most = Math.max(most, depth);
  }
  return most;
}

/** What a drawing needs to be read as one, where its maker left it out. */
const named = (text: string): string =>
  text.replace(/<svg\b(?:[^>"']|"[^"]*"|'[^']*')*>/, (tag) => {
    const missing = [
      ...(/\sxmlns\s*=/.test(tag) ? [] : ['xmlns="http://www.w3.org/2000/svg"']),
      ...(/\bxlink:/.test(text) && !/\sxmlns:xlink\s*=/.test(text)
        ? ['xmlns:xlink="http://www.w3.org/1999/xlink"']
        : []),
    ];
    return missing.length ? tag.replace(/^<svg/, `<svg ${missing.join(' ')}`) : tag;
  });

/** Shapes that are drawn, each reference followed: undefined where a part refers to itself. */
function shapesOf(root: Element): number | undefined {
  const known = new Map<Element, number>();
  const under = new Set<Element>();
  const count = (element: Element): number | undefined => {
    const before = known.get(element);
    if (before !== undefined) return before;
    if (under.has(element)) return undefined;
    under.add(element);
    let sum = 1;
    const reference = element.getAttribute('href') ?? element.getAttribute('xlink:href');
    const target =
      element.localName === 'use' && reference?.startsWith('#')
        ? root.ownerDocument.getElementById(reference.slice(1))
        : null;
    const parts: Element[] = target ? [target] : [];
    // The library's own list of children is walked anew for each of them.
    for (let part = element.firstElementChild; part; part = part.nextElementSibling) parts.push(part);
    for (const part of parts) {
      const more = count(part);
      if (more === undefined) return undefined;
      sum += more;
    }
    under.delete(element);
    known.set(element, sum);
    return sum;
  };
  return count(root);
}

/**
 * A drawing without anything that would run, fetch or embed something else: scripts and handlers, links to elsewhere,
 * foreign objects, movement. What remains is what it draws.
 */
export async function cleanSvg(text: string): Promise<Result<CleanSvg, FileProblem>> {
  const megabytes = Math.ceil(text.length / 1e6);
  if (megabytes > MOST_SVG_MEGABYTES) return fail({ code: 'svg-too-large', megabytes, most: MOST_SVG_MEGABYTES });
  // Entities swell and fetch; no drawing program of today needs a document type.
  if (/<!ENTITY/i.test(text)) return fail({ code: 'svg-broken' });
  const depth = depthOf(text);
  if (depth > MOST_NESTED) return fail({ code: 'svg-too-deep', depth, most: MOST_NESTED });
  const [{ JSDOM }, { default: createPurifier }] = await Promise.all([import('jsdom'), import('dompurify')]);
  const { window } = new JSDOM('');
  try {
    const parsed = new window.DOMParser().parseFromString(named(text.replace(/<!DOCTYPE[^>]*>/i, '')), 'image/svg+xml');
    if (parsed.documentElement.localName !== 'svg' || parsed.querySelector('parsererror'))
      return fail({ code: 'svg-broken' });
    const page = sizeOf(parsed.documentElement);
    if (!page) return fail({ code: 'svg-broken' });
    const shapes = shapesOf(parsed.documentElement);
    if (shapes === undefined) return fail({ code: 'svg-broken' });
    if (shapes > MOST_SHAPES) return fail({ code: 'svg-too-many-shapes', shapes, most: MOST_SHAPES });
    const purifier = createPurifier(window);
    const removed = new Set<string>();
    const note = (name: string) => {
      const called = REMOVED.find(([pattern]) => pattern.test(name.toLowerCase()))?.[1];
      if (called) removed.add(called);
    };
    purifier.addHook('uponSanitizeAttribute', (_node, data) => {
      const link = /(^|:)href$|^src$/i.test(data.attrName);
      if (!(link ? !WITHIN.test(data.attrValue) : data.attrName === 'xml:base' || linksOut(data.attrValue))) return;
      data.keepAttr = false;
      note(data.attrName);
    });
    purifier.addHook('uponSanitizeElement', (node) => {
      if (node.nodeName.toLowerCase() !== 'style' || !linksOut(node.textContent ?? '')) return;
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

export interface DrawnSvg {
  readonly bytes: Uint8Array;
  /** what could not be drawn, in the drawing program's words */
  readonly missing: readonly string[];
}

/** A drawing as a PDF of one page of its natural size: still vectors, to be placed like any other page. */
export async function drawnSvg(bytes: Uint8Array, { width, height }: AssetPage): Promise<DrawnSvg> {
  const [{ default: PdfKit }, { default: draw }] = await Promise.all([import('pdfkit'), import('svg-to-pdfkit')]);
  const size: [number, number] = [toPoints(width), toPoints(height)];
  const document = new PdfKit({ size, margin: 0, compress: true });
  const missing: string[] = [];
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
    // What it does not know it leaves out and tells; nothing is fetched.
    warningCallback: (warning) => void missing.push(cutText(String(warning), 120)),
    documentCallback: () => [],
  });
  document.end();
  await ended;
  return { bytes: Buffer.concat(chunks), missing };
}
