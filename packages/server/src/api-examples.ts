/** The requests shown in docs/api.md and in the OpenAPI document; a test sends each and expects it to be accepted. */
export interface ApiExample {
  readonly method: 'get' | 'post';
  /** `{id}` stands for a book of the test's own */
  readonly path: string;
  readonly body?: object;
}

const A4 = { width: 297_000_000, height: 210_000_000, fibre: 'along-height' };

export const API_EXAMPLES: readonly ApiExample[] = [
  { method: 'get', path: '/api/health' },
  { method: 'get', path: '/api/forms' },
  {
    method: 'post',
    path: '/api/books',
    body: { title: 'Knots', form: 'slit-book', parameters: { cover: 'outer' }, sheet: A4 },
  },
  { method: 'get', path: '/api/books' },
  { method: 'get', path: '/api/books/{id}' },
  {
    method: 'post',
    path: '/api/books/{id}/revisions',
    body: { expect: 0, window: 'my script', command: { kind: 'rename', title: 'Better knots' } },
  },
  { method: 'post', path: '/api/books/{id}/undo', body: { expect: 1, window: 'my script' } },
  { method: 'post', path: '/api/books/{id}/redo', body: { expect: 2, window: 'my script' } },
  { method: 'get', path: '/api/books/{id}/history' },
  { method: 'post', path: '/api/books/{id}/points', body: { n: 1, name: 'as shown to Ines' } },
  { method: 'post', path: '/api/books/{id}/go-back', body: { expect: 3, window: 'my script', to: 0 } },
  {
    method: 'post',
    path: '/api/books/{id}/copy',
    body: { as: 'edition', from: 1, with: [{ kind: 'say', page: 0, words: { role: 'cover' } }] },
  },
  { method: 'post', path: '/api/books/{id}/bin', body: {} },
  { method: 'get', path: '/api/bin' },
  { method: 'post', path: '/api/books/{id}/restore', body: {} },
  { method: 'post', path: '/api/bin/empty', body: {} },
  { method: 'get', path: '/api/books/{id}/print.pdf' },
  { method: 'get', path: '/api/books/{id}/dummy.pdf' },
  { method: 'post', path: '/api/books/{id}/print.pdf' },
  { method: 'get', path: '/api/books/{id}/lines.svg' },
  { method: 'get', path: '/api/books/{id}/lines.dxf' },
  { method: 'get', path: '/api/books/{id}/creases.fold' },
  { method: 'get', path: '/api/books/{id}/pages.csv' },
  { method: 'get', path: '/api/books/{id}/pages.md' },
  { method: 'get', path: '/api/books/{id}/marks.pdf' },
  { method: 'get', path: '/api/books/{id}/marks.svg' },
  { method: 'get', path: '/api/books/{id}/marks.dxf' },
  { method: 'get', path: '/api/books/{id}/marks.csv' },
  { method: 'get', path: '/api/books/{id}/book.zip' },
  { method: 'get', path: '/api/books/{id}/rescue.txt' },
  { method: 'post', path: '/api/papers/starter', body: {} },
  {
    method: 'post',
    path: '/api/papers',
    body: {
      papers: [
        {
          name: 'Mill ends, cream',
          kind: 'text',
          stuff: 'cartridge',
          sheet: { width: 500_000_000, height: 700_000_000, fibre: 'along-height' },
          foundBy: 'bend',
          grammage: 150,
          caliper: { thickness: 200_000, how: 'measured' },
          faces: 'alike',
          deckles: [],
          colour: '#f8f3e2',
          price: 120,
          stock: 25,
          offcuts: [],
          note: '',
        },
      ],
    },
  },
  {
    method: 'post',
    path: '/api/printers',
    body: {
      name: 'The one in the wheelhouse',
      duplex: 'none',
      twoPass: { move: 'like-a-page', order: 'innermost-first', turned: false },
      unprintable: { top: 4_000_000, right: 4_000_000, bottom: 13_000_000, left: 4_000_000 },
      measured: {
        across: 99_200_000,
        down: 100_000_000,
        front: { right: 500_000, down: 0 },
        back: { right: 0, down: 0 },
      },
    },
  },
  { method: 'get', path: '/api/printers' },
  { method: 'get', path: '/api/joint-plans' },
  {
    method: 'post',
    path: '/api/measurements',
    body: { method: 'reading-error', lengths: { standard: 300_000 }, count: 10, spread: 300_000 },
  },
  { method: 'get', path: '/api/measurements' },
  { method: 'post', path: '/api/settings', body: { unit: 'in', currency: 'EUR', tab: 15_000_000 } },
  { method: 'get', path: '/api/settings' },
  { method: 'get', path: '/api/papers' },
  { method: 'get', path: '/api/papers/papers.csv' },
  { method: 'get', path: '/api/safekeeping' },
  { method: 'post', path: '/api/safekeeping/backups', body: {} },
  { method: 'post', path: '/api/safekeeping/check', body: {} },
  { method: 'get', path: '/api/safekeeping/everything.zip' },
  {
    method: 'post',
    path: '/api/compute/fold',
    body: { form: 'meander-book', parameters: { rows: 4, columns: 4 }, sheet: A4 },
  },
  {
    method: 'post',
    path: '/api/compute/yield',
    body: {
      parents: [{ id: '640 × 900, long grain', width: 640_000_000, height: 900_000_000, fibre: 'along-height' }],
      pieces: [{ id: 'folio', width: 280_000_000, height: 210_000_000, grain: 'along-height' }],
    },
  },
  {
    method: 'post',
    path: '/api/compute/yield',
    body: {
      parents: [
        { id: 'A2', width: 420_000_000, height: 594_000_000, fibre: 'along-height', price: 90 },
        { id: 'B2', width: 500_000_000, height: 700_000_000, fibre: 'along-width', price: 120, stock: 6 },
      ],
      pieces: [
        { id: 'folio', width: 280_000_000, height: 210_000_000, grain: 'along-height', needed: 12 },
        { id: 'hinge strip', width: 30_000_000, height: 210_000_000, grain: 'along-height', needed: 8 },
      ],
      gap: 0,
      longest: 460_000_000,
    },
  },
  {
    method: 'post',
    path: '/api/compute/concertina',
    body: {
      panels: 24,
      panelWidth: 95_000_000,
      panelHeight: 140_000_000,
      side: 'valleys',
      copies: 15,
      papers: [
        { id: '500 × 700, short grain', width: 500_000_000, height: 700_000_000, fibre: 'along-width', price: 120 },
      ],
    },
  },
  {
    method: 'post',
    path: '/api/compute/tolerance',
    body: { strips: [4, 4, 4, 4, 4, 4], panelWidth: 95_000_000, method: 'jig', books: 2000 },
  },
  {
    method: 'post',
    path: '/api/compute/stitch',
    body: { stitch: 'pamphlet', parameters: { stations: 7 }, height: 210_000_000, sections: [5] },
  },
  { method: 'post', path: '/api/compute/imposition', body: { form: 'slit-book', parameters: {}, sheet: A4 } },
];
