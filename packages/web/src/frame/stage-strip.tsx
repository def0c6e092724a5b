import { memo } from 'react';
import { NavLink } from 'react-router';
import { ON_STRIP } from './stages.ts';

/** The order of work is the navigation. Each stage is one panel of a folded strip; the open one lies flat. */
export const StageStrip = memo(function StageStrip({ bookId }: { readonly bookId: string }) {
  return (
    <nav aria-label="Stages" className="flex items-start">
      {ON_STRIP.map(({ path, name }, i) => (
        <NavLink
          key={path}
          to={`/books/${bookId}/${path}`}
          className="group -ml-px block outline-offset-0"
          style={{ width: `min(82px, calc((100vw - 80px) / ${ON_STRIP.length}))` }}
        >
          {({ isActive }) => (
            <span className="relative block h-[58px]">
              {/* As high as before where there is less room for its width. */}
              <svg
                viewBox="0 0 124 58"
                preserveAspectRatio="none"
                className="absolute inset-x-0 top-[5px] h-[47.7px] w-full"
                aria-hidden="true"
              >
                <polygon
                  points={
                    isActive ? '1,8 123,8 123,56 1,56' : i % 2 ? '1,8 123,1 123,49 1,56' : '1,1 123,8 123,56 1,49'
                  }
                  className={isActive ? 'fill-paper stroke-ink' : 'fill-shade stroke-ink group-hover:fill-choose-pale'}
                  strokeWidth={isActive ? 1.8 : 1.2}
                  strokeLinejoin="round"
                />
              </svg>
              <span
                className={`absolute left-3 flex flex-col ${isActive ? 'top-3.5' : 'top-2.5'}`}
                style={isActive ? undefined : { transform: `skewY(${i % 2 ? -3.2 : 3.2}deg)` }}
              >
                <span className="key leading-none">{i + 1}</span>
                <span className={`font-title text-[1.05rem] ${isActive ? 'font-extrabold' : 'font-semibold'}`}>
                  {name}
                </span>
              </span>
            </span>
          )}
        </NavLink>
      ))}
    </nav>
  );
});
