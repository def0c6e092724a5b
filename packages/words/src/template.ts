import type { Reading } from '@eight-up/core/cutting/marks';
import type { BookDocument } from '@eight-up/core/document/document';
import type { TemplateWords } from '@eight-up/core/print-jobs/template-job';
import { BAR } from '@eight-up/core/print-jobs/scale-bar';
import type { BlockToSew, Sewing } from '@eight-up/core/stitches/sewing';
import { measure, type LengthUnit } from '@eight-up/core/units/measure';
import { AWL, NEEDLE, pathWords, STAPLER, threadWords } from './binding.ts';
import { counted } from './counted.ts';
import { readWords } from './cutting.ts';
import { tileWords } from './print-jobs.ts';
import { stitchWords } from './stitches/registry.ts';

export const NO_TEMPLATE =
  'Nothing is pierced for this book, so there is no template. Choose a stitch with stations in the Bind stage first. Nothing was made.';

/** How the scrap is used, said where it is printed. */
export const TEMPLATE_HOW =
  'Cut the scrap out, fold it along its dashed line, lay it into the middle opening with its head to the head of the pages, and pierce through its dots.';

/** Staples come from outside, so does their template. */
export const STAPLES_HOW =
  'Cut the scrap out, fold it along its dashed line and lay it over the spine from outside, its head to the head of the pages: the two legs of each staple go in at a pair of dots.';

/** A template and its sheet for the bench in words. */
export function templateWords(
  { title }: Pick<BookDocument, 'title'>,
  block: BlockToSew,
  sewing: Sewing,
  { unit, reading }: { readonly unit: LengthUnit; readonly reading: Reading },
): TemplateWords {
  const { stitch, path, stations, staples, thread } = sewing;
  const words = stitchWords(stitch.id);
  const name = `${title}, template`;
  const sections = block.sections.length;
  const passes = path ? pathWords(path, sections) : [];
  const isThread = stitch.fastener === 'thread';
  return {
    bench: {
      title: name,
      heading: `${title}: ${words.name}`,
      facts: [
        `${counted(stations.length, staples ? 'staple' : 'station')} on a fold of ${measure(block.height, unit)}${sections > 1 ? `, ${sections} sections` : ''}. From the head: ${stations.map((place, i) => `${i + 1} at ${readWords(place, reading)}`).join(', ')}.`,
        `Heed: ${staples ? STAPLER : AWL}`,
      ],
      orders: [
        ...(passes.length > 0 ? [`${words.made} Begun ${path!.begins}:`] : []),
        ...passes.map(({ text }, i) => `${i + 1}. ${text}`),
        ...(staples?.legs ?? []).map(
          ([from, to], i) => `${i + 1}. legs ${readWords(from, reading)} and ${readWords(to, reading)} from the head`,
        ),
      ],
      notes: [
        words.tied,
        ...(isThread && thread ? [`Thread for one copy, ${threadWords(thread, unit)}`] : []),
        ...(staples ? [`Legs of ${measure(staples.leg, unit)} at least.`] : []),
        ...(isThread ? [`Heed: ${NEEDLE}`] : []),
      ],
      bar: `This bar is ${measure(BAR[unit], unit)} long if the page was printed at 100 %.`,
    },
    sewing: { inside: 'inside', outside: 'outside' },
    name: title,
    how: [
      staples ? STAPLES_HOW : TEMPLATE_HOW,
      ...(block.trimHead > 0 || block.trimTail > 0
        ? ['Pierced before it is trimmed: the long line shows what comes off later.']
        : []),
      `Heed: ${staples ? STAPLER : AWL}`,
    ],
    head: 'head',
    tail: 'tail',
    trimmed: 'trimmed off',
    place: (fromHead) => readWords(fromHead, reading),
    tile: tileWords(name, unit),
  };
}
