import { useMemo, useState } from 'react';
import { becomingOfSize, type Corner } from '@eight-up/core/cutting/sheet-becomes';
import { mm, nm, type Nm } from '@eight-up/core/units/nm';
import { becomesWords } from '@eight-up/words/cutting';
import { counted } from '@eight-up/words/counted';
import { useSettings } from '../base/settings.ts';
import { MeasureField } from '../ui/measure-field.tsx';
import type { AskedOfSheet } from './becomes-by-size.tsx';

/** No hand makes pages smaller or larger. */
const page = (length: Nm): Nm => nm(Math.min(mm(2000), Math.max(mm(20), length)));

/** Everything that has pages of one size, and how many of them a sheet gives. */
export function OfOneSize({ sheet, kinds, shown }: AskedOfSheet) {
  const { tab, setTab } = useSettings();
  const [size, setSize] = useState({ width: mm(140), height: mm(200) });
  const [chosen, setChosen] = useState<Corner>();
  const found = useMemo(() => becomingOfSize(sheet, kinds, size.width, size.height), [sheet, kinds, size]);
  const here = chosen && found.includes(chosen) ? chosen : found[0];
  const kindOf = (corner: Corner) => kinds.find(({ id }) => id === corner.kind)!;
  return (
    <>
      <div className="flex flex-wrap items-end gap-x-4 gap-y-1">
        <MeasureField
          label="Pages, wide"
          value={size.width}
          onChange={(width) => setSize({ ...size, width: page(width) })}
        />
        <MeasureField
          label="high"
          value={size.height}
          onChange={(height) => setSize({ ...size, height: page(height) })}
        />
        <MeasureField label="Tab of a concertina strip" value={tab} onChange={setTab} />
      </div>
      <p role="status" className="text-sm text-quiet">
        {found.length === 0
          ? 'No page of this size comes out of this sheet. A smaller page, or a larger sheet.'
          : 'Grain along the folds first, then the most pages.'}
      </p>
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(240px,300px)] gap-6 max-[900px]:grid-cols-1">
        <ul aria-label="What has pages of this size">
          {found.map((corner) => (
            <li key={`${corner.kind} ${corner.turned}`}>
              <button
                type="button"
                aria-pressed={corner === here}
                className="grid w-full grid-cols-[minmax(0,1fr)_8rem_9rem] gap-x-4 border-t border-bench-deep px-2 py-1.5 text-left hover:bg-choose-pale active:translate-y-px aria-pressed:bg-ink aria-pressed:text-paper"
                onClick={() => setChosen(corner)}
              >
                <span className="font-semibold first-letter:uppercase">{becomesWords(kindOf(corner))}</span>
                <span>{counted(corner.pages, 'page')} a sheet</span>
                <span>{GRAIN_WORDS[corner.grain]}</span>
              </button>
            </li>
          ))}
        </ul>
        <div>{shown(here)}</div>
      </div>
    </>
  );
}

const GRAIN_WORDS: Readonly<Record<Corner['grain'], string>> = {
  right: 'grain right',
  against: 'against the grain',
  any: 'no grain',
  unknown: 'grain unknown',
};
