import {
  BackSide,
  BufferAttribute,
  BufferGeometry,
  CanvasTexture,
  Color,
  DynamicDrawUsage,
  FrontSide,
  Group,
  LineBasicMaterial,
  LineSegments,
  Mesh,
  MeshLambertMaterial,
  Sphere,
  SRGBColorSpace,
  Vector3,
} from 'three';
import { LineMaterial } from 'three/addons/lines/LineMaterial.js';
import { LineSegments2 } from 'three/addons/lines/LineSegments2.js';
import { LineSegmentsGeometry } from 'three/addons/lines/LineSegmentsGeometry.js';
import type { FoldedBook } from '@eight-up/core/forms/planned-book';
import { cutEdges } from '@eight-up/core/folding/cut-edges';
import type { Pose } from '@eight-up/core/folding/poses';
import type { SheetSide } from '@eight-up/core/folding/hold';
import { moveSpot } from '@eight-up/core/folding/rigid';
import type { StepPlace } from '@eight-up/core/folding/step-place';
import { stretchesAt, threadSpots } from '@eight-up/core/folding/thread-pose';
import { LINE_CODE } from '@eight-up/core/output/line-code';
import { endsOf } from '@eight-up/core/geometry/outline';
import { STEP_LIGHT } from '../sheet-view/step-colours.ts';

const INK = '#16261f';
const BLADE = '#c2410c';
const WHITE = new Color('#ffffff');
const BACK = new Color('#e4e1d6');
/** Tints laid over a face: the page pointed at, and what is glued. */
const POINTED_AT = new Color('#9fd6cc');
const GLUE = new Color('#e2b44f');
/** Millimetres between layers, so that a pile shows its leaves and no two faces share a plane. */
const LAYER = 0.22;

interface Spot2 {
  readonly x: number;
  readonly y: number;
}

/** A stretch on a panel of the unfolded sheet, in millimetres. */
interface Stretch {
  readonly panel: number;
  readonly ends: readonly Spot2[];
}

/** The paper never leaves the picture: what draws it is not asked to find out. */
const EVERYWHERE = new Sphere(new Vector3(), Infinity);

/**
 * All panels of a book as one body: a mesh for the faces A, one for the faces B, lines for outlines and cuts, and a broad line for what a step
 * lights up. Few things to draw, however many panels; the places of all corners are written anew for each pose.
 */
export class PaperMesh {
  readonly group = new Group();
  private readonly plan: FoldedBook;
  private readonly corners: readonly (readonly Spot2[])[];
  private readonly firstCorner: readonly number[];
  private readonly panelOfTriangle: readonly number[];
  private readonly position: BufferAttribute;
  private readonly normal: BufferAttribute;
  /** sheets without a picture share one look */
  private readonly bare: Readonly<Record<SheetSide, MeshLambertMaterial>>;
  private readonly faces: Readonly<Record<SheetSide, Mesh<BufferGeometry, MeshLambertMaterial[]>>>;
  private readonly cuts: readonly (Stretch & { readonly cut: number })[];
  private readonly cutLines: LineSegments<BufferGeometry, LineBasicMaterial>;
  private readonly edges: LineSegments<BufferGeometry, LineBasicMaterial>;
  private readonly light: LineSegments2;
  private readonly thread: LineSegments2;
  private lit: readonly Stretch[] = [];
  private glued: StepPlace['faces'] = [];
  private pointedAt: readonly number[] = [];
  private last: Pose | undefined;

