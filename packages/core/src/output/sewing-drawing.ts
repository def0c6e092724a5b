import { sidesAfter, stretchesOf, type FoldSide, type Hole, type Path } from '../stitches/path.ts';
import type { Staples } from '../stitches/sewing.ts';
import type { Nm } from '../units/nm.ts';
import type { Drawing, DrawItem, Spot2 } from './drawing.ts';

/** What is drawn of a fold: its stations, and so many passes of the needle. */
export interface SewingPicture {
  readonly height: Nm;
  readonly stations: readonly Nm[];
  readonly path: Path | undefined;
  readonly staples: Staples | undefined;
  readonly sections: number;
  /** whose inside is shown (from 1) */
  readonly section: number;
  /** passes that are made; the thread is tied once all are */
  readonly passes: number;
}

export interface SewingLetters {
  readonly inside: string;
  readonly outside: string;
}

/** A hole as it is drawn on one side. */
export interface DrawnHole {
  readonly side: FoldSide;
  readonly hole: Hole;
  readonly at: Spot2;
}

export interface SewingDrawn extends Drawing {
  readonly holes: readonly DrawnHole[];
  /** its thread by itself */
  readonly thread: Drawing;
  /** where the needle is */
  readonly needle: Spot2 | undefined;
  /** one hundredth of the fold's height: what everything is drawn in */
  readonly unit: number;
}

/** Hundredths of the fold's height: a view's width, the room between both, the room above. */
const [VIEW, BETWEEN, ABOVE] = [46, 8, 9];

/** The fold from inside and from outside at once, head up: a section open in its middle beside its spine, or beside the spine of all sections. */
export function sewingDrawing(picture: SewingPicture, letters: SewingLetters): SewingDrawn {
  const { height, stations, sections, path, passes } = picture;
  const unit = height / 100;
  const column = Math.min(8, (VIEW - 6) / sections);
  const x = (side: FoldSide, section: number): number =>
    unit *
    (side === 'inside'
      ? VIEW / 2
      : VIEW + BETWEEN + VIEW / 2 + (sections > 1 ? (section - (sections + 1) / 2) * column : 0));
  const y = (place: number): number => unit * ABOVE + place;
  const at = (side: FoldSide, { section, station }: Hole): Spot2 => ({
    x: x(side, section),
    y: y(stations[station - 1]!),
  });
  const view = (from: number, to: number): DrawItem => ({
    kind: 'area',
    tone: 'paper',
    outlined: true,
    points: [
      { x: from * unit, y: y(0) },
      { x: to * unit, y: y(0) },
      { x: to * unit, y: y(height) },
      { x: from * unit, y: y(height) },
    ],
  });
  const fold = (side: FoldSide, section: number): DrawItem => ({
    kind: 'line',
    layer: side === 'inside' ? 'valley' : 'mountain',
    points: [0, height].map((place) => ({ x: x(side, section), y: y(place) })),
  });
  const each = Array.from({ length: sections }, (_, i) => i + 1);
  const backs =
    sections > 1
      ? each.map((section) => {
          const middle = x('outside', section) / unit;
          return view(middle - column / 2, middle + column / 2);
        })
      : [view(VIEW + BETWEEN, 2 * VIEW + BETWEEN)];
  const holes = stations.flatMap((_, i): readonly DrawnHole[] => [
    {
      side: 'inside',
      hole: { section: picture.section, station: i + 1 },
      at: at('inside', { section: 1, station: i + 1 }),
    },
    ...each.map((section): DrawnHole => {
      const hole = { section, station: i + 1 };
      return { side: 'outside', hole, at: at('outside', hole) };
    }),
  ]);
  const dot = (spot: Spot2): DrawItem => ({
    kind: 'dot',
    layer: 'station',
    at: spot,
    radius: unit * 0.9,
    filled: true,
  });
  const title = (text: string, middle: number): DrawItem => ({
    kind: 'text',
    text,
    at: { x: middle * unit, y: unit * 4 },
    size: unit * 4.2,
    quarterTurns: 0,
    strong: true,
    from: 'middle',
  });
  const sides = path ? sidesAfter(path) : [];
  const made = path?.passes[passes - 1];
  const threads = path ? threadItems(picture, path, at, unit) : [];
  const size = { width: unit * (2 * VIEW + BETWEEN), height: unit * (ABOVE + 1) + height };
  const lastHole = path?.passes.slice(0, passes).findLast(({ kind }) => kind === 'through');
  return {
    ...size,
    thread: { ...size, items: threads },
    unit,
    holes,
    needle:
      made && lastHole && stations[lastHole.station - 1] !== undefined ? at(sides[passes - 1]!, lastHole) : undefined,
    items: [
      view(0, VIEW),
      ...backs,
      fold('inside', 1),
      ...each.map((section) => fold('outside', section)),
      title(letters.inside, VIEW / 2),
      title(letters.outside, VIEW + BETWEEN + VIEW / 2),
      ...numbers(picture, unit, y),
      ...threads,
      ...(picture.staples ? stapleItems(picture.staples, x, y, unit) : []),
      ...(picture.staples ? [] : holes.map(({ at: spot }) => dot(spot))),
    ],
  };
}

