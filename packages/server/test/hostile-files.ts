import { deflateSync, crc32, constants } from 'node:zlib';

/** Files that were made to hurt whoever reads them, or that no careful program writes; the same for the same seed. */
export interface HostileFile {
  readonly name: string;
  readonly bytes: Buffer;
}

/** A small generator of numbers that is the same everywhere (Lehmer, modulus 2³¹ − 1, multiplier 48271). */
export function numbers(seed: number): (below: number) => number {
  let state = (seed % 2_147_483_646) + 1;
  return (below) => {
    state = (state * 48_271) % 2_147_483_647;
    return state % below;
  };
}

const chunk = (kind: string, data: Buffer): Buffer => {
  const body = Buffer.concat([Buffer.from(kind, 'latin1'), data]);
  const [length, sum] = [Buffer.alloc(4), Buffer.alloc(4)];
  length.writeUInt32BE(data.length);
  sum.writeUInt32BE(crc32(body));
  return Buffer.concat([length, body, sum]);
};

/** Zeros that pack a thousand to one. */
const packedZeros = (megabytes: number): Buffer =>
  deflateSync(Buffer.alloc(megabytes * 1_000_000), { level: constants.Z_BEST_SPEED });

interface PngParts {
  readonly width?: number;
  readonly height?: number;
  readonly depth?: number;
  readonly colour?: number;
  readonly before?: readonly Buffer[];
  readonly data?: Buffer;
}

