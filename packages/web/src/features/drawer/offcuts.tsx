import type { Offcut, Paper } from '@eight-up/core/paper/paper';
import { turnedSheet, type FibreAxis } from '@eight-up/core/paper/sheet-size';
import { mm, type Nm } from '@eight-up/core/units/nm';
import { PaperPicture } from '../../paper/paper-picture.tsx';
import { Choices } from '../../ui/choices.tsx';
import { MeasureField } from '../../ui/measure-field.tsx';
import { NumberField } from '../../ui/number-field.tsx';

/** What was left over of this paper, each piece with its own axis; plans use offcuts up before a new sheet is cut. */
export function Offcuts({ paper, set }: { readonly paper: Paper; readonly set: (change: Partial<Paper>) => void }) {
  const change = (id: string, with_: Partial<Offcut>) =>
    set({ offcuts: paper.offcuts.map((one) => (one.id === id ? { ...one, ...with_ } : one)) });
  const add = () =>
    set({
      offcuts: [
        ...paper.offcuts,
        { id: crypto.randomUUID(), width: mm(150), height: mm(210), fibre: paper.sheet.fibre, count: 1 },
      ],
    });
  return (
    <div className="mt-2">
      <h3 className="text-base">Offcuts of it</h3>
      <ul>
        {paper.offcuts.map((offcut, i) => (
          <li key={offcut.id} className="flex flex-wrap items-end gap-x-3 border-t border-bench-deep py-1.5">
            <span className="flex w-16 justify-center self-center">
              <PaperPicture sheet={offcut} colour={paper.colour} pxPerMetre={120} />
            </span>
            <MeasureField
              label={`Width of offcut ${i + 1}`}
              value={offcut.width}
              onChange={(width: Nm) => change(offcut.id, { width })}
            />
            <MeasureField
              label={`Height of offcut ${i + 1}`}
              value={offcut.height}
              onChange={(height: Nm) => change(offcut.id, { height })}
            />
            <button type="button" className="action py-1.5" onClick={() => change(offcut.id, turnedSheet(offcut))}>
              Turn it
            </button>
            <Choices<FibreAxis>
              label="Fibres run"
              value={offcut.fibre}
              onChange={(fibre) => change(offcut.id, { fibre })}
              choices={[
                { value: 'along-width', name: '↔' },
                { value: 'along-height', name: '↕' },
                { value: 'any', name: 'any' },
                { value: 'unknown', name: '?' },
              ]}
            />
            <NumberField
              label="Pieces"
              value={offcut.count}
              digits={0}
              from={1}
              to={100_000}
              className="w-16"
              onChange={(count) => change(offcut.id, { count })}
            />
            <button
              type="button"
              className="remedy pb-1.5"
              onClick={() => set({ offcuts: paper.offcuts.filter(({ id }) => id !== offcut.id) })}
            >
              Used up
            </button>
          </li>
        ))}
      </ul>
      <button type="button" className="remedy text-sm" onClick={add}>
        Add an offcut
      </button>
    </div>
  );
}