/** Between both views, where either hand finds them. */
function numbers({ stations }: SewingPicture, unit: number, y: (place: number) => number): readonly DrawItem[] {
  return stations.map((place, i) => ({
    kind: 'text',
    text: String(i + 1),
    at: { x: (VIEW + BETWEEN / 2) * unit, y: y(place) },
    size: unit * 4.4,
    quarterTurns: 0,
    strong: true,
    from: 'middle',
  }));
}

type Place = (side: FoldSide, hole: Hole) => Spot2;

function threadItems(
  { passes, section, sections, stations }: SewingPicture,
  path: Path,
  at: Place,
  unit: number,
): readonly DrawItem[] {
  const isThere = ({ station }: Hole): boolean => stations[station - 1] !== undefined;
  const drawn = stretchesOf(path).filter(
    ({ after, from, to }) =>
      after < passes - 1 + (passes === path.passes.length ? 1 : 0) && isThere(from) && isThere(to),
  );
  const line = (...points: readonly Spot2[]): DrawItem => ({ kind: 'line', layer: 'thread', points });
  const [first] = path.passes;
  // An end that goes back to be tied lies where the other one does.
  const last = drawn.some(({ closes }) => closes) ? first : path.passes.findLast(({ kind }) => kind === 'through');
  const endsAt = sidesAfter(path).at(-1);
  // The two ends lie on either side of a long stitch.
  const tail = (hole: Hole, side: FoldSide, toward: 1 | -1): DrawItem => {
    const spot = at(side, hole);
    return line(
      spot,
      { x: spot.x + toward * 4 * unit, y: spot.y + 2 * unit },
      { x: spot.x + toward * 7 * unit, y: spot.y + 5 * unit },
    );
  };
  const isSeen = (side: FoldSide, hole: Hole): boolean =>
    side === 'outside' || sections === 1 || hole.section === section;
  const stretches = drawn.flatMap(({ side, from, to, closes }): readonly DrawItem[] => {
    if (!isSeen(side, from)) return [];
    const [one, other] = [at(side, from), at(side, to)];
    // From hole to hole along the fold a little beside it; past other stations farther out, so that what is passed over stays in sight.
    const far = Math.abs(from.station - to.station);
    const out = from.section === to.section && far > 0 ? unit * (far > 1 ? 3 : closes ? -1.6 : 1.1) : 0;
    const [a, b] = [0.2, 0.8].map((t) => ({ x: one.x + out, y: one.y + (other.y - one.y) * t }));
    return [out === 0 ? line(one, other) : line(one, a!, b!, other)];
  });
  const links = path.passes.slice(0, passes).flatMap((pass, i): readonly DrawItem[] => {
    const before = path.passes[i - 1];
    if (!isThere(pass) || !before) return [];
    if (pass.kind === 'under') {
      const here = path.passes.slice(0, i).findLast(({ kind }) => kind === 'through')!;
      const [from, under] = [at('outside', here), at('outside', pass)];
      return [
        line({ x: from.x, y: from.y - unit }, { x: under.x - unit * 1.2, y: under.y }, { x: from.x, y: from.y + unit }),
      ];
    }
    if (before.kind !== 'through' || before.section !== pass.section || before.station !== pass.station) return [];
    const spot = at('outside', pass);
    return [line(spot, { x: spot.x + 2 * unit, y: spot.y - unit }, { x: spot.x + 2 * unit, y: spot.y + unit }, spot)];
  });
  const ends = [
    ...(first && passes > 0 && isThere(first) && isSeen(path.begins, first) ? [tail(first, path.begins, -1)] : []),
    ...(last && passes === path.passes.length && isThere(last) && endsAt !== undefined && isSeen(endsAt, last)
      ? [tail(last, endsAt, 1)]
      : []),
  ];
  return [...stretches, ...links, ...ends];
}

function stapleItems(
  { legs }: Staples,
  x: (side: FoldSide, section: number) => number,
  y: (place: number) => number,
  unit: number,
): readonly DrawItem[] {
  const line = (side: FoldSide, places: readonly (readonly [number, number])[]): DrawItem => ({
    kind: 'line',
    layer: 'thread',
    points: places.map(([beside, place]) => ({ x: x(side, 1) + beside * unit, y: y(place) })),
  });
  return legs.flatMap(([from, to]) => [
    line('outside', [
      [0, from],
      [0, to],
    ]),
    line('inside', [
      [0, from],
      [0.6, (3 * from + to) / 4],
    ]),
    line('inside', [
      [0, to],
      [0.6, (from + 3 * to) / 4],
    ]),
  ]);
}
