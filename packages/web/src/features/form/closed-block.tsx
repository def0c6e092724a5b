import type { ClosedBlock } from '@eight-up/core/concertina/closed-block';
import type { FoldedBook, FormChoice } from '@eight-up/core/forms/planned-book';
import type { Nm } from '@eight-up/core/units/nm';
import { blockSentence } from '@eight-up/words/concertina';
import { useSettings } from '../../base/settings.ts';

const [WIDTH, HEIGHT, ROOM] = [256, 92, 20];

/** How a book of joined strips lies closed, as thick as its paper: to scale, and with its thickness made larger until it can be seen. */
export function ClosedBlockSlip({
  plan,
  thickness,
  onForm,
}: {
  readonly plan: FoldedBook;
  readonly thickness: Nm;
  readonly onForm: (form: FormChoice) => void;
}) {
  const unit = useSettings((s) => s.unit);
  const { form, parameters, sheet, reading } = plan;
  const block = form.closed?.(parameters, sheet, thickness);
  if (!block) return null;
  const square = form.cutFromSheet?.square(parameters, thickness);
  const thick = Math.max(block.left, block.right);
  const larger = Math.max(1, Math.round((reading.width * HEIGHT) / WIDTH / thick));
  return (
    <section aria-label="The block, closed" className="mt-2 border-t border-bench-deep pt-2">
      <p>{blockSentence(block, unit)}</p>
      <Block block={block} width={reading.width} times={1} name="to scale" />
      {larger > 1 && (
        <Block block={block} width={reading.width} times={larger} name={`its thickness ${larger} times`} />
      )}
      {square && (
        <button
          type="button"
          className="remedy text-sm"
          onClick={() => onForm({ id: form.id, parameters: { ...parameters, ...square } })}
        >
          Measure its joints for this paper
        </button>
      )}
    </section>
  );
}

/** Seen from the head, panel 1 undermost; tabs heavier, at the edge that they thicken. */
function Block({
  block: { layers, tabs, left, right },
  width,
  times,
  name,
}: {
  readonly block: ClosedBlock;
  readonly width: number;
  readonly times: number;
  readonly name: string;
}) {
  const aside = layers.map((layer) => layer.left * times);
  const [from, to] = [Math.min(0, ...aside), Math.max(0, ...aside) + width];
  const high = Math.max(left, right) * times;
  const scale = Math.min((WIDTH - ROOM) / (to - from), HEIGHT / high);
  const x = (at: number) => ROOM / 2 + (at - from) * scale;
  const y = (height: number) => 4 + (high - height * times) * scale;
  return (
    <figure>
      <svg
        viewBox={`0 0 ${WIDTH} ${high * scale + 8}`}
        className="w-full max-w-xs"
        role="img"
        aria-label={`Seen from the head, ${name}`}
      >
        {layers.map((layer, i) => (
          <line
            key={i}
            x1={x(aside[i]!)}
            y1={y(layer.atLeft)}
            x2={x(aside[i]! + width)}
            y2={y(layer.atRight)}
            stroke="#16261f"
            strokeWidth={0.7}
          />
        ))}
        {tabs.map(({ layer, edge, width: tab }) => {
          const below = layers[layer - 1]!;
          const above = layers[layer] ?? below;
          const height = edge === 'left' ? (below.atLeft + above.atLeft) / 2 : (below.atRight + above.atRight) / 2;
          const start = aside[layer - 1]! + (edge === 'left' ? 0 : width - tab);
          return (
            <line
              key={layer}
              x1={x(start)}
              y1={y(height)}
              x2={x(start + tab)}
              y2={y(height)}
              stroke="#0f6f63"
              strokeWidth={2.2}
            />
          );
        })}
      </svg>
      <figcaption className="text-sm text-quiet">seen from the head, {name}</figcaption>
    </figure>
  );
}
