import type { SlipAdvice, SlipWanted } from '@eight-up/core/slip/advice';
import type { SlipTask } from '@eight-up/core/slip/book-errors';
import type { BlocksMeasured } from '@eight-up/core/slip/blocks-measured';
import { worstOf, type SlipAnswer, type Spread } from '@eight-up/core/slip/exact';
import type { Hand, HandProblem } from '@eight-up/core/slip/hand';
import type { MarkingMethod } from '@eight-up/core/slip/method';
import type { HandRead, TestStripProblem } from '@eight-up/core/slip/test-strip';
import { measure, type LengthUnit } from '@eight-up/core/units/measure';
import { nm } from '@eight-up/core/units/nm';
import { counted } from './counted.ts';

/** Short, for a chart and for a choice. */
export const METHOD_WORDS: Readonly<Record<MarkingMethod, string>> = {
  'one-datum': 'all from one edge',
  stepping: 'ruler stepped along',
  jig: 'a card in the last fold',
  'last-edge': 'to the edge before',
  stop: 'against a stop',
  halving: 'by halving',
  board: 'creasing board',
};

/** What the hands do. */
export const METHOD_HOW: Readonly<Record<MarkingMethod, string>> = {
  'one-datum':
    'The ruler lies still at one edge, and every mark is read from it. Strips each have an edge of their own.',
  stepping: 'The ruler is set to the last mark for each next one.',
  jig: 'A card of the panel’s width is pushed into the last fold, and the next is folded over its edge. Ends are cut by the ruler.',
  'last-edge': 'Each panel is folded so that it ends where the one before it ends.',
  stop: 'Each fold is laid to a fixed stop, one at either side of the block.',
  halving: 'Edge is laid to edge, then halves to creases; what does not halve loses one measured panel first.',
  board: 'The strip is pushed to the fence of a creasing board, and scored in its grooves.',
};

export const HAND_WORDS: Readonly<Record<keyof Hand, string>> = {
  reading: 'Reading a ruler',
  jig: 'A panel by the card or board',
  jigBias: 'Every such panel too wide by',
  blade: 'Cutting an end',
  placing: 'Laying a strip to its crease',
  halving: 'Edge laid to edge',
  cover: 'Laying on a cover',
};

/** Hundredths of a millimetre, or thousandths of an inch: a slip is told as finely as it is known. */
export const slipMeasure = (nanometres: number, unit: LengthUnit): string =>
  measure(nm(Math.round(nanometres / 10_000) * 10_000), unit);

/** How far out on the whole, and within what most are. */
export const spreadWords = ({ expected, within95 }: Spread, unit: LengthUnit): string =>
  `${slipMeasure(expected, unit).replace(/ \D+$/, '')} · ${slipMeasure(within95, unit)}`;

