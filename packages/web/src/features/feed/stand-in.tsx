import { useState } from 'react';
import { blankPile, printOn, type DeviceBehaviour } from '@eight-up/core/printer/device';
import { rehearse, type RehearsalSeen, type TwoPass } from '@eight-up/core/printer/feed-rehearsal';
import { DEVICE_QUESTIONS } from '@eight-up/words/printers';
import { PilePicture } from '../../printing/pile-picture.tsx';
import { Choices } from '../../ui/choices.tsx';
import { BookOnStandIn } from './book-on-stand-in.tsx';

const ANY: DeviceBehaviour = {
  feedsFrom: 'top',
  prints: 'down',
  head: 'far',
  comesOut: 'down',
  headOut: 'near',
  piles: 'on-top',
};

/** A printer of paper and rules, to try the rehearsal on without wasting any. */
export function StandIn({
  onSeen,
  twoPass,
}: {
  readonly onSeen: (seen: RehearsalSeen) => void;
  readonly twoPass: TwoPass | null;
}) {
  const [device, setDevice] = useState(ANY);
  const [passes, setPasses] = useState(0);
  const first = printOn(device, blankPile(2), ['1', '2']).out;
  const second = printOn(device, first, ['A', 'B']).out;
  return (
    <aside aria-label="A stand-in printer" className="slip self-start p-4">
      <h2 className="text-lg">Try it on the stand-in first</h2>
      <p className="text-sm text-quiet">It moves paper as a printer does and knows nothing of books.</p>
      {(Object.keys(DEVICE_QUESTIONS) as (keyof DeviceBehaviour)[]).map((key) => (
        <Choices<string>
          key={key}
          label={DEVICE_QUESTIONS[key].question}
          value={device[key]}
          onChange={(value) => {
            setDevice({ ...device, [key]: value });
            setPasses(0);
          }}
          choices={Object.entries(DEVICE_QUESTIONS[key].answers).map(([value, name]) => ({ value, name }))}
        />
      ))}
      <p className="mt-2 flex gap-4">
        <button type="button" className="action" onClick={() => setPasses(1)}>
          Print 1 and 2
        </button>
        <button type="button" className="action" disabled={passes === 0} onClick={() => setPasses(2)}>
          Put back, print A and B
        </button>
      </p>
      {passes > 0 && (
        <div className="mt-3" role="status">
          <PilePicture pile={passes === 1 ? first : second} label="What lies in the tray" />
          {passes === 2 && (
            <button
              type="button"
              className="remedy mt-2"
              onClick={() => {
                const seen = rehearse(device);
                if (seen) onSeen(seen);
              }}
            >
              Answer the questions from this pile
            </button>
          )}
        </div>
      )}
      {twoPass && <BookOnStandIn device={device} twoPass={twoPass} />}
    </aside>
  );
}
