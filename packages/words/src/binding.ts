import type { BindingRemedy } from '@eight-up/core/binding/remedies';
import type { Between, ClosedMeasure, EdgeMeasure } from '@eight-up/core/binding/closed-measure';
import type { Lots } from '@eight-up/core/binding/lots';
import type { Bought, Spare } from '@eight-up/core/binding/shopping';
import type { BindingProblem } from '@eight-up/core/document/binding';
import type { Tool } from '@eight-up/core/folding/step-meaning';
import { sidesAfter, type FoldSide, type Hole, type Path } from '@eight-up/core/stitches/path';
import type { StitchProblem } from '@eight-up/core/stitches/sewing';
import type { ThreadNeeded } from '@eight-up/core/stitches/thread';
import { measure, measureSize, type LengthUnit } from '@eight-up/core/units/measure';
import { mm, nm, type Nm } from '@eight-up/core/units/nm';
import { capital, counted } from './counted.ts';
import { stitchAnswer, stitchQuestion, stitchWords } from './stitches/registry.ts';

export const AWL =
  'Fingers on either side of the fold, never on it: the awl comes through. Into cork or an old directory, never into the hand; guard its point when you put it down.';
export const NEEDLE =
  'A blunt needle goes through holes that are there already. Count needles before and after; keep them from children.';
export const STAPLER =
  'Keep fingers off the saddle while you press, and see that both legs have closed before you stroke over them. Follow the instructions of the stapler.';

/** One pass of the needle, as it is said aloud. */
export interface PassWords {
  readonly text: string;
  /** on which side the needle is then */
  readonly side: FoldSide;
}

/** The whole way of a needle, a line a pass: "in at 3", "out at 4". */
export function pathWords(path: Path, sections = 1): readonly PassWords[] {
  const sides = sidesAfter(path);
  const caught = new Set(
    path.passes.flatMap((pass) => (pass.kind === 'under' ? [`${pass.section} ${pass.station}`] : [])),
  );
  return path.passes.map((pass, i) => {
    const side = sides[i]!;
    const before = path.passes[i - 1];
    const last = path.passes.slice(0, i).findLast(({ kind }) => kind === 'through');
    const where = sections > 1 && (!last || last.section !== pass.section) ? `section ${pass.section}, ` : '';
    if (pass.kind === 'under')
      return {
        text:
          pass.section === 1 && pass.station === path.passes[0]!.station && last?.section === 2
            ? 'tie with the end that was left hanging'
            : `under the thread of section ${pass.section}`,
        side,
      };
    const way = side === 'inside' ? 'in' : 'out';
    const loops = before?.kind === 'through' && sameHole(before, pass) && caught.has(`${pass.section} ${pass.station}`);
    if (loops) return { text: `${way} again at ${pass.station}, leaving a loop`, side };
    return { text: `${where}${way} at ${pass.station}${passedOver(last, pass)}`, side };
  });
}

const sameHole = (one: Hole, other: Hole): boolean => one.section === other.section && one.station === other.station;

/** Stations that a long stitch passes over. */
function passedOver(from: Hole | undefined, to: Hole): string {
  if (!from || from.section !== to.section) return '';
  const [least, most] = [Math.min(from.station, to.station), Math.max(from.station, to.station)];
  const over = Array.from({ length: Math.max(0, most - least - 1) }, (_, i) => least + 1 + i);
  return over.length > 0 ? `, passing over ${over.join(' and ')}` : '';
}

/** Of a path of one's own nobody knows more. */
export const OWN_BEGUN = 'Leave the end hanging, and begin.';
export const OWN_TIED =
  'Draw the thread tight along the fold, never across it, and tie the two ends with a square knot.';

/** A path as it is typed: stations one after another. */
export const typedPath = (stations: readonly number[]): string => stations.join(' ');

const hole = ({ section, station }: Hole, sections: number): string =>
  sections > 1 ? `station ${station} of section ${section}` : `station ${station}`;

const SIDE: Readonly<Record<FoldSide | 'both', string>> = {
  inside: 'inside',
  outside: 'outside',
  both: 'on either side',
};

