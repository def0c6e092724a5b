import { useEffect, useEffectEvent, useMemo, useRef, useState } from 'react';
import { Canvas, useFrame, useThree, type ThreeEvent } from '@react-three/fiber';
import {
  Box3,
  BufferAttribute,
  BufferGeometry,
  CanvasTexture,
  Color,
  FrontSide,
  BackSide,
  Group,
  Line,
  LineBasicMaterial,
  LineLoop,
  Matrix4,
  Mesh,
  MeshLambertMaterial,
  SRGBColorSpace,
  type PerspectiveCamera,
  Vector3,
} from 'three';
import { OrbitControls } from 'three/addons/controls/OrbitControls.js';
import type { FoldedBook } from '@eight-up/core/forms/planned-book';
import { cutEdges } from '@eight-up/core/folding/cut-edges';
import { poseOnTape } from '@eight-up/core/folding/rehearsal';
import type { Pose } from '@eight-up/core/folding/poses';
import type { BookViewProps } from './props.ts';
import { paintPoster, paintSheet, type FaceOfBook } from './sheet-texture.ts';

const INK = new Color('#16261f');
const BACK = new Color('#e4e1d6');
const WHITE = new Color('#ffffff');
const BLADE = new Color('#c2410c');
/** Millimetres between layers, so that a pile shows its leaves and no two faces share a plane. */
const LAYER = 0.22;

/** The rehearsal in three dimensions. World: x to the right, y away from the maker, z up. */
export function Scene(props: BookViewProps) {
  return (
    <Canvas
      frameloop="demand"
      dpr={[1, 2]}
      camera={{ fov: 32, near: 1, far: 8000, up: [0, 0, 1] }}
      gl={{ antialias: true, alpha: true }}
      shadows={false}
    >
      <ambientLight intensity={1.9} />
      <directionalLight position={[-200, -300, 600]} intensity={1.3} />
      <Paper {...props} />
      <Table {...props} />
      <Eye {...props} />
    </Canvas>
  );
}

function Paper({ plan, placed, letters, poster, book, position, lit, onPoint }: BookViewProps) {
  const faces = useMemo(
    () =>
      Array.from({ length: plan.run.sheet.sheets }, (_, sheet) =>
        plan.form.printed(plan.parameters).map((side): FaceOfBook => ({ sheet, side })),
      ).flat(),
    [plan],
  );
  const textures = useTextures(
    (show) =>
      faces.forEach((face, i) => void paintSheet(plan, placed, letters, book, face, (canvas) => show(i, canvas))),
    [plan, placed, letters, book, faces],
  );
  const [hung] = useTextures(
    (show) => void (poster && paintPoster(plan, poster, book, (canvas) => show(0, canvas))),
    [plan, poster, book],
  );
  const pageOfFace = useMemo(
    () => new Map(plan.reading.pages.map(({ face }, page) => [`${face.panel}${face.side}`, page])),
    [plan],
  );
  const parts = useMemo(() => plan.run.sheet.panels.map((_, i) => panelParts(plan, i)), [plan]);
  const invalidate = useThree((state) => state.invalidate);
  useEffect(() => () => parts.forEach((part) => part.dispose()), [parts]);

  useEffect(() => {
    const pose = poseOnTape(plan, position);
    parts.forEach((part, i) => part.place(pose, i, position));
    invalidate();
  }, [plan, parts, position, invalidate]);

  useEffect(() => {
    const of = (panel: number, side: FaceOfBook['side']) =>
      textures[faces.findIndex((face) => face.sheet === plan.run.sheet.panels[panel]!.sheet && face.side === side)];
    parts.forEach((part, i) =>
      part.show(
        of(i, 'A'),
        of(i, 'B') ?? (poster ? hung : undefined),
        lit !== undefined && (pageOfFace.get(`${i}A`) === lit || pageOfFace.get(`${i}B`) === lit),
      ),
    );
    invalidate();
  }, [plan, parts, faces, textures, hung, poster, lit, pageOfFace, invalidate]);

  const point = (i: number) => ({
    onPointerOver: (event: ThreeEvent<PointerEvent>) => {
      event.stopPropagation();
      // The face that looks at the eye: the one whose outside was met.
      const behind = event.face !== undefined && event.face !== null && facesAway(event);
      onPoint(pageOfFace.get(`${i}${behind ? 'B' : 'A'}`) ?? pageOfFace.get(`${i}${behind ? 'A' : 'B'}`));
    },
    onPointerOut: () => onPoint(undefined),
  });
  return (
    <>
      {parts.map((part, i) => (
        <primitive key={i} object={part.group} {...point(i)} />
      ))}
    </>
  );
}

