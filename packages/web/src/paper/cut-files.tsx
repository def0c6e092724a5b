import { MadeLink } from '../makings/made-link.tsx';
import { useSettings } from '../base/settings.ts';

/** Papers to take to the bench, and line work for machines, of sheets that are cut alike: the `at`-th kind (0-based). */
export function CutFiles({
  of,
  at,
  more,
}: {
  /** the address of what is cut: a book, or books together */
  readonly of: string;
  readonly at: number;
  readonly more: string;
}) {
  const unit = useSettings((s) => s.unit);
  const address = (file: string, also = '') => `${of}/${file}?plan=${at + 1}&unit=${unit}&${more}${also}`;
  const printer = unit === 'mm' ? 'a4' : 'letter';
  return (
    <nav aria-label="Files for cutting" className="flex flex-col gap-2">
      <MadeLink className="action action-first" href={address('cutting.pdf')} title="Bench sheet">
        Bench sheet
      </MadeLink>
      <p className="flex flex-wrap gap-x-3 text-sm">
        <MadeLink
          className="remedy"
          href={address('cutting-tiles.pdf', `&paper=${printer}`)}
          title="Cutting plan over printer pages"
        >
          1 : 1 over printer pages
        </MadeLink>
        <a className="remedy" href={address('cutting.svg')} download>
          SVG
        </a>
        <a className="remedy" href={address('cutting.dxf')} download>
          DXF
        </a>
        <a className="remedy" href={address('cutting.csv')} download>
          Marks as CSV
        </a>
      </p>
    </nav>
  );
}
