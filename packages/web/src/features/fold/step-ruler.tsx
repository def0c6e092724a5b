import { tapeOf } from '@eight-up/core/folding/rehearsal';
import type { StepWords } from '@eight-up/words/steps';
import type { OpenBook } from '../../book/use-book.ts';

interface StepRulerProps {
  readonly book: OpenBook;
  readonly words: readonly StepWords[];
  readonly position: number;
  readonly playing: boolean;
  readonly onGo: (position: number) => void;
  readonly onScrub: (position: number) => void;
  readonly onPlay: () => void;
}

const TICKS = 5;

/** A wooden ruler with a mark for every step; what lies after the last fold are the openings of the finished book. */
export function StepRuler({ book, words, position, playing, onGo, onScrub, onPlay }: StepRulerProps) {
  const { steps, end } = tapeOf(book.plan);
  const here = Math.round(position);
  const share = (at: number) => `${(at / end) * 100}%`;
  const spacious = end <= 22;
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
      <div className="relative mx-2 mt-2 h-[62px]">
        <svg className="absolute inset-x-0 top-4 h-6 w-full overflow-visible" aria-hidden="true">
          {Array.from({ length: end * TICKS + 1 }, (_, i) => {
            const whole = i % TICKS === 0;
            return (
              <line
                key={i}
                x1={share(i / TICKS)}
                x2={share(i / TICKS)}
                y1="0"
                y2={whole ? 20 : 9}
                stroke="#16261f"
                strokeWidth={whole ? 1.8 : 0.8}
                opacity={i / TICKS > steps ? 0.45 : 1}
              />
            );
          })}
        </svg>
        <svg
          className="absolute top-0 h-4 w-4 -translate-x-1/2"
          style={{ left: share(position) }}
          viewBox="0 0 16 16"
          aria-hidden="true"
        >
          <polygon points="0,0 16,0 8,14" fill="#9a2f08" />
        </svg>
        <input
          type="range"
          min={0}
          max={end}
          step={0.01}
          value={position}
          aria-label="Position in the rehearsal"
          aria-valuetext={heading}
          className="absolute -inset-x-2 top-0 h-10 w-[calc(100%+1rem)] cursor-ew-resize opacity-0 focus-visible:opacity-20"
          onChange={(event) => onScrub(Number(event.target.value))}
          onPointerUp={(event) => onGo(Math.round(Number(event.currentTarget.value)))}
          onKeyDown={(event) => {
            if (event.key === 'ArrowLeft' || event.key === 'ArrowRight') event.preventDefault();
          }}
        />
        {words.map((word, i) => (
          <button
            key={i}
            type="button"
            onClick={() => onGo(i + 1)}
            aria-current={here === i + 1 ? 'step' : undefined}
            aria-label={`Step ${i + 1}: ${word.title}`}
            className={`absolute top-9 -translate-x-full truncate pr-1 text-right text-[0.8rem] leading-tight hover:text-choose ${here === i + 1 ? 'font-bold text-blade' : ''}`}
            style={{ left: share(i + 1), width: `${100 / end}%` }}
          >
            {spacious ? (
              <span className="line-clamp-2 whitespace-normal">{word.title}</span>
            ) : (
              <span className="measure">{i + 1}</span>
            )}
          </button>
        ))}
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
