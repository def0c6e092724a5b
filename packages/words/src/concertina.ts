import type { ConcertinaPlan, ConcertinaProblem } from '@eight-up/core/concertina/concertina';
import type { ClosedBlock } from '@eight-up/core/concertina/closed-block';
import type { Covers, Ends } from '@eight-up/core/concertina/ends';
import type { StripInBook } from '@eight-up/core/concertina/joint-side';
import { measure, type LengthUnit } from '@eight-up/core/units/measure';
import { nm } from '@eight-up/core/units/nm';
import { counted } from './counted.ts';

/** Why a concertina does not come out of a paper, and what to do. */
export function concertinaProblemWords(problem: ConcertinaProblem, unit: LengthUnit): string {
  switch (problem.code) {
    case 'tab-wider-than-panel':
      return `A tab of ${measure(problem.tab, unit)} hides a panel of ${measure(problem.panelWidth, unit)} whole. Make the tab narrower, or join with a hinge strip.`;
    case 'higher-than-paper':
      return `${onPaper(problem)}: panels ${measure(problem.panelHeight, unit)} high do not come out of it, ${measure(problem.most, unit)} is the most. Make the book lower, or take a larger paper.`;
    case 'strip-longer-than-paper':
      return problem.panels === 1
        ? `${onPaper(problem)}: a panel with its joint takes ${measure(problem.needed, unit)}, the paper is ${measure(problem.most, unit)} long. Make the panels narrower, join with a hinge strip, or take a longer paper.`
        : `${onPaper(problem)}: strips of two panels take ${measure(problem.needed, unit)}, the paper is ${measure(problem.most, unit)} long. Let joints lie wherever they come, or take a longer paper.`;
    case 'grain-not-known':
      return `${onPaper(problem)}: which way its fibres run is not known. Find out first, or count as if it did not matter.`;
    case 'too-few-sheets':
      return `${onPaper(problem)}: ${counted(problem.sheets, 'sheet')} are needed, ${problem.stock} ${problem.stock === 1 ? 'is' : 'are'} there. Make fewer copies, or count on another paper.`;
  }
}

/** A paper by its name; without one, the sheet of the book. */
const onPaper = ({ paper }: { readonly paper: string }): string => (paper ? `“${paper}”` : 'This sheet');

/** What a plan comes to: sheets, strips, joints and the sides that these lie on. */
export const concertinaSentence = ({ sheets }: ConcertinaPlan, strips: readonly StripInBook[]): string =>
  `${counted(sheets, 'sheet')}: ${stripsWords(strips)}.`;

/** Strips by their panels, their joints, and on which side these lie. */
export function stripsWords(strips: readonly StripInBook[]): string {
  const joints = strips.length - 1;
  const groups = strips.reduce<{ panels: number; times: number }[]>((list, { panels }) => {
    const last = list.at(-1);
    if (last?.panels === panels) last.times++;
    else list.push({ panels, times: 1 });
    return list;
  }, []);
  const lengths = groups.map(({ panels, times }) => (times > 1 ? `${times} × ${panels}` : String(panels))).join(' + ');
  const valleys = strips.filter(({ joint }) => joint === 'valley').length;
  const sides =
    joints === 0
      ? 'no joint'
      : valleys === joints
        ? `${counted(joints, 'joint')} in valleys`
        : valleys === 0
          ? `${counted(joints, 'joint')} on mountains`
          : `${counted(joints, 'joint')}, ${valleys} in valleys and ${joints - valleys} on mountains`;
  return `${strips.length === 1 ? `one strip of ${strips[0]!.panels} panels` : `strips of ${lengths} panels`}, ${sides}`;
}

/** What the covers hide of the print, with what would hide nothing; undefined: nothing is hidden that need not be. */
export function hiddenByCovers(
  panels: number,
  { hidden }: Ends,
  covers: Covers,
  bothSides: boolean,
): string | undefined {
  if (hidden.length === 0 || bothSides) return undefined;
  const faces = hidden.map(({ panel }) => (panel === 1 ? 'the first panel' : 'the last panel')).join(' and of ');
  const lost = `The front of ${faces} lies under its cover and is not seen.`;
  if (covers === 'both' && panels % 2 === 1)
    return `${lost} With ${panels - 1} or ${panels + 1} panels, the first fold a valley, both ends turn their backs to the covers.`;
  return `${lost} Begin with a valley, and the backs lie there.`;
}

/** How a joined block lies closed: how thick at either edge, how far it leans, and on which side its joints lie. */
export function blockSentence({ left, right, lean, tabs, eachShift }: ClosedBlock, unit: LengthUnit): string {
  if (tabs.length === 0) return `Closed, ${measure(left, unit)} thick and square.`;
  const sides = (['left', 'right'] as const).map((edge) => tabs.filter((tab) => tab.edge === edge).length);
  const where =
    sides[0] === 0 || sides[1] === 0
      ? `${counted(tabs.length, 'joint')}, all at one edge`
      : `${sides[0]} joints at one edge, ${sides[1]} at the other`;
  const wedge =
    left === right
      ? `${measure(left, unit)} thick`
      : `${measure(nm(Math.max(left, right)), unit)} thick at one edge, ${measure(nm(Math.min(left, right)), unit)} at the other: a wedge that narrowing does not mend`;
  const leans =
    lean === 0
      ? eachShift === 0
        ? 'it stands square'
        : 'the shifts of its joints cancel'
      : `it leans by ${measure(nm(Math.abs(lean)), unit)}`;
  return `Closed: ${where}; ${wedge}; ${leans}.`;
}