/** Why a stitch does not go, or does not hold, and what would be right. Nothing of what was set is lost. */
export function stitchProblemWords(problem: StitchProblem, unit: LengthUnit, sections = 1): string {
  const length = (of: Nm) => measure(of, unit);
  const gap = (head: number) => `between stations ${head} and ${head + 1}`;
  switch (problem.code) {
    case 'no-such-stitch':
      return `There is no stitch called “${problem.id}” here. Choose one of those shown.`;
    case 'stitch-parameter':
      return `“${stitchQuestion(problem.stitch, problem.name)}” cannot be set so${problem.field?.kind === 'count' ? `: a whole number from ${problem.field.from} to ${problem.field.to}` : problem.field?.kind === 'length' ? `: from ${length(nm(problem.field.from))} to ${length(nm(problem.field.to))}` : ''}.`;
    case 'station-count':
      return `${stitchQuestion(problem.stitch, 'stations')}: from ${problem.from} to ${problem.to}, not ${String(problem.asked)}.`;
    case 'no-fold-to-sew':
      return 'This book has no fold at its spine that a needle or a staple could go through. A cord holds it.';
    case 'stitch-for-one-section':
      return `This way holds one section; the book has ${problem.sections}.`;
    case 'stitch-for-several-sections':
      return 'This way hangs one section on another; the book has one only.';
    case 'stations-do-not-fit':
      return problem.apart < mm(4)
        ? `${counted(problem.stations, 'station')} do not fit a fold of ${length(problem.height)}: they would stand ${problem.apart < 0 ? 'past one another' : `${length(problem.apart)} apart`}, and the paper tears between them.`
        : `${counted(problem.stations, 'station')} do not fit a fold of ${length(problem.height)}: the first would stand ${problem.first < 0 ? 'beyond the head' : `${length(problem.first)} from the head`}, and tear out.`;
    case 'stations-not-folded':
      return `Folding a template in halves gives 3, 5 or 9 stations, not ${problem.stations}.`;
    case 'path-empty':
      return 'There is no path yet: type the stations in the order of the needle, or press them on the drawing.';
    case 'path-no-such-station':
      return `Pass ${problem.pass + 1} goes through station ${problem.hole.station}, which is not there.`;
    case 'path-leaves-out':
      return `${capital(hole(problem.hole, sections))} is pierced, and no thread goes through it.`;
    case 'path-ends-apart':
      return `The thread begins ${problem.begins} and ends ${problem.ends}: the two ends cannot be tied. One pass more, or fewer, brings them together.`;
    case 'path-gap-bare':
      return `No thread lies ${SIDE[problem.side]} ${gap(problem.gap)}${sections > 1 ? ` of section ${problem.section}` : ''}.`;
    case 'path-gap-doubled':
      return `Thread lies twice ${SIDE[problem.side]} ${gap(problem.gap)}${sections > 1 ? ` of section ${problem.section}` : ''}.`;
    case 'path-falls-out':
      return `Pass ${problem.pass + 1} goes back through ${hole(problem.hole, sections)}, from where it came, round nothing: pulled tight, it is out again.`;
    case 'path-knot-slips':
      return `Both ends come through ${hole(problem.hole, sections)} and no thread passes over it there: the knot slips through the hole. Let a long stitch pass over it, and tie over that.`;
    case 'path-not-linked':
      return `${capital(hole(problem.hole, sections))} is not held to the section before it.`;
    case 'path-under-nothing':
      return `Pass ${problem.pass + 1} goes under thread at ${hole(problem.hole, sections)} where there is none, or from inside.`;
    case 'thread-thicker-than-hole':
      return `Thread of ${length(problem.thread)} does not go through a hole of ${length(problem.hole)} without tearing it.`;
    case 'leg-too-short':
      return `The block is too thick for the stapler: a leg must be ${length(problem.needed)} long, it takes ${length(problem.longest)} at most.`;
    case 'leaf-beyond-reach':
      return `The stapler does not reach the fold: a leaf is ${length(problem.leaf)} wide, it reaches ${length(problem.reach)}.`;
    case 'staples-overlap':
      return `Staples of ${length(problem.crown)} do not fit there: ${problem.apart < 0 ? 'they would lie on one another' : 'one would stand out beyond the paper'}.`;
  }
}