export function png({ width = 8, height = 8, depth = 8, colour = 2, before = [], data }: PngParts): Buffer {
  const head = Buffer.alloc(13);
  head.writeUInt32BE(width, 0);
  head.writeUInt32BE(height, 4);
  head.set([depth, colour, 0, 0, 0], 8);
  const rows = data ?? deflateSync(Buffer.alloc((width * 3 + 1) * height, 0));
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk('IHDR', head),
    ...before,
    chunk('IDAT', rows),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

export const svg = (inside: string, attributes = 'width="60mm" height="40mm" viewBox="0 0 60 40"'): Buffer =>
  Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${attributes}>${inside}</svg>`,
  );

/** A PDF written by hand: objects in their order, the first is the catalog. */
export function pdf(objects: readonly (string | Buffer)[]): Buffer {
  const parts: Buffer[] = [Buffer.from('%PDF-1.7\n')];
  const offsets: number[] = [];
  let length = parts[0]!.length;
  const add = (bytes: Buffer) => {
    parts.push(bytes);
    length += bytes.length;
  };
  objects.forEach((object, i) => {
    offsets.push(length);
    add(Buffer.concat([Buffer.from(`${i + 1} 0 obj\n`), Buffer.from(object as string), Buffer.from('\nendobj\n')]));
  });
  const table = offsets.map((at) => `${String(at).padStart(10, '0')} 00000 n \n`).join('');
  const at = length;
  add(
    Buffer.from(
      `xref\n0 ${objects.length + 1}\n0000000000 65535 f \n${table}trailer\n<< /Size ${objects.length + 1} /Root 1 0 R >>\nstartxref\n${at}\n%%EOF`,
    ),
  );
  return Buffer.concat(parts);
}

export const pdfStream = (dict: string, body: Buffer): Buffer =>
  Buffer.concat([Buffer.from(`<< ${dict} /Length ${body.length} >>\nstream\n`), body, Buffer.from('\nendstream')]);

/** A PDF of one page with these entries, drawing a stream. */
export const onePage = (
  page: string,
  content: string | Buffer = pdfStream('', Buffer.from('0 0 m 9 9 l S')),
  pages = '',
): Buffer =>
  pdf([
    '<< /Type /Catalog /Pages 2 0 R >>',
    `<< /Type /Pages /Kids [3 0 R] /Count 1 ${pages} >>`,
    `<< /Type /Page /Parent 2 0 R /Contents 4 0 R ${page} >>`,
    content,
  ]);

const BOX = '/MediaBox [0 0 200 300]';

/** Odd, but a reader opens them: each must be taken, or refused with its reason. */
export const oddFiles = (): readonly HostileFile[] => [
  { name: 'no media box.pdf', bytes: onePage('') },
  { name: 'media box of words.pdf', bytes: onePage('/MediaBox [(a) (b) (c) (d)]') },
  { name: 'media box of three.pdf', bytes: onePage('/MediaBox [0 0 200]') },
  { name: 'media box to itself.pdf', bytes: onePage('/MediaBox 3 0 R') },
  { name: 'flat media box.pdf', bytes: onePage('/MediaBox [0 0 0 0]') },
  { name: 'endless media box.pdf', bytes: onePage('/MediaBox [0 0 1e30 1e30]') },
  { name: 'crooked.pdf', bytes: onePage(`${BOX} /Rotate 45`) },
  { name: 'turned by a name.pdf', bytes: onePage(`${BOX} /Rotate /Left`) },
  { name: 'unit of a string.pdf', bytes: onePage(`${BOX} /UserUnit (two)`) },
  { name: 'unit of nothing.pdf', bytes: onePage(`${BOX} /UserUnit 0`) },
  { name: 'unit beyond.pdf', bytes: onePage(`${BOX} /UserUnit 1e9`) },
  { name: 'its own parent.pdf', bytes: onePage('', undefined, '/Parent 2 0 R') },
  {
    name: 'names of a number.pdf',
    bytes: pdf([
      '<< /Type /Catalog /Pages 2 0 R /Names 7 /OpenAction 4 0 R >>',
      '<< /Type /Pages /Kids [3 0 R] /Count 1 >>',
      `<< /Type /Page /Parent 2 0 R ${BOX} >>`,
    ]),
  },
  {
    name: 'kids in a loop.pdf',
    bytes: pdf(['<< /Type /Catalog /Pages 2 0 R >>', '<< /Type /Pages /Kids [2 0 R] /Count 1 >>']),
  },
  { name: 'no kids.pdf', bytes: pdf(['<< /Type /Catalog /Pages 2 0 R >>', '<< /Type /Pages /Kids [] /Count 0 >>']) },
  { name: 'pages of a number.pdf', bytes: pdf(['<< /Type /Catalog /Pages 5 >>']) },
  { name: 'contents of nothing.pdf', bytes: onePage(BOX, 'null') },
  { name: 'contents of a number.pdf', bytes: onePage(BOX, '42') },
  { name: 'unknown filter.pdf', bytes: onePage(BOX, pdfStream('/Filter /Nonsense', Buffer.from('zz'))) },
  { name: 'torn stream.pdf', bytes: onePage(BOX, pdfStream('/Filter /FlateDecode', Buffer.from('not packed at all'))) },
  { name: 'resources of a word.pdf', bytes: onePage(`${BOX} /Resources (none)`) },
  { name: 'no namespace.svg', bytes: Buffer.from('<svg width="60" height="40"><rect width="9" height="9"/></svg>') },
  {
    name: 'undeclared prefix.svg',
    bytes: Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="60" height="40"><rect id="a" width="9" height="9"/><use xlink:href="#a"/></svg>',
    ),
  },
  {
    name: 'size of percents.svg',
    bytes: svg('<rect width="9" height="9"/>', 'width="100%" height="100%" viewBox="0 0 60 40"'),
  },
  { name: 'size of letters.svg', bytes: svg('<rect width="9" height="9"/>', 'width="4em" height="2ex"') },
  { name: 'box of words.svg', bytes: svg('<rect width="9" height="9"/>', 'viewBox="a b c d"') },
  { name: 'path of words.svg', bytes: svg('<path d="wrong M L 7 , ,"/><rect width="9" height="9"/>') },
  {
    name: 'gradient to itself.svg',
    bytes: svg('<linearGradient id="g" xlink:href="#g"/><rect width="9" height="9" fill="url(#g)"/>'),
  },
  {
    name: 'pattern in itself.svg',
    bytes: svg(
      '<pattern id="p" width="4" height="4"><rect width="4" height="4" fill="url(#p)"/></pattern><rect width="9" height="9" fill="url(#p)"/>',
    ),
  },
  {
    name: 'clip in itself.svg',
    bytes: svg(
      '<clipPath id="c" clip-path="url(#c)"><rect width="4" height="4"/></clipPath><rect width="9" height="9" clip-path="url(#c)"/>',
    ),
  },
  {
    name: 'a torn picture inside.svg',
    bytes: svg('<image href="data:image/png;base64,iVBORw0KGgo=" width="9" height="9"/><rect width="9" height="9"/>'),
  },
  { name: 'use of itself.svg', bytes: svg('<g id="a"><use href="#a"/><rect width="9" height="9"/></g>') },
  { name: 'flat.svg', bytes: svg('<rect width="9" height="9"/>', 'width="0" height="0" viewBox="0 0 0 0"') },
  { name: 'one by sixteen bits.png', bytes: png({ depth: 16, data: deflateSync(Buffer.alloc((8 * 6 + 1) * 8)) }) },
  { name: 'palette without one.png', bytes: png({ colour: 3 }) },
  { name: 'too little data.png', bytes: png({ data: deflateSync(Buffer.alloc(10)) }) },
  { name: 'torn data.png', bytes: png({ data: Buffer.from('not packed') }) },
];

/** Made to hold up or end whoever reads them. */
export function hostileFiles(seed: number): readonly HostileFile[] {
  const below = numbers(seed);
  const many = 60_000 + below(40_000);
  const levels = 28 + below(4);
  const doubled = Array.from(
    { length: levels },
    (_, i) => `<g id="l${i + 1}"><use href="#l${i}"/><use href="#l${i}"/></g>`,
  );
  const text = (megabytes: number) =>
    chunk('zTXt', Buffer.concat([Buffer.from('Comment\0\0', 'latin1'), packedZeros(megabytes)]));
  const bomb = pdfStream('/Filter /FlateDecode', packedZeros(900 + below(200)));
  const twice = pdfStream('/Filter [/FlateDecode /FlateDecode]', deflateSync(packedZeros(1000)));
  return [
    { name: 'text that swells.png', bytes: png({ before: Array.from({ length: 8 }, () => text(400 + below(100))) }) },
    {
      name: 'profile that swells.png',
      bytes: png({ before: [chunk('iCCP', Buffer.concat([Buffer.from('p\0\0', 'latin1'), packedZeros(900)]))] }),
    },
    { name: 'said to be vast.png', bytes: png({ width: 60_000, height: 60_000, data: packedZeros(10) }) },
    {
      name: 'use upon use.svg',
      bytes: svg(`<defs><rect id="l0" width="1" height="1"/>${doubled.join('')}</defs><use href="#l${levels}"/>`),
    },
    { name: 'many groups.svg', bytes: svg(`${'<g>'.repeat(many)}<rect width="9" height="9"/>${'</g>'.repeat(many)}`) },
    {
      name: 'many paths.svg',
      bytes: svg(Array.from({ length: many }, (_, i) => `<path d="M${i % 60} 0L0 ${i % 40}"/>`).join('')),
    },
    { name: 'one endless path.svg', bytes: svg(`<path d="M0 0${'c1 1 2 2 3 3a5 5 0 0 1 7 7'.repeat(many * 3)}"/>`) },
    {
      name: 'pattern upon pattern.svg',
      bytes: svg(
        `${Array.from({ length: 12 }, (_, i) => `<pattern id="p${i}" width=".01" height=".01"><rect width="60" height="40" fill="url(#p${i + 1})"/></pattern>`).join('')}<rect width="60" height="40" fill="url(#p0)"/>`,
      ),
    },
    { name: 'stream that swells.pdf', bytes: onePage(BOX, bomb) },
    { name: 'stream that swells twice.pdf', bytes: onePage(BOX, twice) },
    {
      name: 'many streams.pdf',
      bytes: pdf([
        '<< /Type /Catalog /Pages 2 0 R >>',
        '<< /Type /Pages /Kids [3 0 R] /Count 1 >>',
        `<< /Type /Page /Parent 2 0 R ${BOX} /Contents [${'4 0 R '.repeat(2000)}] >>`,
        pdfStream('/Filter /FlateDecode', packedZeros(20)),
      ]),
    },
    {
      name: 'noise.pdf',
      bytes: Buffer.concat([
        Buffer.from('%PDF-1.7\n'),
        Buffer.from(Array.from({ length: 20_000 }, () => below(256))),
        Buffer.from('\n%%EOF'),
      ]),
    },
    {
      name: 'noise.jpg',
      bytes: Buffer.concat([
        Buffer.from([0xff, 0xd8, 0xff, 0xe0]),
        Buffer.from(Array.from({ length: 20_000 }, () => below(256))),
      ]),
    },
    {
      name: 'noise.gif',
      bytes: Buffer.concat([Buffer.from('GIF89a'), Buffer.from(Array.from({ length: 5000 }, () => below(256)))]),
    },
    {
      name: 'noise.tif',
      bytes: Buffer.concat([Buffer.from('II*\0'), Buffer.from(Array.from({ length: 5000 }, () => below(256)))]),
    },
    {
      name: 'noise.webp',
      bytes: Buffer.concat([
        Buffer.from('RIFF\xff\xff\x00\x00WEBPVP8 ', 'latin1'),
        Buffer.from(Array.from({ length: 5000 }, () => below(256))),
      ]),
    },
  ];
}
