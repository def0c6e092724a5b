import { counted } from './counted.ts';
import type { PileMove } from '@eight-up/core/printer/device';
import type { TwoPass } from '@eight-up/core/printer/feed-rehearsal';
import { TEST_LINE, type Printer } from '@eight-up/core/printer/printer';
import { measure, type LengthUnit } from '@eight-up/core/units/measure';
import { nm, type Nm } from '@eight-up/core/units/nm';

const MOVE_WORDS: Readonly<Record<PileMove, string>> = {
  'as-it-came': 'put the pile back into the tray just as it came out, without turning it',
  'like-a-page': 'turn the whole pile over like a page of a book, left edge to the right, and put it back',
  'head-over-foot': 'turn the whole pile over head to foot and put it back',
  'half-round': 'turn the pile half round on the table and put it back',
};

/** One sentence: how to put the stack back between the passes. */
export const putBackSentence = ({ move }: TwoPass): string =>
  `When all fronts are printed, ${MOVE_WORDS[move]}; then print all backs. The files are ordered and turned to match.`;

/** What a printer does between front and back. */
export const printerWords = ({ duplex, twoPass }: Printer): string =>
  duplex === 'none'
    ? twoPass
      ? 'two passes'
      : 'not rehearsed'
    : `turns the sheet about its ${duplex === 'long-edge' ? 'long' : 'short'} edge`;

/** What a test print showed, and what is done about it; undefined where it is true or was not measured. */
export function measuredSentence({ measured }: Pick<Printer, 'measured'>, unit: LengthUnit): string | undefined {
  if (!measured) return undefined;
  const { across, down, front, back } = measured;
  const line = (length: Nm, way: string) =>
    length === TEST_LINE
      ? []
      : [
          `the ${measure(TEST_LINE, unit)} line ${way} measures ${measure(length, unit)}, so everything is printed ${percent(TEST_LINE / length - 1)} ${length < TEST_LINE ? 'larger' : 'smaller'} that way`,
        ];
  const shift = ({ right, down: low }: typeof front, face: string) =>
    right === 0 && low === 0
      ? []
      : [
          `${face} come ${[...(right === 0 ? [] : [`${measure(nm(Math.abs(right)), unit)} too far ${right > 0 ? 'right' : 'left'}`]), ...(low === 0 ? [] : [`${measure(nm(Math.abs(low)), unit)} too far ${low > 0 ? 'down' : 'up'}`])].join(' and ')}, and are moved back`,
        ];
  const said = [...line(across, 'across'), ...line(down, 'down'), ...shift(front, 'fronts'), ...shift(back, 'backs')];
  if (said.length === 0) return undefined;
  const text = said.join('; ');
  return `${text[0]!.toUpperCase()}${text.slice(1)}.`;
}

const percent = (share: number): string => `${(Math.abs(share) * 100).toFixed(1)} %`;

export const DEVICE_QUESTIONS = {
  feedsFrom: { question: 'It takes sheets from', answers: { top: 'the top of the pile', bottom: 'the bottom' } },
  prints: { question: 'It prints the face that lies', answers: { up: 'up', down: 'down' } },
  head: { question: 'The head is at the edge', answers: { far: 'away from you', near: 'near you' } },
  comesOut: { question: 'Sheets come out printed side', answers: { up: 'up', down: 'down' } },
  headOut: { question: 'their heads', answers: { far: 'away from you', near: 'near you' } },
  piles: { question: 'and come to lie', answers: { 'on-top': 'on those before', under: 'under them' } },
} as const;

/** What came of a rehearsed print: every page with the print that was meant for it, or which (by their names) are not. */
export function rehearsedSentence(wrong: readonly string[], jammed: number): string {
  if (wrong.length === 0) return 'Every page came where it belongs: this is what your hands would hold.';
  const lost = jammed ? `${counted(jammed, 'page')} of the files jammed. ` : '';
  return `${lost}Not as they should be: pages ${wrong.slice(0, 8).join(', ')}${wrong.length > 8 ? ' and more' : ''}. Print their sheets again.`;
}