/** What one press changes. */
export function bindingRemedyWords({ does }: Pick<BindingRemedy, 'does'>, stitch: string, unit: LengthUnit): string {
  switch (does.code) {
    case 'other-stitch':
      return `Take the ${stitchWords(does.stitch).name}`;
    case 'stations':
      return `Make it ${counted(does.stations, stitch === 'saddle-staples' ? 'staple' : 'station')}`;
    case 'school':
      return `Set them ${stitchAnswer(stitch, 'school', does.school)}`;
    case 'inset':
      return `Begin ${measure(does.length, unit)} from head and tail`;
    case 'pitch':
      return `Set them ${measure(does.length, unit)} apart`;
    case 'hole':
      return `Pierce with an awl of ${measure(does.length, unit)}`;
    case 'thread':
      return `Take thread of ${measure(does.length, unit)}`;
    case 'reach':
      return `I have one that reaches ${measure(does.length, unit)}`;
    case 'leg':
      return `I have one that takes legs of ${measure(does.length, unit)}`;
    case 'crown':
      return `Take staples ${measure(does.length, unit)} long`;
    case 'stitch-own-path':
      return 'Go back to the stitch’s own path';
  }
}

const SETTING: Readonly<Record<string, string>> = {
  thread: 'The thread',
  tail: 'The end left hanging',
  hole: 'The awl',
  leg: 'The longest leg',
  reach: 'The reach of the stapler',
  glue: 'A film of glue',
};

/** What of a binding cannot be meant. */
export const bindingProblemWords = (problem: BindingProblem, unit: LengthUnit): string =>
  problem.code === 'binding-length'
    ? `${SETTING[problem.what]} is between ${measure(problem.from, unit)} and ${measure(problem.to, unit)}. Is the unit right? It was kept as it was.`
    : `${stitchProblemWords(problem, unit)} It was kept as it was.`;

/** Thread as hands measure it off: the sum, and what it is for. */
export function threadWords({ whole, along, holes, links, tails }: ThreadNeeded, unit: LengthUnit): string {
  const of = (length: Nm) => threadLength(length, unit);
  const parts = [
    `${of(along)} along the fold`,
    `${of(holes)} through the holes`,
    ...(links > 0 ? [`${of(links)} from section to section`] : []),
    `${of(tails)} for the two ends`,
  ];
  return `${of(whole)}: ${parts.join(', ')}.`;
}

/** Thread is measured off along a rule: to whole millimetres or eighths of an inch, never less than it takes. */
export function threadLength(length: Nm, unit: LengthUnit): string {
  const step = unit === 'mm' ? 1e6 : 25.4e6 / 8;
  return measure(nm(Math.ceil(length / step - 1e-9) * step), unit);
}

/** To the tenth of a millimetre: nobody feels more of a closed book. */
export const betweenWords = ({ least, likely, most }: Between, unit: LengthUnit): string => {
  const tenth = (of: Nm) => (unit === 'mm' ? nm(Math.round(of / 1e5) * 1e5) : of);
  return least === most
    ? measure(tenth(likely), unit)
    : `about ${measure(tenth(likely), unit)}, between ${measure(tenth(least), unit)} and ${measure(tenth(most), unit)}`;
};

export const EDGE_WORDS: Readonly<Record<EdgeMeasure['edge'], string>> = {
  spine: 'spine',
  'fore-edge': 'fore-edge',
  head: 'head',
  tail: 'tail',
};

/** Of what an edge is as thick as it is. */
export function edgeWords({ layers, films, thread, flat }: EdgeMeasure, unit: LengthUnit): string {
  const also = [
    ...(films > 0 ? [counted(films, 'film of glue', 'films of glue')] : []),
    ...(thread > 0 ? ['thread'] : []),
  ];
  return `${counted(layers, 'layer')}${also.length > 0 ? `, ${also.join(', ')}` : ''}: ${measure(flat, unit)} with nothing springing`;
}