  constructor(plan: FoldedBook) {
    this.plan = plan;
    const { laid } = plan.run;
    const mm = 1e-6 / laid.scale;
    this.corners = laid.panels.map(({ outline }) => outline.map(({ x, y }) => ({ x: x * mm, y: y * mm })));
    let count = 0;
    this.firstCorner = this.corners.map((outline) => (count += outline.length) - outline.length);
    const dynamic = (size: number) =>
      new BufferAttribute(new Float32Array(count * size), size).setUsage(DynamicDrawUsage);
    this.position = dynamic(3);
    this.normal = dynamic(3);
    const uv = new BufferAttribute(
      new Float32Array(
        this.corners.flatMap((outline, i) => {
          const { width, height } = laid.sheets[laid.panels[i]!.sheet]!;
          return outline.flatMap(({ x, y }) => [x / (width * mm), 1 - y / (height * mm)]);
        }),
      ),
      2,
    );
    // Sheet by sheet, so that each can have a picture of its own. Convex, so a fan fills a panel; the outline runs clockwise as seen with
    // y downwards, which is what faces up here once y is turned.
    const bySheet = laid.sheets.map((_, of) =>
      laid.panels.flatMap((panel, i) =>
        panel.sheet === of
          ? this.corners[i]!.slice(2).map((_, k) => ({
              panel: i,
              fan: [0, k + 2, k + 1].map((at) => this.firstCorner[i]! + at),
            }))
          : [],
      ),
    );
    this.panelOfTriangle = bySheet.flat().map(({ panel }) => panel);
    const index = new BufferAttribute(new Uint32Array(bySheet.flat().flatMap(({ fan }) => fan)), 1);
    const face = (bare: MeshLambertMaterial) => {
      const geometry = new BufferGeometry();
      geometry.setIndex(index);
      geometry.setAttribute('position', this.position);
      geometry.setAttribute('normal', this.normal);
      geometry.setAttribute('uv', uv);
      geometry.setAttribute('color', new BufferAttribute(new Float32Array(count * 3).fill(1), 3));
      let start = 0;
      bySheet.forEach((triangles, i) => {
        geometry.addGroup(start, 3 * triangles.length, i);
        start += 3 * triangles.length;
      });
      geometry.boundingSphere = EVERYWHERE;
      return unculled(
        new Mesh(
          geometry,
          bySheet.map(() => bare),
        ),
      );
    };
    const look = (side: typeof FrontSide | typeof BackSide, color: Color) =>
      new MeshLambertMaterial({ side, vertexColors: true, color });
    this.bare = { A: look(FrontSide, WHITE), B: look(BackSide, BACK) };
    this.faces = { A: face(this.bare.A), B: face(this.bare.B) };
    this.edges = this.outlines();
    this.cuts = laid.panels
      .flatMap((_, panel) => cutEdges(plan.run, panel).map(({ cut, ends }) => ({ panel, cut, ends })))
      .sort((one, other) => one.cut - other.cut);
    const cutGeometry = new BufferGeometry();
    cutGeometry.setAttribute('position', new BufferAttribute(new Float32Array(this.cuts.length * 6), 3));
    this.cutLines = unseenByPointer(unculled(new LineSegments(cutGeometry, new LineBasicMaterial({ color: BLADE }))));
    this.light = unseenByPointer(
      unculled(
        new LineSegments2(
          new LineSegmentsGeometry(),
          new LineMaterial({
            vertexColors: true,
            linewidth: 6,
            polygonOffset: true,
            polygonOffsetFactor: -6,
            polygonOffsetUnits: -60,
          }),
        ),
      ),
    );
    this.light.visible = false;
    this.thread = this.threadLines();
    this.group.add(this.faces.A, this.faces.B, this.edges, this.cutLines, this.light, this.thread);
  }

  private outlines() {
    const geometry = new BufferGeometry();
    geometry.setAttribute('position', this.position);
    geometry.setIndex(
      this.corners.flatMap((outline, i) =>
        outline.flatMap((_, k) => [this.firstCorner[i]! + k, this.firstCorner[i]! + ((k + 1) % outline.length)]),
      ),
    );
    return unseenByPointer(unculled(new LineSegments(geometry, new LineBasicMaterial({ color: INK }))));
  }

  private threadLines(): LineSegments2 {
    const geometry = new LineSegmentsGeometry();
    const { sewn } = this.plan.run;
    if (sewn.length > 0) geometry.setPositions(sewn.flatMap(() => [0, 0, 0, 0, 0, 0]));
    const lines = new LineSegments2(geometry, new LineMaterial({ color: LINE_CODE.thread.colour, linewidth: 3.4 }));
    lines.visible = false;
    return unseenByPointer(unculled(lines));
  }

  /** Draws as much thread as has gone through by then. */
  private placeThread(pose: Pose, position: number): void {
    const { run } = this.plan;
    const drawn = stretchesAt(run, position);
    this.thread.visible = drawn > 0;
    if (drawn === 0) return;
    const { data } = this.thread.geometry.getAttribute('instanceStart') as unknown as {
      readonly data: { readonly array: Float32Array; needsUpdate: boolean };
    };
    run.sewn
      .slice(0, drawn)
      .forEach((stretch, i) =>
        threadSpots(run, stretch, pose, LAYER).forEach(({ x, y, z }, k) => data.array.set([x, -y, z], 6 * i + 3 * k)),
      );
    data.needsUpdate = true;
    this.thread.geometry.instanceCount = drawn;
  }

  /** Puts every corner where a pose has it; `position` on the tape says which cuts have been begun. */
  place(pose: Pose, position: number): void {
    this.last = pose;
    this.corners.forEach((outline, i) => {
      const m = pose.panels[i]!;
      const first = this.firstCorner[i]!;
      outline.forEach((corner, k) => {
        this.position.setXYZ(first + k, ...this.inWorld(i, corner, 0));
        this.normal.setXYZ(first + k, m[2]!, -m[6]!, m[10]!);
      });
    });
    this.position.needsUpdate = this.normal.needsUpdate = true;
    const { cutSteps } = this.plan.run;
    const begun = this.cuts.filter(({ cut }) => position > cutSteps[cut]!).length;
    this.cutLines.visible = begun > 0;
    if (begun > 0) {
      const places = this.cutLines.geometry.getAttribute('position') as BufferAttribute;
      this.cuts
        .slice(0, begun)
        .forEach(({ panel, ends }, i) =>
          ends.forEach((end, k) => places.setXYZ(2 * i + k, ...this.inWorld(panel, end, 0.15))),
        );
      places.needsUpdate = true;
      this.cutLines.geometry.setDrawRange(0, 2 * begun);
    }
    this.placeLight();
    this.placeThread(pose, position);
  }

