import { memo, useEffect, useRef } from 'react';
import type { StepWords } from '@eight-up/words/steps';
import { useOnTape, type Tape } from '../../book-view/use-tape.ts';

interface StepRulerProps {
  /** last position of the tape */
  readonly end: number;
  readonly words: readonly StepWords[];
  readonly tape: Tape;
  readonly playing: boolean;
  readonly onGo: (position: number) => void;
  readonly onPlay: () => void;
}

const TICKS = 5;
/** Up to so many positions there is room for the marks between them. */
const FINE = 60;
/** So many names or numbers of steps find room side by side. */
const NAMED = 45;

const shareOf = (at: number, end: number) => `${(at / end) * 100}%`;

/** A wooden ruler with a mark for every step; what lies after the last fold are the openings of the finished book. */
export function StepRuler({ end, words, tape, playing, onGo, onPlay }: StepRulerProps) {
  const steps = words.length;
  const here = useOnTape(tape, Math.ceil);
  const share = (at: number) => shareOf(at, end);
  const spacious = end <= 22;
  const every = [1, 2, 5, 10, 20, 50, 100].find((stride) => end / stride <= NAMED) ?? 200;
  const heading = here <= steps ? (here === 0 ? `${steps} steps` : `Step ${here} of ${steps}`) : 'Turning the pages';
  return (
    <section aria-label="Steps" className="mt-2 border-t border-ink bg-wood px-9 pb-5 pt-3">
      <p className="flex items-baseline gap-4">
        <span className="font-title text-lg font-bold">{heading}</span>
        <span className="text-quiet">
          <b>← →</b> steps · <b>Space</b> plays · drag the pointer
        </span>
        <button type="button" className="remedy ml-auto" onClick={onPlay}>
          {playing ? 'Stop' : 'Play'}
        </button>
        <button type="button" className="remedy" onClick={() => onGo(here - 1)} disabled={here <= 0}>
          Back
        </button>
        <button type="button" className="remedy" onClick={() => onGo(here + 1)} disabled={here >= end}>
          {here < steps ? 'Next step' : 'Turn on'}
        </button>
      </p>
      <div className={`relative mx-2 mt-2 ${spacious ? 'h-[86px]' : 'h-[62px]'}`}>
        <Ticks steps={steps} end={end} />
        <Pointer tape={tape} end={end} heading={heading} onGo={onGo} />
        {words.map((word, i) =>
          (i + 1) % every ? null : (
            <button
              key={i}
              type="button"
              onClick={() => onGo(i + 1)}
              aria-current={here === i + 1 ? 'step' : undefined}
              aria-label={`Step ${i + 1}: ${word.title}`}
              className={`absolute top-9 -translate-x-full truncate pr-1 text-right text-[0.8rem] leading-tight hover:text-choose ${here === i + 1 ? 'font-bold text-blade' : ''}`}
              style={{ left: share(i + 1), width: `${(100 * every) / end}%` }}
            >
              {spacious ? (
                <span className="line-clamp-3 whitespace-normal">{word.title}</span>
              ) : (
                <span className="measure">{i + 1}</span>
              )}
            </button>
          ),
        )}
        <button
          type="button"
          onClick={() => onGo(steps + 1)}
          className={`absolute top-9 pl-1 text-[0.8rem] hover:text-choose ${here === steps + 1 ? 'font-bold text-blade' : ''}`}
          style={{ left: share(steps + 0.25) }}
        >
          the book
        </button>
      </div>
    </section>
  );
}

interface PointerProps {
  readonly tape: Tape;
  readonly end: number;
  readonly heading: string;
  readonly onGo: (position: number) => void;
}

/** The pointer follows the tape at every frame by itself; dragged, it leads it. */
function Pointer({ tape, end, heading, onGo }: PointerProps) {
  const slide = useRef<HTMLDivElement>(null);
  const range = useRef<HTMLInputElement>(null);
  useEffect(() => {
    const follow = () => {
      slide.current!.style.transform = `translateX(${(tape.position / end) * 100}%)`;
    };
    follow();
    return tape.subscribe(follow);
  }, [tape, end]);
  const whole = useOnTape(tape, Math.ceil);
  useEffect(() => {
    range.current!.value = String(whole);
  }, [whole]);
  return (
    <>
      {/* As wide as the ruler, so that a share of it is a place; what is moved beyond its end is no part of the page. */}
      <div className="pointer-events-none absolute -inset-x-2 top-0 h-4 overflow-x-clip">
        <div ref={slide} className="absolute inset-x-2 top-0 h-4 will-change-transform">
          <svg className="absolute left-0 h-4 w-4 -translate-x-1/2" viewBox="0 0 16 16" aria-hidden="true">
            <polygon points="0,0 16,0 8,14" fill="#9a2f08" />
          </svg>
        </div>
      </div>
      <input
        ref={range}
        type="range"
        min={0}
        max={end}
        step={0.01}
        defaultValue={tape.position}
        aria-label="Position in the rehearsal"
        aria-valuetext={heading}
        className="absolute -inset-x-2 top-0 h-10 w-[calc(100%+1rem)] cursor-ew-resize opacity-0 focus-visible:opacity-20"
        onChange={(event) => tape.jumpTo(Number(event.target.value))}
        onPointerUp={(event) => onGo(Math.round(Number(event.currentTarget.value)))}
        onKeyDown={(event) => {
          if (event.key === 'ArrowLeft' || event.key === 'ArrowRight') event.preventDefault();
        }}
      />
    </>
  );
}

const Ticks = memo(function Ticks({ steps, end }: { readonly steps: number; readonly end: number }) {
  // One path for each kind of mark, however many steps there are; widths are the screen's.
  const marks = (from: number, to: number, each: (i: number) => boolean, length: number) =>
    Array.from({ length: (to - from) * TICKS + 1 }, (_, i) => from * TICKS + i)
      .filter(each)
      .map((i) => `M${i / TICKS} 0V${length}`)
      .join('');
  const isWhole = (i: number) => i % TICKS === 0;
  return (
    <svg
      className="absolute inset-x-0 top-4 h-6 w-full overflow-visible"
      viewBox={`0 0 ${end} 24`}
      preserveAspectRatio="none"
      stroke="#16261f"
      aria-hidden="true"
    >
      {[
        { from: 0, to: steps, opacity: 1 },
        { from: steps, to: end, opacity: 0.45 },
      ].map(({ from, to, opacity }) => (
        <g key={from} opacity={opacity}>
          <path d={marks(from, to, isWhole, 20)} strokeWidth="1.8" vectorEffect="non-scaling-stroke" />
          {end <= FINE && (
            <path d={marks(from, to, (i) => !isWhole(i), 9)} strokeWidth="0.8" vectorEffect="non-scaling-stroke" />
          )}
        </g>
      ))}
    </svg>
  );
});