/** Why it is thicker than its layers, and how that is known. */
export function springWords({ spring, paper }: ClosedMeasure, unit: LengthUnit): string {
  const percent = (of: number) => Math.round((of - 1) * 100);
  const more =
    spring.least === spring.most
      ? `${percent(spring.likely)} %`
      : `${percent(spring.least)} to ${percent(spring.most)} %`;
  const why = {
    'measured-here': `${more} more than its layers, as this book was measured.`,
    'measured-on-this-paper': `${more} more than its layers, as another book of this paper was measured.`,
    pressed: `${more} more than its layers: usual for what is pressed.`,
    unpressed: `${more} more than its layers: light paper that is not pressed.`,
    'unpressed-heavy': `${more} more than its layers: usual for heavy paper that is not pressed.`,
  }[spring.from];
  const of = {
    measured: 'The paper’s thickness is measured.',
    estimated: `The paper’s thickness is an estimate: 15 % either way (${unit === 'mm' ? 'a counted stack of 10 mm' : 'a counted stack of half an inch'} is better).`,
    set: 'The paper’s thickness is as it was set: 15 % either way are allowed for.',
  }[paper];
  return `${why} ${of}`;
}

const TOOL_WORDS: Readonly<Record<Tool, string>> = {
  blade: 'a fresh blade and a metal rule',
  glue: 'glue, a brush, waste paper, waxed paper',
  tape: 'tape',
  awl: 'an awl, and cork or an old directory to pierce into',
  'needle-and-thread': 'a needle',
  stapler: 'a stapler that reaches the fold, or a saddle',
  cord: 'cord',
  clips: 'clips, and scraps of tissue under them',
};

const spareWords = ({ spare }: { readonly spare: Spare }): string =>
  spare === 'tenth' ? 'a tenth to spare' : 'one copy’s worth to spare';

/** One line of what an edition takes. */
export function boughtWords(bought: Bought, unit: LengthUnit): { readonly what: string; readonly how: string } {
  switch (bought.what) {
    case 'paper':
      return {
        what: bought.name,
        how: `${counted(bought.sheets, 'sheet')} as bought, ${measureSize(bought.size.width, bought.size.height, unit)}, spares included${bought.printed === null ? '' : `: from them ${counted(bought.printed, 'sheet')} to print`}`,
      };
    case 'thread':
      return {
        what: `Thread, ${measure(bought.thick, unit)} thick`,
        how: `${longWords(bought.whole, unit)} in all, ${spareWords(bought)}; ${threadLength(bought.each, unit)} a copy`,
      };
    case 'cord':
      return {
        what: 'Cord',
        how: `${longWords(bought.whole, unit)} in all, ${spareWords(bought)}; ${threadLength(bought.each, unit)} a copy, a bow among it`,
      };
    case 'staples':
      return {
        what: `Staples, legs of ${measure(bought.leg, unit)} and the next longer that there are`,
        how: `${bought.count}, ${spareWords(bought)}; ${bought.each} a copy`,
      };
    case 'needle':
      return {
        what: 'A needle, blunt',
        how: `its eye takes thread of ${measure(bought.thread, unit)}, it goes through a hole of ${measure(bought.hole, unit)}`,
      };
    case 'tool':
      return { what: capital(TOOL_WORDS[bought.tool]), how: '' };
  }
}

/** Lengths that are bought by the metre or the yard. */
const longWords = (length: Nm, unit: LengthUnit): string =>
  unit === 'mm' ? `${(Math.ceil(length / 1e8) / 10).toFixed(1)} m` : `${Math.ceil(length / 25.4e6 / 36)} yd`;

/** How the edition is pierced: how many at once, from which side, over what. */
export function lotsWords({ sections, lots }: Lots): string {
  const how = 'from the inside, straight along the fold, over cork or an old directory';
  if (lots === 1 && sections === 1) return `Pierce it ${how}.`;
  return sections > 1
    ? `Pierce ${sections} sections at once: open them in the middle, lay them into one another, knock them up at the head, the template on top, and pierce ${how}. ${counted(lots, 'lot')} in all.`
    : `Each section by itself, ${how}: ${lots} in all.`;
}
