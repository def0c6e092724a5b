import { Component, lazy, memo, Suspense, type ReactNode } from 'react';
import { FoldedDrawing } from './folded-drawing.tsx';
import type { BookViewProps } from './props.ts';
import { useOnTape } from './use-tape.ts';

const Scene = lazy(() => import('./scene.tsx').then(({ Scene: scene }) => ({ default: scene })));

let webGl: boolean | undefined;

/** Whether this browser draws in three dimensions; asked once, with a canvas that is given back. */
function hasWebGl(): boolean {
  if (webGl === undefined) {
    const context = document.createElement('canvas').getContext('webgl2');
    webGl = context !== null;
    context?.getExtension('WEBGL_lose_context')?.loseContext();
  }
  return webGl;
}

/** Flat drawings need no more than this many for a step. */
const FLAT_FRAMES = 12;

function Flat({ plan, tape, label }: BookViewProps) {
  const position = useOnTape(tape, (at) => Math.round(at * FLAT_FRAMES) / FLAT_FRAMES);
  return (
    <div className="flex h-full flex-col">
      <FoldedDrawing plan={plan} position={position} width={160} height={120} className="min-h-0 grow" label={label} />
      <p className="text-center text-sm text-quiet">Flat drawing: this browser shows no three dimensions.</p>
    </div>
  );
}

/** The folded book in three dimensions; flat step drawings stand in where the browser has none. */
export const BookView = memo(function BookView(props: BookViewProps) {
  const flat = <Flat {...props} />;
  if (!hasWebGl()) return flat;
  return (
    <SceneFailure instead={flat}>
      <Suspense
        fallback={
          <p role="status" className="p-4 text-quiet">
            Unpacking the paper …
          </p>
        }
      >
        <div role="img" aria-label={props.label} className="size-full">
          <Scene {...props} />
        </div>
      </Suspense>
    </SceneFailure>
  );
});

class SceneFailure extends Component<
  { readonly instead: ReactNode; readonly children: ReactNode },
  { failed: boolean }
> {
  override state = { failed: false };
  static getDerivedStateFromError = () => ({ failed: true });
  override render() {
    return this.state.failed ? this.props.instead : this.props.children;
  }
}
