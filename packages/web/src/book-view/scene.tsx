import { useEffect, useMemo, useRef, useState } from 'react';
import { Canvas, useFrame, useThree, type ThreeEvent } from '@react-three/fiber';
import { type Mesh, Vector3 } from 'three';
import { poseOnTape } from '@eight-up/core/folding/rehearsal';
import { stepPlace } from '@eight-up/core/folding/step-place';
import { extentOfStep } from './extents.ts';
import { Eye } from './eye.tsx';
import { PaperMesh } from './paper-mesh.ts';
import { stepAt, type BookViewProps } from './props.ts';
import { useOnTape } from './use-tape.ts';
import { usePaintedSheets } from './use-painted-sheets.ts';

/** The rehearsal in three dimensions. World: x to the right, y away from the maker, z up. */
export function Scene(props: BookViewProps) {
  // The paper is laid on the table once the browser has that ready, a turn later: either takes long enough by itself.
  const [ready, setReady] = useState(false);
  return (
    <Canvas
      frameloop="demand"
      dpr={[1, 2]}
      camera={{ fov: 32, near: 1, far: 8000, up: [0, 0, 1] }}
      gl={{ antialias: true, alpha: true }}
      shadows={false}
      onCreated={() => setTimeout(() => setReady(true))}
    >
      <ambientLight intensity={1.9} />
      <directionalLight position={[-200, -300, 600]} intensity={1.3} />
      {ready && (
        <>
          <Paper {...props} />
          <Table {...props} />
          <Eye {...props} />
        </>
      )}
    </Canvas>
  );
}

function Paper({ plan, placed, letters, poster, book, tape, lit, onPoint }: BookViewProps) {
  const pageOfFace = useMemo(
    () => new Map(plan.reading.pages.map(({ face }, page) => [`${face.panel}${face.side}`, page])),
    [plan],
  );
  const paper = useMemo(() => new PaperMesh(plan), [plan]);
  const invalidate = useThree((state) => state.invalidate);
  useEffect(() => () => paper.dispose(), [paper]);

  // One pose a frame, and none where nothing has moved.
  const shown = useRef<{ readonly of: unknown; readonly position: number }>(undefined);
  useEffect(() => {
    invalidate();
    return tape.subscribe(() => invalidate());
  }, [tape, paper, invalidate]);
  useFrame(() => {
    const { position } = tape;
    if (shown.current?.of === paper && shown.current.position === position) return;
    shown.current = { of: paper, position };
    paper.place(poseOnTape(plan, position), position);
  });

  const step = useOnTape(tape, (position) => stepAt(plan, position) ?? -1);
  useEffect(() => {
    paper.point(step < 0 ? undefined : stepPlace(plan.run, step));
    invalidate();
  }, [plan, paper, step, invalidate]);

  usePaintedSheets(paper, { plan, placed, letters, poster, book, tape });

  useEffect(() => {
    paper.mark(lit === undefined ? [] : [plan.reading.pages[lit]?.face.panel ?? -1]);
    invalidate();
  }, [plan, paper, lit, invalidate]);

  const pointed = useRef<number>(undefined);
  const point = (page: number | undefined) => {
    if (pointed.current === page) return;
    pointed.current = page;
    onPoint(page);
  };
  return (
    <primitive
      object={paper.group}
      onPointerMove={(event: ThreeEvent<PointerEvent>) => {
        event.stopPropagation();
        const { panel, side } = paper.met(event.object, event.faceIndex!);
        // The face that looks at the eye; of a bare one, the page behind it.
        point(pageOfFace.get(`${panel}${side}`) ?? pageOfFace.get(`${panel}${side === 'A' ? 'B' : 'A'}`));
      }}
      onPointerOut={() => point(undefined)}
    />
  );
}

/** A soft patch of shade under the paper. */
function Table({ plan, tape }: BookViewProps) {
  const shade = useRef<Mesh>(null);
  useFrame(() => {
    const mesh = shade.current;
    if (!mesh) return;
    const box = extentOfStep(plan, tape.position);
    const size = box.getSize(new Vector3());
    const middle = box.getCenter(new Vector3());
    mesh.position.set(middle.x, middle.y, Math.min(box.min.z, 0) - 0.6);
    mesh.scale.set(Math.max(size.x, 20) * 0.62, Math.max(size.y, 20) * 0.66, 1);
  });
  return (
    <mesh ref={shade}>
      <circleGeometry args={[1, 48]} />
      <meshBasicMaterial color="#16261f" transparent opacity={0.1} />
    </mesh>
  );
}
