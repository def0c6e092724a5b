import {
  PDFArray,
  PDFContentStream,
  PDFDict,
  PDFName,
  PDFRawStream,
  decodePDFRawStream,
  type PDFDocument,
  type PDFObject,
  type PDFPage,
} from '@cantoo/pdf-lib';
import { affineAfter, type Affine } from '../../packages/core/src/geometry/affine.ts';

/**
 * What a page shows, whichever way its operators say it: every path, picture and letter at its place on the page (thousandths of a point), with the
 * colour, width and clips it has there. Two programmes that draw the same give the same text.
 */
export function asDrawn(document: PDFDocument, page: PDFPage): readonly string[] {
  const told: string[] = [];
  const fonts = fontsOf(document, page);
  let ctm: Affine = [1, 0, 0, 1, 0, 0];
  let look: Record<string, string> = {};
  let clips: readonly string[] = [];
  const kept: [Affine, Record<string, string>, readonly string[]][] = [];
  let path: string[] = [];
  let waiting: number[] = [];
  let text: { font: string; matrix: Affine } = { font: '', matrix: ctm };
  let clipping = false;
  // A hair beside the half, so that what differs in its last digits only is rounded alike.
  const round = (value: number) => Math.round((value + 1.37e-5) * 1000);
  const spot = (x: number, y: number) => {
    const [a, b, c, d, e, f] = ctm;
    return `${round(a * x + c * y + e)},${round(b * x + d * y + f)}`;
  };
  const scale = () => Math.sqrt(Math.abs(ctm[0] * ctm[3] - ctm[1] * ctm[2]));
  const say = (what: string) => told.push([what, JSON.stringify(look), ...clips].join(' '));
  for (const { operator, operands } of operatorsOf(streamsOf(document, page))) {
    const n = operands.map(Number);
    switch (operator) {
      case 'q':
        kept.push([ctm, look, clips]);
        break;
      case 'Q':
        [ctm, look, clips] = kept.pop()!;
        break;
      case 'cm':
        ctm = affineAfter(ctm, n as unknown as Affine);
        break;
      case 'm':
      case 'l':
      case 'c':
        for (let i = 0; i < n.length; i += 2) path.push((i === 0 ? operator : '') + spot(n[i]!, n[i + 1]!));
        break;
      case 're': {
        const [x, y, w, h] = n as [number, number, number, number];
        // Whichever corner comes first.
        path.push(`re${[spot(x, y), spot(x + w, y + h)].sort().join(':')}`);
        break;
      }
      case 'h':
        path.push('h');
        break;
      case 'W':
        clipping = true;
        break;
      case 'n':
      case 'S':
      case 'f':
      case 'B':
        if (clipping) clips = [...clips, `within ${path.join(' ')}`];
        else say(`${operator} ${path.join(' ')}`);
        [path, clipping] = [[], false];
        break;
      case 'w':
        look = { ...look, w: String(round(n[0]! * scale())) };
        break;
      case 'd':
        look = {
          ...look,
          d: operands
            .slice(0, -1)
            .map((one) => String(round(Number(one.replace(/[[\]]/g, '')) * scale())))
            .join(),
        };
        break;
      case 'Tf':
        waiting = [round(n[1]! * scale())];
        text = { ...text, font: operands[0]! };
        break;
      case 'Tm':
        text = { ...text, matrix: affineAfter(ctm, n as unknown as Affine) };
        break;
      case 'Tj': {
        const { weight, read } = fonts.get(text.font)!;
        say(`text ${weight} ${waiting.join()} ${text.matrix.map(round).join()} ${read(operands[0]!)}`);
        break;
      }
      case 'Do':
        say(`object ${ctm.map(round).join()}`);
        break;
      case 'BT':
      case 'ET':
        break;
      default:
        look = { ...look, [operator]: operands.join() };
    }
  }
  return told;
}

const streamsOf = (document: PDFDocument, page: PDFPage): string => {
  const contents = page.node.Contents();
  const streams: readonly (PDFObject | undefined)[] =
    contents instanceof PDFArray ? contents.asArray().map((ref) => document.context.lookup(ref)) : [contents];
  return streams
    .map((stream) =>
      stream instanceof PDFRawStream
        ? Buffer.from(decodePDFRawStream(stream).decode()).toString('latin1')
        : stream instanceof PDFContentStream
          ? stream.getContentsString()
          : '',
    )
    .join('\n');
};

function* operatorsOf(text: string): Iterable<{ readonly operator: string; readonly operands: readonly string[] }> {
  let operands: string[] = [];
  for (const [token] of text.matchAll(/<[0-9A-Fa-f]*>|\[[^\]]*\]|\/[^\s/<>[\]()]+|[^\s/<>[\]()]+/g)) {
    if (/^[A-Za-z*'"]+$/.test(token)) {
      yield { operator: token, operands };
      operands = [];
    } else if (token.startsWith('[')) operands.push(...token.slice(1, -1).trim().split(/\s+/).filter(Boolean));
    else operands.push(token);
  }
}

/** By its name on the page: what it is, and how its codes are read (from its table to Unicode). */
function fontsOf(document: PDFDocument, page: PDFPage) {
  const fonts = page.node.Resources()?.lookupMaybe(PDFName.of('Font'), PDFDict);
  const read = new Map<string, { readonly weight: string; readonly read: (hex: string) => string }>();
  for (const [name, ref] of fonts?.entries() ?? []) {
    const font = document.context.lookup(ref, PDFDict);
    const table = font.lookup(PDFName.of('ToUnicode'));
    const cmap =
      table instanceof PDFRawStream ? Buffer.from(decodePDFRawStream(table).decode()).toString('latin1') : '';
    const signs = new Map(
      [...cmap.matchAll(/<([0-9A-Fa-f]{4})>\s*<([0-9A-Fa-f]+)>/g)].map(([, code, sign]) => [
        code!.toUpperCase(),
        sign!,
      ]),
    );
    read.set(`/${name.decodeText()}`, {
      weight: '',
      read: (hex) =>
        (hex.slice(1, -1).match(/.{4}/g) ?? []).map((code) => signs.get(code.toUpperCase()) ?? code).join(' '),
    });
  }
  return read;
}
