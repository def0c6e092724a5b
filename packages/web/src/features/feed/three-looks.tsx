import type { RehearsalSeen } from '@eight-up/core/printer/feed-rehearsal';
import { Choices } from '../../ui/choices.tsx';

interface ThreeLooksProps {
  readonly file: (pass: 'fronts' | 'backs') => string;
  readonly seen: Partial<RehearsalSeen>;
  readonly onSeen: (seen: Partial<RehearsalSeen>) => void;
}

/** What to print and how, and the three questions about what lies there. */
export function ThreeLooks({ file, seen, onSeen }: ThreeLooksProps) {
  const see = (part: Partial<RehearsalSeen>) => onSeen({ ...seen, ...part });
  return (
    <ol className="flex list-decimal flex-col gap-3 pl-5">
      <li>
        <a className="remedy" href={file('fronts')} target="_blank" rel="noreferrer">
          Print sheets 1 and 2
        </a>{' '}
        on two bare sheets, at 100 %. Look where they lie, and touch nothing yet.
      </li>
      <li>
        Put the two back into the tray <strong>just as they came out</strong>, without turning them, and{' '}
        <a className="remedy" href={file('backs')} target="_blank" rel="noreferrer">
          print A and B
        </a>
        .
      </li>
      <li>
        Look at what lies there.
        <Choices<string>
          label="A and B came"
          value={told(seen.onBareFace)}
          onChange={(value) => see({ onBareFace: value === 'yes' })}
          choices={[
            { value: 'yes', name: 'on the bare faces' },
            { value: 'no', name: 'over 1 and 2' },
          ]}
        />
        <Choices<string>
          label="On sheet 1 stands"
          value={told(seen.sameOrder)}
          onChange={(value) => see({ sameOrder: value === 'yes' })}
          choices={[
            { value: 'yes', name: 'A' },
            { value: 'no', name: 'B' },
          ]}
        />
        <Choices<string>
          label="The arrows of one sheet (turned over like a page, if they are on two faces)"
          value={told(seen.arrowsAgree)}
          onChange={(value) => see({ arrowsAgree: value === 'yes' })}
          choices={[
            { value: 'yes', name: 'point the same way' },
            { value: 'no', name: 'point against each other' },
          ]}
        />
      </li>
    </ol>
  );
}

const told = (answer: boolean | undefined): string => (answer === undefined ? '' : answer ? 'yes' : 'no');
