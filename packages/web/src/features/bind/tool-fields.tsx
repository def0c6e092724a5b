import { THUMBS } from '@eight-up/core/stitches/thread';
import type { SewingTools } from '@eight-up/core/stitches/sewing';
import { measure } from '@eight-up/core/units/measure';
import { nm, type Nm } from '@eight-up/core/units/nm';
import { threadLength, threadWords } from '@eight-up/words/binding';
import { useSettings } from '../../base/settings.ts';
import { MeasureField } from '../../ui/measure-field.tsx';
import type { OpenBinding } from './use-binding.ts';

/** What is sewn or stapled with, and the thread that one copy takes, computed and by rule of thumb. */
export function ToolFields({ bound }: { readonly bound: OpenBinding }) {
  const unit = useSettings((s) => s.unit);
  const { binding, sewing, block, set } = bound;
  const { tools } = binding;
  if (!sewing || sewing.stitch.fastener === 'cord') return null;
  const field = (label: string, name: keyof SewingTools) => (
    <MeasureField
      label={label}
      value={tools[name]}
      onChange={(value: Nm) => set({ tools: { ...tools, [name]: value } })}
    />
  );
  if (sewing.stitch.fastener === 'staples')
    return (
      <section aria-label="The stapler" className="slip p-4">
        <h3 className="text-lg">The stapler</h3>
        <div className="flex flex-wrap gap-x-4">
          {field('longest leg it takes', 'leg')}
          {field('reaches', 'reach')}
        </div>
      </section>
    );
  return (
    <section aria-label="Thread and hole" className="slip p-4">
      <h3 className="text-lg">Thread</h3>
      {sewing.thread && (
        <p>
          <span className="measure text-xl font-bold">{threadLength(sewing.thread.whole, unit)}</span> a copy
        </p>
      )}
      {sewing.thread && <p className="text-sm">{threadWords(sewing.thread, unit)}</p>}
      {block.sections.length === 1 && (
        <p className="text-sm text-quiet">
          By rule of thumb{' '}
          {THUMBS.map((heights) => `${heights} heights, ${measure(nm(heights * block.height), unit)}`).join('; ')}.
        </p>
      )}
      <div className="mt-2 flex flex-wrap gap-x-4 border-t border-bench-deep pt-2">
        {field('thread, thick', 'thread')}
        {field('awl, thick', 'hole')}
        {field('left at either end', 'tail')}
      </div>
    </section>
  );
}