/** Whether the pointer meets a panel from behind. */
function facesAway(event: ThreeEvent<PointerEvent>): boolean {
  const normal = event.face!.normal.clone().transformDirection(event.object.matrixWorld);
  return normal.dot(event.ray.direction) > 0;
}

/** The first three rows of a matrix. */
type Twelve = [number, number, number, number, number, number, number, number, number, number, number, number];

/** One panel: a face with its picture, the bare back, and its outline. */
function panelParts(plan: FoldedBook, index: number) {
  const { sheet } = plan.run;
  const mm = 1e-6 / sheet.scale;
  const [w, h] = [sheet.width * mm, sheet.height * mm];
  const corners = sheet.panels[index]!.outline.map((p) => ({ x: p.x * mm, y: p.y * mm }));
  const geometry = new BufferGeometry();
  geometry.setAttribute(
    'position',
    new BufferAttribute(new Float32Array(corners.flatMap(({ x, y }) => [x, -y, 0])), 3),
  );
  geometry.setAttribute(
    'uv',
    new BufferAttribute(new Float32Array(corners.flatMap(({ x, y }) => [x / w, 1 - y / h])), 2),
  );
  // Convex, so a fan fills it; the outline runs clockwise as seen with y downwards, which is what faces up here once y is turned.
  geometry.setIndex(corners.slice(2).flatMap((_, i) => [0, i + 2, i + 1]));
  geometry.computeVertexNormals();
  const front = new MeshLambertMaterial({ side: FrontSide, color: '#ffffff' });
  const back = new MeshLambertMaterial({
    side: BackSide,
    color: BACK,
  });
  const line = new LineBasicMaterial({ color: INK });
  const group = new Group();
  group.matrixAutoUpdate = false;
  group.add(new Mesh(geometry, front), new Mesh(geometry, back), new LineLoop(geometry, line));
  (group.children[2] as LineLoop).raycast = () => undefined;
  const outline = new BufferGeometry();
  outline.setAttribute('position', geometry.getAttribute('position'));
  (group.children[2] as LineLoop).geometry = outline;
  const blade = new LineBasicMaterial({ color: BLADE });
  const cuts = cutEdges(plan.run, index).map(({ slit, ends }) => {
    const stretch = new BufferGeometry().setFromPoints(ends.map(({ x, y }) => new Vector3(x, -y, 0.15)));
    const cut = new Line(stretch, blade);
    cut.raycast = () => undefined;
    group.add(cut);
    return { line: cut, step: plan.run.slitSteps[slit]! };
  });
  return {
    group,
    place(pose: Pose, i: number, position: number) {
      cuts.forEach(({ line: cut, step }) => (cut.visible = position > step));
      const m = pose.panels[i]!;
      // Along the panel's own normal, before the move: layers stay apart however the paper stands.
      const lift = pose.lifts[i]! * LAYER;
      // The core's y runs downwards: turned on both sides of the move.
      group.matrix
        .set(
          ...([m[0], -m[1]!, m[2], m[3], -m[4]!, m[5], -m[6]!, -m[7]!, m[8], -m[9]!, m[10], m[11]] as Twelve),
          0,
          0,
          0,
          1,
        )
        .multiply(new Matrix4().makeTranslation(0, 0, lift));
      group.matrixWorldNeedsUpdate = true;
    },
    show(texture: CanvasTexture | undefined, behind: CanvasTexture | undefined, lit: boolean) {
      front.map = texture ?? null;
      back.map = behind ?? null;
      back.color = behind ? WHITE : BACK;
      back.needsUpdate = true;
      front.emissive = new Color(lit ? '#0c6b63' : '#000000');
      front.emissiveIntensity = lit ? 0.55 : 0;
      front.needsUpdate = true;
    },
    dispose() {
      geometry.dispose();
      outline.dispose();
      front.dispose();
      back.dispose();
      line.dispose();
      blade.dispose();
      cuts.forEach(({ line: cut }) => cut.geometry.dispose());
    },
  };
}

