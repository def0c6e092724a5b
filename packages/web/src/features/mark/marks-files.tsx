import { workOn, type SheetMarks } from '@eight-up/core/marks/sheet-marks';
import { FACE_WORDS } from '@eight-up/words/marks';
import { useSettings } from '../../base/settings.ts';
import type { OpenBook } from '../../book/use-book.ts';
import { MadeLink } from '../../makings/made-link.tsx';
import { useBenchHand } from './bench-hand.ts';

/** The same marks on paper, for machines and as a table. */
export function MarksFiles({
  book,
  sheet,
  takeUp,
}: {
  readonly book: OpenBook;
  readonly sheet: SheetMarks;
  readonly takeUp: number;
}) {
  const unit = useSettings((s) => s.unit);
  const { tool, fine } = useBenchHand();
  const query = new URLSearchParams({ tool, unit, fine, takeUp: String(takeUp) });
  const href = (file: string, more: Readonly<Record<string, string>> = {}) =>
    `/api/books/${book.id}/${file}?${new URLSearchParams({ ...Object.fromEntries(query), ...more })}`;
  const page = unit === 'mm' ? 'a4' : 'letter';
  const faces = [...new Set(workOn(sheet, tool).map(({ side }) => side))];
  const one = { sheet: String(sheet.sheet + 1) };
  return (
    <section aria-label="Marks on paper" className="slip p-4">
      <h3 className="text-lg">On paper</h3>
      <ul className="flex flex-col gap-1">
        <li>
          <MadeLink className="remedy" href={href('marks.pdf', { size: 'bench' })} title="Bench sheet">
            Bench sheet, to read at arm’s length
          </MadeLink>
        </li>
        <li>
          <MadeLink className="remedy" href={href('marks.pdf', { size: 'tiled', paper: page })} title="Marks at 1 : 1">
            Templates at 1 : 1, over {page === 'a4' ? 'A4' : 'letter'}
          </MadeLink>
        </li>
        <li>
          <MadeLink className="remedy" href={href('marks.pdf')} title="Marks at 1 : 1, whole">
            Templates at 1 : 1, each sheet whole
          </MadeLink>
        </li>
        {faces.map((face) => (
          <li key={face} className="text-sm">
            This sheet, {FACE_WORDS[face]}:{' '}
            <a className="remedy" href={href('marks.svg', { ...one, face })} target="_blank" rel="noreferrer">
              SVG
            </a>{' '}
            <a className="remedy" href={href('marks.dxf', { ...one, face })} target="_blank" rel="noreferrer">
              DXF
            </a>
          </li>
        ))}
        <li className="text-sm">
          <a className="remedy" href={href('marks.csv')} target="_blank" rel="noreferrer">
            All marks as a table (CSV)
          </a>
        </li>
      </ul>
    </section>
  );
}
