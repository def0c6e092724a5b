import { FOLD_SIDES } from '@eight-up/core/stitches/path';
import { typedPath } from '@eight-up/words/binding';
import { Choices } from '../../ui/choices.tsx';
import { TextField } from '../../ui/text-field.tsx';
import type { OpenBinding } from './use-binding.ts';

/** A path of the maker's own: typed, or pressed station by station on the drawing. It begins as the stitch's. */
export function OwnPathFields({ bound }: { readonly bound: OpenBinding }) {
  const { binding, sewing, set } = bound;
  const own = binding.ownPath;
  const begin = () =>
    set({
      ownPath: {
        begins: sewing!.path!.begins,
        stations: sewing!.path!.passes.map(({ station }) => station),
        covered: 'both-sides',
      },
    });
  const take = (typed: string) =>
    own &&
    set({
      ownPath: {
        ...own,
        stations: (typed.match(/\d+/g) ?? [])
          .map(Number)
          .filter((one) => one >= 1 && one <= 99)
          .slice(0, 200),
      },
    });
  return (
    <div className="mt-2 border-t border-bench-deep pt-2">
      <Choices<'stitch' | 'own'>
        label="The way of the needle"
        value={own ? 'own' : 'stitch'}
        onChange={(which) => (which === 'own' ? begin() : set({ ownPath: null }))}
        choices={[
          { value: 'stitch', name: 'the stitch’s' },
          { value: 'own', name: 'my own' },
        ]}
      />
      {own && (
        <>
          <TextField
            label="Stations in the order of the needle"
            value={typedPath(own.stations)}
            onChange={take}
            most={600}
            className="my-1.5"
          />
          <p className="text-sm text-quiet">Or press them on the drawing, one after another.</p>
          <p className="my-1">
            <button
              type="button"
              className="remedy mr-4"
              disabled={own.stations.length === 0}
              onClick={() => set({ ownPath: { ...own, stations: own.stations.slice(0, -1) } })}
            >
              Take the last pass back
            </button>
            <button
              type="button"
              className="remedy"
              disabled={own.stations.length === 0}
              onClick={() => set({ ownPath: { ...own, stations: [] } })}
            >
              Begin anew
            </button>
          </p>
          <Choices
            label="Begun"
            value={own.begins}
            onChange={(begins) => set({ ownPath: { ...own, begins } })}
            choices={FOLD_SIDES.map((side) => ({ value: side, name: side }))}
          />
          <Choices
            label="Every gap is to be covered"
            value={own.covered}
            onChange={(covered) => set({ ownPath: { ...own, covered } })}
            choices={[
              { value: 'both-sides', name: 'on both sides' },
              { value: 'one-side', name: 'on one at least' },
            ]}
          />
        </>
      )}
    </div>
  );
}
