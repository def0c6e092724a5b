import type { Paper } from '@eight-up/core/paper/paper';
import { measureSize } from '@eight-up/core/units/measure';
import { counted } from '@eight-up/words/counted';
import { bodyWords, FOUND_WORDS, grainWords, moneyWords } from '@eight-up/words/papers';
import { useSettings } from '../../base/settings.ts';
import { PaperPicture } from '../../paper/paper-picture.tsx';

/** All sheets in the drawer are drawn at one scale. */
const PX_PER_METRE = 88;

/** One paper among the others: its picture, its name, what matters of it. */
export function PaperInDrawer({
  paper,
  open,
  onOpen,
}: {
  readonly paper: Paper;
  readonly open: boolean;
  readonly onOpen: () => void;
}) {
  const { unit, currency } = useSettings();
  const { sheet, price, stock, offcuts } = paper;
  const held = [
    price === null ? undefined : moneyWords(price, currency),
    stock === null ? undefined : counted(stock, 'sheet'),
    offcuts.length
      ? counted(
          offcuts.reduce((sum, { count }) => sum + count, 0),
          'offcut',
        )
      : undefined,
  ].filter((part) => part !== undefined);
  return (
    <li>
      <button
        type="button"
        aria-current={open ? 'true' : undefined}
        onClick={onOpen}
        className={`flex w-full items-center gap-4 border-t border-wood-deep px-2 py-2 text-left hover:bg-wood-deep ${open ? 'bg-paper outline-2 outline-ink hover:bg-paper' : ''}`}
      >
        <span className="flex w-[118px] shrink-0 justify-center">
          <PaperPicture {...paper} pxPerMetre={PX_PER_METRE} />
        </span>
        <span className="min-w-0 leading-snug">
          <span className="block font-title text-[1.02rem] font-bold">{paper.name}</span>
          <span className="measure block">{measureSize(sheet.width, sheet.height, unit)}</span>
          <span className={`block text-sm ${sheet.fibre === 'unknown' ? 'font-semibold text-blade' : ''}`}>
            {grainWords(sheet, unit)}
            {sheet.fibre !== 'unknown' &&
              sheet.fibre !== 'any' &&
              `, ${paper.foundBy ? FOUND_WORDS[paper.foundBy] : 'not known how'}`}
          </span>
          <span className="block text-sm text-quiet">{bodyWords(paper, unit)}</span>
          {held.length > 0 && <span className="block text-sm text-quiet">{held.join(' · ')}</span>}
        </span>
      </button>
    </li>
  );
}
