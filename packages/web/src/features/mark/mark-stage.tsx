import { useSearchParams } from 'react-router';
import { useOpenBook } from '../../book/use-book.ts';
import { Questions } from '../../ui/questions.tsx';
import { Marks } from './marks.tsx';
import { MARK_PANELS, type MarkPanel } from './panels.ts';
import { Slip } from './slip.tsx';
import { TestStripPanel } from './test-strip.tsx';

/** Before the first fold: where pencil, score and blade go, how exact that must be, and how exact one's hand is. */
export function MarkStage() {
  const book = useOpenBook();
  const [query, setQuery] = useSearchParams();
  const asked: MarkPanel = MARK_PANELS.find(({ id }) => id === query.get('ask'))?.id ?? 'marks';
  return (
    <main className="fills flex grow flex-col">
      <div className="border-b border-ink px-9 pt-3">
        <Questions questions={MARK_PANELS} asked={asked} onAsk={(ask) => setQuery({ ask })} />
      </div>
      <div className="min-h-0 grow px-9 py-4 roomy:overflow-auto">
        {asked === 'marks' && <Marks book={book} />}
        {asked === 'slip' && <Slip book={book} />}
        {asked === 'strip' && <TestStripPanel book={book} />}
      </div>
    </main>
  );
}
