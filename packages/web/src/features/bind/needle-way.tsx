import { useEffect, useRef } from 'react';
import type { Sewing } from '@eight-up/core/stitches/sewing';
import { AWL, NEEDLE, OWN_BEGUN, OWN_TIED, pathWords } from '@eight-up/words/binding';
import { stitchWords } from '@eight-up/words/stitches/registry';
import { useActions } from '../../actions/actions.tsx';
import { useAddress } from '../../ui/use-address.ts';
import { FoldPicture } from './fold-picture.tsx';
import type { OpenBinding } from './use-binding.ts';

interface NeedleWayProps {
  readonly bound: OpenBinding;
  readonly sewing: Sewing;
}

/** The way of the needle, one pass at a time: told large, drawn from both sides at once, all of it as a list. */
export function NeedleWay({ bound, sewing }: NeedleWayProps) {
  const [query, setAddress] = useAddress();
  const path = sewing.path!;
  const sections = bound.block.sections.length;
  const words = pathWords(path, sections);
  const all = words.length;
  const asked = query.get('pass');
  const own = bound.binding.ownPath;
  // A path of one's own is shown as far as it goes.
  const passes = Math.min(all, Math.max(0, asked === null && own ? all : Math.trunc(Number(asked)) || 0));
  const go = (to: number) => setAddress({ pass: String(Math.min(all, Math.max(0, to))) });
  useActions([
    { id: 'pass-on', title: 'Next pass of the needle', keys: '→', run: () => go(passes + 1) },
    { id: 'pass-back', title: 'Pass back', keys: '←', run: () => go(passes - 1) },
    { id: 'pass-begin', title: 'Before the first pass', keys: 'Home', run: () => go(0) },
    { id: 'pass-end', title: 'All passes', keys: 'End', run: () => go(all) },
  ]);
  const now = words[passes - 1];
  const section = path.passes.slice(0, passes).findLast(({ kind }) => kind === 'through')?.section ?? 1;
  const press = own
    ? (station: number) => {
        bound.set({ ownPath: { ...own, stations: [...own.stations, station] } });
        go(all + 1);
      }
    : undefined;
  const said =
    passes === 0
      ? own
        ? OWN_BEGUN
        : stitchWords(sewing.stitch.id).made
      : passes === all && !own
        ? `${now?.text}; tie`
        : (now?.text ?? '');
  return (
    <section aria-label="The way of the needle" className="flex flex-col gap-3">
      <div aria-live="polite" className="flex items-center gap-5 border-b border-bench-deep pb-3">
        <div className="min-w-0 grow">
          <p className="text-sm text-quiet">
            {passes === 0
              ? `Begun ${path.begins}, ${all} passes`
              : `Pass ${passes} of ${all}, the needle is ${now?.side} then`}
          </p>
          <h2 className="leading-tight first-letter:uppercase" style={{ fontSize: passes === 0 ? '1.4rem' : '2.1rem' }}>
            {said}
          </h2>
        </div>
        <button type="button" className="action px-4 py-3" disabled={passes === 0} onClick={() => go(passes - 1)}>
          Back <span className="key">←</span>
        </button>
        <button
          type="button"
          className="action action-first px-6 py-4 text-lg"
          disabled={passes === all}
          onClick={() => go(passes + 1)}
        >
          Next <span className="key">→</span>
        </button>
      </div>
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(14rem,19rem)] gap-6 max-[900px]:grid-cols-1">
        <FoldPicture
          height={bound.block.height}
          sections={sections}
          sewing={sewing}
          section={section}
          passes={passes}
          label={`The fold from inside and outside, ${passes} of ${all} passes drawn: ${said}`}
          onStation={press}
        />
        <PassList words={words} passes={passes} onGo={go} />
      </div>
      <p className="max-w-3xl">{own ? OWN_TIED : stitchWords(sewing.stitch.id).tied}</p>
      <p className="max-w-3xl border-l-4 border-blade pl-2 text-sm">{AWL}</p>
      <p className="max-w-3xl border-l-4 border-blade pl-2 text-sm">{NEEDLE}</p>
    </section>
  );
}

function PassList({
  words,
  passes,
  onGo,
}: {
  readonly words: ReturnType<typeof pathWords>;
  readonly passes: number;
  readonly onGo: (to: number) => void;
}) {
  const list = useRef<HTMLOListElement>(null);
  useEffect(() => {
    list.current?.children[passes - 1]?.scrollIntoView({ block: 'nearest' });
  }, [passes]);
  return (
    <ol ref={list} aria-label="Every pass" className="max-h-[58vh] overflow-auto">
      {words.map(({ text }, i) => (
        <li key={i} className="border-t border-bench-deep">
          <button
            type="button"
            aria-current={i === passes - 1 ? 'step' : undefined}
            className={`flex w-full gap-3 px-1 py-1 text-left hover:bg-choose-pale ${i === passes - 1 ? 'bg-choose-pale font-semibold' : ''} ${i >= passes ? 'text-quiet' : ''}`}
            onClick={() => onGo(i + 1)}
          >
            <span className="measure w-6 text-right">{i + 1}</span>
            <span>{text}</span>
          </button>
        </li>
      ))}
    </ol>
  );
}
