import { useOpenBook } from '../../book/use-book.ts';
import { Questions } from '../../ui/questions.tsx';
import { useAddress } from '../../ui/use-address.ts';
import { ClosedPanel } from './closed.tsx';
import { HoldPanel } from './hold.tsx';
import { BIND_PANELS, type BindPanel } from './panels.ts';
import { TakesPanel } from './takes.tsx';

/** After the last fold: what goes through the fold or round it, how thick the book closes, and what an edition takes. */
export function BindStage() {
  const book = useOpenBook();
  const [query, setAddress] = useAddress();
  const asked: BindPanel = BIND_PANELS.find(({ id }) => id === query.get('ask'))?.id ?? 'hold';
  return (
    <main className="fills flex grow flex-col">
      <div className="border-b border-ink px-9 pt-3">
        <Questions questions={BIND_PANELS} asked={asked} onAsk={(ask) => setAddress({ ask })} />
      </div>
      <div className="min-h-0 grow px-9 py-4 roomy:overflow-auto">
        {asked === 'hold' && <HoldPanel book={book} />}
        {asked === 'closed' && <ClosedPanel book={book} />}
        {asked === 'takes' && <TakesPanel book={book} />}
      </div>
    </main>
  );
}