/** Which way brings the covers together and is enough for pictures: one sentence for the covers, one for pictures, one for the end. */
export function adviceSentences(
  task: SlipTask,
  answer: SlipAnswer,
  advice: SlipAdvice,
  wanted: SlipWanted,
  unit: LengthUnit,
): readonly string[] {
  const asked = slipMeasure(wanted.covers, unit);
  const kept = answer.covers.within95 <= wanted.covers;
  const better = advice.methods
    .filter(({ method, keepsCovers }) => keepsCovers && method !== task.method)
    .sort((a, b) => a.answer.covers.within95 - b.answer.covers.within95);
  const { what, now, most } = advice.needed;
  // Half as much again is practice; ten times finer is nobody's hand.
  const hand =
    most === undefined || most < 0.4 * now
      ? undefined
      : `${HAND_WORDS[what].toLowerCase()} to ${slipMeasure(most, unit)} (now ${slipMeasure(now, unit)})`;
  const nearest = [...advice.methods].sort((a, b) => a.answer.covers.within95 - b.answer.covers.within95)[0]!;
  const finer = advice.nearest;
  const wouldDo =
    finer?.most === undefined
      ? ''
      : ` (with ${HAND_WORDS[finer.what].toLowerCase()} to ${slipMeasure(finer.most, unit)} instead of ${slipMeasure(finer.now, unit)} it would)`;
  const out = `So made, covers are out by up to ${slipMeasure(answer.covers.within95, unit)}.`;
  const covers = kept
    ? `Covers meet within ${asked} in 95 books of 100 and more: ${METHOD_WORDS[task.method]} is enough.`
    : better.length > 0
      ? `${out} They meet within ${asked} made another way: ${better.map(({ method }) => METHOD_WORDS[method]).join(', or ')}${hand ? `; or with ${hand}` : ''}.`
      : hand
        ? `${out} They would meet within ${asked} with ${hand}.`
        : `${out} With this hand no way of finding the folds brings them within ${asked}; the nearest, ${METHOD_WORDS[nearest.method]}, to ${slipMeasure(nearest.answer.covers.within95, unit)}${wouldDo}. Lay ${task.strips.length > 1 ? 'strips and covers' : 'covers'} against a stop instead of by eye, and one cover to the other. The sides of the block are folds and never trimmed; only the free end of its last panel is trued up.`;
  const joint = worstOf(answer.register);
  const pictures = joint
    ? [
        `A picture over a joint ${joint.within95 <= wanted.pictures ? 'meets' : 'misses itself by up to'} ${joint.within95 <= wanted.pictures ? 'within ' : ''}${slipMeasure(joint.within95, unit)}${
          joint.within95 <= wanted.pictures
            ? ''
            : `; ${
                advice.methods
                  .filter(({ keepsPictures }) => keepsPictures)
                  .map(({ method }) => METHOD_WORDS[method])
                  .join(', or ') || 'no way keeps it'
              } within ${slipMeasure(wanted.pictures, unit)}`
        }.`,
      ]
    : [];
  const [here, other] = [answer.covers.within95, advice.otherEnd.covers.within95];
  const end =
    other < here * 0.97
      ? [
          task.end === 'before'
            ? `Cut the last end after folding: that brings it to ${slipMeasure(other, unit)}.`
            : `With the last end cut true before folding it would be ${slipMeasure(other, unit)}.`,
        ]
      : [];
  return [covers, ...pictures, ...end];
}

/** What finished blocks tell, beside what was to be expected of them. */
export const blocksSentence = ({ blocks, out, sure, counted: expected }: BlocksMeasured, unit: LengthUnit): string =>
  `${counted(blocks, 'block')} measured: out by ${slipMeasure(out, unit)} on the whole${blocks > 1 ? `, give or take ${slipMeasure(sure, unit)}` : ''}; with this hand and method ${slipMeasure(expected, unit)} was to be expected.`;

/** What a test strip tells. */
export function handReadSentence({ reading, sure, takeUp, marks }: HandRead, unit: LengthUnit): string {
  const fold = takeUp === null ? '' : ` A fold takes up ${slipMeasure(takeUp, unit)}.`;
  return `From ${marks} marks: you read a ruler to ${slipMeasure(reading, unit)}, give or take ${slipMeasure(sure, unit)}.${fold}`;
}

export function testStripProblemWords(problem: TestStripProblem, unit: LengthUnit): string {
  switch (problem.code) {
    case 'test-strip-short':
      return `${problem.marks === 1 ? 'One mark says' : `${problem.marks} marks say`} nothing of a hand yet: read back ${problem.least} at least, ten are better.`;
    case 'test-strip-mark-off':
      return `Mark ${problem.mark} lies ${measure(problem.by, unit)} from its place: was another one read, or the wrong side of the rule? Nothing was kept.`;
    case 'test-strip-fold-off':
      return `A fold cannot take up ${measure(problem.by, unit)}: measure across the closed packet, from fold to fold. Nothing was kept.`;
  }
}

export const handProblemWords = ({ what, value }: HandProblem, unit: LengthUnit): string =>
  what === 'jigBias'
    ? `A card that makes every panel ${measure(nm(Math.abs(value)), unit)} too ${value < 0 ? 'narrow' : 'wide'} was cut for another book: it is as wide as a panel. What was there before counts.`
    : `${HAND_WORDS[what]}: ${measure(value, unit)} is no figure of a hand; between nothing and 10 mm it is believed${what === 'reading' ? ', and nobody reads to nothing at all' : ''}. What was there before counts.`;
