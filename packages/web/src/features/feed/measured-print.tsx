import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/react';
import { TEST_LINE, type TestPrint } from '@eight-up/core/printer/printer';
import type { Measurement } from '@eight-up/core/measuring/measurement';
import { mm, nm, type Nm } from '@eight-up/core/units/nm';
import { measuredWords } from '@eight-up/words/measuring';
import { measuredSentence } from '@eight-up/words/printers';
import { useSettings } from '../../base/settings.ts';
import { MeasureField } from '../../ui/measure-field.tsx';

const STILL = { right: mm(0), down: mm(0) };
const TRUE_PRINT: TestPrint = { across: TEST_LINE, down: TEST_LINE, front: STILL, back: STILL };

interface MeasuredPrintProps {
  /** that goes through the printer */
  readonly paper: { readonly width: number; readonly height: number };
  readonly measured: TestPrint | null;
  /** what is kept of the printer; undefined: nothing yet */
  readonly last: Measurement<'test-print'> | undefined;
  readonly onMeasured: (measured: TestPrint) => void;
  readonly file: (pass: 'fronts' | 'backs') => string;
}

/** A rule laid on the rehearsal's prints: how long its lines are, and where its crosses stand from the paper's edges. */
export function MeasuredPrint({ paper, measured, last, onMeasured, file }: MeasuredPrintProps) {
  const unit = useSettings((s) => s.unit);
  const now = measured ?? TRUE_PRINT;
  const set = (change: Partial<TestPrint>) => onMeasured({ ...now, ...change });
  const middle = { x: nm(paper.width / 2), y: nm(paper.height / 2) };
  const said = measuredSentence({ measured: now }, unit);
  const cross = (face: 'front' | 'back', of: string) => (
    <>
      <MeasureField
        label={`${of}: cross from the left edge`}
        value={nm(middle.x + now[face].right)}
        onChange={(x: Nm) => set({ [face]: { ...now[face], right: nm(x - middle.x) } })}
      />
      <MeasureField
        label="and from the top edge"
        value={nm(middle.y + now[face].down)}
        onChange={(y: Nm) => set({ [face]: { ...now[face], down: nm(y - middle.y) } })}
      />
    </>
  );
  return (
    <Disclosure defaultOpen={measured !== null}>
      <DisclosureButton className="remedy self-start">Measure its prints with a rule</DisclosureButton>
      <DisclosurePanel className="flex flex-col gap-1">
        <p className="text-sm text-quiet">
          On sheet 1 and on A (or on{' '}
          <a className="remedy" href={file('fronts')} target="_blank" rel="noreferrer">
            a fresh print
          </a>
          ), each with its head away from you.
        </p>
        <div className="flex flex-wrap items-end gap-x-4">
          <MeasureField label="the line across, long" value={now.across} onChange={(across: Nm) => set({ across })} />
          <MeasureField label="the line down, long" value={now.down} onChange={(down: Nm) => set({ down })} />
        </div>
        <div className="flex flex-wrap items-end gap-x-4">{cross('front', 'sheet 1')}</div>
        <div className="flex flex-wrap items-end gap-x-4">{cross('back', 'A')}</div>
        <p role="status" className="text-sm">
          {said ?? 'It prints true: nothing is changed.'}
          {last?.lengths && ` Last ${measuredWords(last, unit)}.`}
        </p>
      </DisclosurePanel>
    </Disclosure>
  );
}