/** Textures from what is painted, by their place; replaced as they are painted on, old ones given back. */
function useTextures(
  paint: (show: (place: number, canvas: HTMLCanvasElement) => void) => void,
  on: readonly unknown[],
): readonly (CanvasTexture | undefined)[] {
  const [textures, setTextures] = useState<readonly (CanvasTexture | undefined)[]>([]);
  const start = useEffectEvent(paint);
  useEffect(() => {
    let current = true;
    const made: CanvasTexture[] = [];
    start((place, canvas) => {
      if (!current) return;
      const painted = new CanvasTexture(canvas);
      painted.colorSpace = SRGBColorSpace;
      painted.anisotropy = 8;
      made.push(painted);
      setTextures((old) => Object.assign([...old], { [place]: painted }));
    });
    return () => {
      current = false;
      made.forEach((old) => old.dispose());
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- what is painted depends on what the caller says it does
  }, on);
  return textures;
}

/** What the paper covers at a position, in world coordinates. */
function extentOf(plan: FoldedBook, position: number): Box3 {
  const { sheet } = plan.run;
  const mm = 1e-6 / sheet.scale;
  const pose = poseOnTape(plan, position);
  const box = new Box3();
  const spot = new Vector3();
  sheet.panels.forEach((panel, i) => {
    const m = pose.panels[i]!;
    for (const p of panel.outline) {
      const [x, y] = [p.x * mm, p.y * mm];
      box.expandByPoint(
        spot.set(m[0]! * x + m[1]! * y + m[3]!, -(m[4]! * x + m[5]! * y + m[7]!), m[8]! * x + m[9]! * y + m[11]!),
      );
    }
  });
  return box;
}

/** A soft patch of shade under the paper. */
function Table({ plan, position }: BookViewProps) {
  const box = useMemo(() => extentOf(plan, position), [plan, position]);
  const size = box.getSize(new Vector3());
  const middle = box.getCenter(new Vector3());
  return (
    <mesh
      position={[middle.x, middle.y, Math.min(box.min.z, 0) - 0.6]}
      scale={[Math.max(size.x, 20) * 0.62, Math.max(size.y, 20) * 0.66, 1]}
    >
      <circleGeometry args={[1, 48]} />
      <meshBasicMaterial color="#16261f" transparent opacity={0.1} />
    </mesh>
  );
}

/** Looks at the paper from the maker's chair, near enough to fill the view; dragging moves the chair. */
function Eye({ plan, position }: BookViewProps) {
  const { camera, gl, invalidate, size } = useThree();
  const controls = useRef<OrbitControls>(null);
  const wanted = useRef({ centre: new Vector3(), distance: 400 });
  const placed = useRef(false);
  useEffect(() => {
    const orbit = new OrbitControls(camera, gl.domElement);
    orbit.enablePan = false;
    orbit.minPolarAngle = 0.05;
    orbit.maxPolarAngle = Math.PI * 0.62;
    orbit.addEventListener('change', () => invalidate());
    controls.current = orbit;
    return () => orbit.dispose();
  }, [camera, gl, invalidate]);
  useEffect(() => {
    // Looks at the whole step, not at its every instant, so that the picture does not swim.
    const box = extentOf(plan, Math.floor(position)).union(extentOf(plan, Math.ceil(position)));
    const radius = box.getSize(new Vector3()).length() / 2;
    const { fov } = camera as PerspectiveCamera;
    const narrow = Math.min(1, size.width / size.height);
    wanted.current = {
      centre: box.getCenter(new Vector3()),
      distance: (radius * 1.04) / Math.sin((fov * Math.PI) / 360) / narrow,
    };
    invalidate();
  }, [plan, position, camera, size, invalidate]);
  useFrame(() => {
    const orbit = controls.current;
    if (!orbit) return;
    if (!placed.current) {
      placed.current = true;
      camera.up.set(0, 0, 1);
      camera.position
        .copy(wanted.current.centre)
        .add(new Vector3(-0.22, -0.72, 0.82).normalize().multiplyScalar(wanted.current.distance));
      orbit.target.copy(wanted.current.centre);
      orbit.update();
      invalidate();
      return;
    }
    const offset = camera.position.clone().sub(orbit.target);
    const near = orbit.target.distanceTo(wanted.current.centre) + Math.abs(offset.length() - wanted.current.distance);
    if (near < 0.2) return;
    const step = window.matchMedia('(prefers-reduced-motion: reduce)').matches ? 1 : 0.16;
    orbit.target.lerp(wanted.current.centre, step);
    offset.setLength(offset.length() + (wanted.current.distance - offset.length()) * step);
    camera.position.copy(orbit.target).add(offset);
    orbit.update();
    invalidate();
  });
  return null;
}
