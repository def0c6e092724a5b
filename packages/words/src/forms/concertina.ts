import type { concertina } from '@eight-up/core/forms/concertina';
import { endpapersOf, endsOf, firstOfStrips } from '@eight-up/core/concertina/ends';
import { stripsInBook } from '@eight-up/core/concertina/joint-side';
import type { ConcertinaSettings } from '@eight-up/core/forms/concertina-strips';
import { hiddenByCovers, stripsWords } from '../concertina.ts';
import type { WordsOf } from './form-words.ts';

export const concertinaWords: WordsOf<typeof concertina> = {
  name: 'concertina',
  one: 'strip',
  many: 'strips',
  holds:
    'A long strip folded to and fro between its covers: it reads panel by panel, stands, and pulls open to its whole length.',
  made: 'Cut strips from the sheet, join them end to end, and fold them to and fro; joints are folds like any other.',
  settled: (p) => {
    const settings = p as unknown as ConcertinaSettings;
    const words = stripsWords(
      stripsInBook(settings.strips, firstOfStrips({ endpapers: endpapersOf(settings), first: settings.first })),
    );
    return `A copy takes ${words}.`;
  },
  hidden: (p) => {
    const settings = p as unknown as ConcertinaSettings;
    const { panels, first, covers, sides } = settings;
    return hiddenByCovers(
      panels,
      endsOf(panels, first, covers, sides === 'both', endpapersOf(settings)),
      covers,
      sides === 'both',
    );
  },
  parameters: {
    panels: 'Panels',
    panelWidth: 'A panel, wide',
    panelHeight: 'A panel, high',
    sides: { asks: 'Printed on', answers: { front: 'the front', both: 'both sides' } },
    first: {
      asks: 'The first fold, seen from the front',
      hint: 'With a valley first and an even number of panels both ends turn their backs to the covers.',
      answers: { valley: 'a valley', mountain: 'a mountain' },
    },
    endpapers: {
      asks: 'Endpapers',
      hint: 'Panels of a paper of their own, joined on like strips; a cover is glued to them instead of to a page.',
      answers: { none: 'none', first: 'at the beginning', both: 'at both ends' },
    },
    endpaperPanels: {
      asks: 'Panels of each endpaper',
      hint: 'One is glued to its cover; of two the other turns freely.',
    },
    covers: { asks: 'Ends glued to covers', answers: { none: 'none', one: 'the first', both: 'both' } },
    joint: {
      asks: 'Strips are joined by',
      answers: { tab: 'a tab of the strip', 'hinge-strip': 'a hinge strip', tape: 'tape' },
    },
    side: {
      asks: 'Joints lie',
      answers: { valleys: 'hidden in the valleys', mountains: 'on the mountains', anywhere: 'wherever the paper ends' },
    },
    tab: 'Tab, wide',
    tabLies: { asks: 'The tab lies', answers: { behind: 'behind the next strip', 'in-front': 'in front of it' } },
    inset: {
      asks: 'Where the next strip lies inside a fold',
      hint: 'Left alone, the shifts of all such joints add up and the closed block leans.',
      answers: {
        narrowed: 'its first panel is narrower',
        'set-past': 'its edge is set past the crease',
        left: 'let it lean',
      },
    },
    insetBy: {
      asks: 'By',
      hint: 'The thickness of the paper and of the glue where the fold is crisp, half as much again where it is round.',
    },
    glue: 'Glue of a joint, thick',
    hingeWidth: 'Hinge, wide',
    hingeOn: { asks: 'The hinge lies on', answers: { back: 'the back', front: 'the front' } },
    hingeGap: {
      asks: 'Gap between the ends where the hinge lies outside the fold',
      hint: 'Butted ends cannot close away from their hinge: twice the thickness where the fold is crisp, three times where it is round.',
    },
    fibres: {
      asks: 'Fibres run',
      answers: { 'along-folds': 'along the folds', 'across-folds': 'across them' },
    },
    strips: {
      asks: 'Panels of each strip',
      hint: 'Left empty, as the sheet asks for it; a paper that is taken settles it for the edition.',
    },
  },
};
