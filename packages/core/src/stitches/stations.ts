import { choice, count, length } from '../forms/parameters.ts';
import { fail, ok, type Result } from '../result.ts';
import { mm, nm, type Nm } from '../units/nm.ts';

/** How the places of sewing holes are found: evenly, between two insets, by folding a template, or so far apart. */
export const SCHOOLS = ['inset', 'even', 'template', 'pitch'] as const;
export type School = (typeof SCHOOLS)[number];

/** What every stitch with stations asks. */
export const stationParameters = (from: number, to: number, usual: number) => ({
  stations: count(from, to, usual),
  school: choice(SCHOOLS, 'inset'),
  inset: length(mm(3), mm(200), mm(15), { only: { school: ['inset', 'template'] } }),
  pitch: length(mm(4), mm(300), mm(30), { only: { school: ['pitch'] } }),
});

/** Where the holes are wanted. */
export interface StationsAsked {
  readonly stations: number;
  readonly school: School;
  /** nanometres, as a stitch's parameters have them */
  readonly inset: number;
  readonly pitch: number;
}

/** Nearer to one another holes tear into one slot, nearer to head or tail they tear out (ours). */
export const LEAST_APART = mm(4);
export const LEAST_FROM_END = mm(3);

export type StationsProblem =
  /** distances in nanometres: from the head to the first, between the two nearest, on a fold of that height */
  | {
      readonly code: 'stations-do-not-fit';
      readonly stations: number;
      readonly height: Nm;
      readonly first: Nm;
      readonly apart: Nm;
    }
  /** a template folded in halves has 3, 5 or 9 */
  | { readonly code: 'stations-not-folded'; readonly stations: number; readonly nearest: number };

const FOLDED = [3, 5, 9];

/**
 * Stations on a fold of a height, from its head. n of them on height H: even, i·H/(n+1); inset by e, e + (i−1)(H−2e)/(n−1); folded template, e, the folds
 * of halving, H − e; by pitch p, the rest shared at the ends, (H − (n−1)p)/2 + (i−1)p. (Field usage; each rounded to a nanometre by itself.)
 */
export function stationsOn(
  height: Nm,
  { stations, school, inset, pitch }: StationsAsked,
): Result<readonly Nm[], StationsProblem> {
  if (school === 'template' && !FOLDED.includes(stations)) {
    const away = (of: number) => Math.abs(of - stations);
    const nearest = FOLDED.reduce((best, one) => (away(one) < away(best) ? one : best));
    return fail({ code: 'stations-not-folded', stations, nearest });
  }
  const end = (height - (stations - 1) * pitch) / 2;
  const place = (i: number): number => {
    switch (school) {
      case 'even':
        return ((i + 1) * height) / (stations + 1);
      case 'inset':
        return inset + (i * (height - 2 * inset)) / (stations - 1);
      case 'template':
        return i === 0 ? inset : i === stations - 1 ? height - inset : (i * height) / (stations - 1);
      case 'pitch':
        return end + i * pitch;
    }
  };
  const places = Array.from({ length: stations }, (_, i) => nm(Math.round(place(i))));
  const apart = nm(Math.min(...places.slice(1).map((one, i) => one - places[i]!)));
  const first = places[0]!;
  return first < LEAST_FROM_END || apart < LEAST_APART
    ? fail({ code: 'stations-do-not-fit', stations, height, first, apart })
    : ok(places);
}

/** Settings nearby under which stations fit, the nearest first. */
export function fittingStations(height: Nm, asked: StationsAsked, from: number, to: number): readonly StationsAsked[] {
  const fits = (one: StationsAsked): boolean => stationsOn(height, one).ok;
  const { stations } = asked;
  const counts = Array.from({ length: to - from + 1 }, (_, i) => from + i).sort(
    (one, other) => Math.abs(one - stations) - Math.abs(other - stations),
  );
  const withCount = counts.map((one) => ({ ...asked, stations: one })).find(fits);
  const nearer: readonly StationsAsked[] = [
    { ...asked, inset: nm(Math.floor(height / 8)) },
    { ...asked, pitch: nm(Math.floor((height - 2 * LEAST_FROM_END) / Math.max(1, stations - 1))) },
    { ...asked, school: 'inset' as const },
    { ...asked, school: 'even' as const },
  ];
  return [...(withCount ? [withCount] : []), ...nearer.filter(fits)];
}