  /** A spot of a panel, `above` its face A, where the pose has it. The core's y runs downwards; layers stay apart however the paper stands. */
  private inWorld(panel: number, { x, y }: Spot2, above: number): [number, number, number] {
    const spot = moveSpot(this.last!.panels[panel]!, { x, y, z: this.last!.lifts[panel]! * LAYER + above });
    return [spot.x, -spot.y, spot.z];
  }

  private placeLight(): void {
    if (!this.last || this.lit.length === 0) return;
    const { data } = this.light.geometry.getAttribute('instanceStart') as unknown as {
      readonly data: { readonly array: Float32Array; needsUpdate: boolean };
    };
    this.lit.forEach(({ panel, ends }, i) =>
      ends.forEach((end, k) => data.array.set(this.inWorld(panel, end, 0), 6 * i + 3 * k)),
    );
    data.needsUpdate = true;
  }

  /** Lights what a step is about; undefined: nothing. */
  point(place: StepPlace | undefined): void {
    const { run } = this.plan;
    const mm = 1e-6 / run.laid.scale;
    const made = new Set(place?.cuts.map((cut) => run.cuts.findIndex(({ segment }) => segment === cut)));
    const creases = (place?.creases ?? []).map(({ panel, segment }): Stretch => ({
      panel,
      ends: endsOf(segment).map(({ x, y }) => ({ x: x * mm, y: y * mm })),
    }));
    const cuts = this.cuts.filter(({ cut }) => made.has(cut));
    this.lit = [...creases, ...cuts];
    const [crease, cut] = [new Color(STEP_LIGHT.crease), new Color(STEP_LIGHT.cut)];
    this.light.visible = this.lit.length > 0;
    if (this.light.visible) {
      this.light.geometry.dispose();
      this.light.geometry = new LineSegmentsGeometry();
      this.light.geometry.setPositions(this.lit.flatMap(() => [0, 0, 0, 0, 0, 0]));
      this.light.geometry.setColors(
        this.lit.flatMap((_, i) => [...(i < creases.length ? crease : cut), ...(i < creases.length ? crease : cut)]),
      );
      this.placeLight();
    }
    this.glued = place?.faces ?? [];
    this.tint();
  }

  /** Marks the panels that carry the page pointed at. */
  mark(panels: readonly number[]): void {
    this.pointedAt = panels;
    this.tint();
  }

  private tint(): void {
    for (const side of ['A', 'B'] as const) {
      const colours = this.faces[side].geometry.getAttribute('color') as BufferAttribute;
      this.corners.forEach((outline, panel) => {
        const glued = this.glued.some((one) => one.panel === panel && one.side === side);
        const { r, g, b } = glued ? GLUE : this.pointedAt.includes(panel) && side === 'A' ? POINTED_AT : WHITE;
        outline.forEach((_, k) => colours.setXYZ(this.firstCorner[panel]! + k, r, g, b));
      });
      colours.needsUpdate = true;
    }
  }

  /** The picture of one face of one sheet, or bare paper. */
  show(sheet: number, side: SheetSide, painted: HTMLCanvasElement | undefined): void {
    const looks = this.faces[side].material;
    const before = looks[sheet]!;
    const bare = this.bare[side];
    before.map?.dispose();
    if (!painted) {
      if (before !== bare) before.dispose();
      looks[sheet] = bare;
      return;
    }
    const picture = new CanvasTexture(painted);
    picture.colorSpace = SRGBColorSpace;
    picture.anisotropy = 8;
    if (before === bare) looks[sheet] = new MeshLambertMaterial({ side: bare.side, vertexColors: true, map: picture });
    else before.map = picture;
  }

  /** Which face a pointer has met, by the object and the triangle. */
  met(object: unknown, triangle: number): { readonly panel: number; readonly side: SheetSide } {
    return { panel: this.panelOfTriangle[triangle]!, side: object === this.faces.A ? 'A' : 'B' };
  }

  dispose(): void {
    for (const { geometry, material } of [
      this.faces.A,
      this.faces.B,
      this.edges,
      this.cutLines,
      this.light,
      this.thread,
    ]) {
      geometry.dispose();
      for (const one of [material].flat()) {
        if (one instanceof MeshLambertMaterial) one.map?.dispose();
        one.dispose();
      }
    }
    this.bare.A.dispose();
    this.bare.B.dispose();
  }
}

function unculled<T extends { frustumCulled: boolean }>(object: T): T {
  object.frustumCulled = false;
  return object;
}

function unseenByPointer<T extends { raycast: (...args: never[]) => void }>(object: T): T {
  object.raycast = () => undefined;
  return object;
}
