import type { Served } from './served.ts';
import { get, isFailure, post, SHEET, type Answer } from './served.ts';

const AT_ONCE = 10;

/** Ten changes at once that saw the same state, over and over, of a book, a paper and a printer: how often more or less than one was stored. */
export async function conflicts({ url }: Served, count: number) {
  const { body: book } = await post<{ id: string }>(`${url}/api/books`, {
    title: 'contested',
    form: 'slit-book',
    sheet: SHEET,
  });
  await post(`${url}/api/papers/starter`, {});
  const { body: drawer } = await get<{ papers: { id: string }[]; revisions: Record<string, number> }>(
    `${url}/api/papers`,
  );
  const { id: paperId, ...paper } = drawer.papers[0]!;
  const edge = { left: 4_000_000, right: 4_000_000, top: 4_000_000, bottom: 4_000_000 };
  const printer = { name: 'contested', duplex: 'long-edge', twoPass: null, unprintable: edge, measured: null };
  const { body: kept } = await post<{ printer: { id: string } }>(`${url}/api/printers`, printer);
  const changes: readonly ((expected: number, n: number) => Promise<Answer>)[] = [
    (expected, n) =>
      post(`${url}/api/books/${book.id}/revisions`, {
        expect: expected,
        window: `w${n}`,
        command: { kind: 'rename', title: `${n}` },
      }),
    (expected, n) => post(`${url}/api/papers/${paperId}`, { expect: expected, paper: { ...paper, price: n } }),
    (expected, n) =>
      post(`${url}/api/printers/${kept.printer.id}`, { expect: expected, printer: { ...printer, name: `${n}` } }),
  ];
  let untold = 0;
  let failures = 0;
  for (let round = 0; round < count / (AT_ONCE * changes.length); round++)
    for (const change of changes) {
      const answers = await Promise.all(Array.from({ length: AT_ONCE }, (_, n) => change(round, n)));
      untold += Math.abs(answers.filter(({ status }) => status === 200).length - 1);
      failures += answers.filter(isFailure).length;
    }
  return { 'conflicting writes': count, 'overwritten unsaid': untold, 'failures of ours': failures };
}
