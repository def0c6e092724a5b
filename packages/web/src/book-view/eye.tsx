import { useEffect, useEffectEvent, useRef } from 'react';
import { useFrame, useThree } from '@react-three/fiber';
import { type Box3, type PerspectiveCamera, Vector3 } from 'three';
import { OrbitControls } from 'three/addons/controls/OrbitControls.js';
import { eyeFor, FROM_THE_CHAIR } from '@eight-up/core/folding/eye';
import { extentOfStep } from './extents.ts';
import { stepAt, type BookViewProps } from './props.ts';

const UP = new Vector3(0, 0, 1);
const stillness = window.matchMedia('(prefers-reduced-motion: reduce)');
/** How quickly the eye gets to where it should be, a second. */
const PACE = 8;
/** Room left around the paper. */
const AIR = 1.1;

/** Where the maker has dragged the eye to: good until the next step. */
interface OwnPlace {
  readonly step: number | undefined;
  readonly direction: Vector3;
  /** how much nearer or farther than usual */
  readonly zoom: number;
}

interface Wanted {
  readonly centre: Vector3;
  readonly direction: Vector3;
  readonly distance: number;
}

/** How far the eye must be to have a box in view, looking against `direction`. */
function distanceTo(box: Box3, direction: Vector3, fovDegrees: number, aspect: number): number {
  const right = new Vector3().crossVectors(UP, direction).normalize();
  const up = new Vector3().crossVectors(direction, right);
  const reach = Math.tan((fovDegrees * Math.PI) / 360);
  const half = box.getSize(new Vector3()).multiplyScalar(0.5);
  let most = 0;
  for (const x of [-1, 1])
    for (const y of [-1, 1])
      for (const z of [-1, 1]) {
        const corner = new Vector3(x * half.x, y * half.y, z * half.z);
        const across = Math.max(Math.abs(corner.dot(up)) / reach, Math.abs(corner.dot(right)) / (reach * aspect));
        most = Math.max(most, corner.dot(direction) + AIR * across);
      }
  return most;
}

/** Looks at the paper from the maker's chair, or from where a step shows best, near enough to fill the view; dragging moves the eye until the next step. */
export function Eye({ plan, tape }: Pick<BookViewProps, 'plan' | 'tape'>) {
  const { camera, gl, invalidate, size } = useThree();
  const controls = useRef<OrbitControls>(null);
  const own = useRef<OwnPlace>(undefined);
  const held = useRef(false);
  const placed = useRef(false);
  const kept = useRef<{ readonly key: string; readonly wanted: Wanted }>(undefined);

  const wanted = (): Wanted => {
    const step = stepAt(plan, tape.position);
    if (own.current?.step !== step) own.current = undefined;
    const key = `${Math.floor(tape.position)} ${Math.ceil(tape.position)} ${size.width} ${size.height}`;
    if (kept.current?.key !== key) {
      const from = step === undefined ? FROM_THE_CHAIR : eyeFor(plan.run, step);
      const direction = new Vector3(from.x, -from.y, from.z);
      const box = extentOfStep(plan, tape.position);
      const { fov } = camera as PerspectiveCamera;
      const distance = distanceTo(box, direction, fov, size.width / size.height);
      kept.current = { key, wanted: { centre: box.getCenter(new Vector3()), direction, distance } };
    }
    const { centre, direction, distance } = kept.current.wanted;
    return own.current
      ? { centre, direction: own.current.direction, distance: distance * own.current.zoom }
      : { centre, direction, distance };
  };
  const keepOwn = useEffectEvent(() => {
    held.current = false;
    own.current = undefined;
    const { distance } = wanted();
    const offset = camera.position.clone().sub(controls.current!.target);
    own.current = {
      step: stepAt(plan, tape.position),
      direction: offset.clone().normalize(),
      zoom: offset.length() / distance,
    };
  });

  useEffect(() => {
    const orbit = new OrbitControls(camera, gl.domElement);
    orbit.enablePan = false;
    orbit.minPolarAngle = 0.05;
    orbit.maxPolarAngle = Math.PI * 0.62;
    orbit.addEventListener('change', () => invalidate());
    orbit.addEventListener('start', () => (held.current = true));
    orbit.addEventListener('end', () => keepOwn());
    controls.current = orbit;
    return () => orbit.dispose();
  }, [camera, gl, invalidate]);
  useEffect(() => {
    kept.current = undefined;
    invalidate();
  }, [plan, size, invalidate]);
  useFrame((_, seconds) => {
    const orbit = controls.current;
    if (!orbit || held.current) return;
    const { centre, direction, distance } = wanted();
    if (!placed.current) {
      placed.current = true;
      camera.up.copy(UP);
      orbit.target.copy(centre);
      camera.position.copy(centre).addScaledVector(direction, distance);
      orbit.update();
      invalidate();
      return;
    }
    const offset = camera.position.clone().sub(orbit.target);
    const goal = direction.clone().multiplyScalar(distance);
    if (orbit.target.distanceTo(centre) + offset.distanceTo(goal) < distance / 250) return;
    // A frame after a pause counts as one frame.
    const share = stillness.matches ? 1 : 1 - Math.exp(-PACE * Math.min(seconds, 0.05));
    const length = offset.length() + (distance - offset.length()) * share;
    orbit.target.lerp(centre, share);
    offset.normalize().lerp(direction, share).setLength(length);
    camera.position.copy(orbit.target).add(offset);
    orbit.update();
    invalidate();
  });
  return null;
}
