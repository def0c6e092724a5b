import { parameters, type ParametersOf } from '../forms/parameters.ts';
import type { Pass, Path } from './path.ts';
import { stationParameters } from './stations.ts';
import type { Stitch } from './stitch.ts';

const declared = parameters(stationParameters(2, 11, 5));

/**
 * Section after section, to and fro. The first leaves a loop at each station between the ends; every next one comes out at each station, goes under the thread of the one before,
 * and back in. At the end of a section the thread goes under what lies there (in the second that is the beginning, and is tied with it) and climbs to the next.
 */
export function linkPath(stations: number, sections: number): Path {
  const passes: Pass[] = [];
  for (let section = 1; section <= sections; section++) {
    const way = Array.from({ length: stations }, (_, i) => (section % 2 === 1 ? i + 1 : stations - i));
    const through = (station: number): Pass => ({ kind: 'through', section, station });
    const under = (station: number): readonly Pass[] =>
      section === 1 ? [] : [{ kind: 'under', section: section - 1, station }];
    const [first, last] = [way[0]!, way.at(-1)!];
    passes.push(
      through(first),
      ...way.slice(1, -1).flatMap((station) => [through(station), ...under(station), through(station)]),
      through(last),
      ...under(last),
    );
  }
  return { begins: 'outside', passes };
}

/** The link stitch: several sections held to one another along the spine by the thread alone. */
export const link: Stitch<ParametersOf<typeof declared>, 'link'> = {
  id: 'link',
  fastener: 'thread',
  holds: 'several-sections',
  parameters: declared,
  stations: (p) => p,
  path: (p, sections) => linkPath(p.stations, sections),
  covered: 'inside',
  steps: ['gather', 'pierce', 'sew-section'],
};
