import type { FoldedBook } from '@eight-up/core/forms/planned-book';
import type { FoldStep, JoinHow, Purpose, Step, StepKind } from '@eight-up/core/folding/step';
import { foliosPerSection } from '@eight-up/core/folding/nest';
import { needsOf } from '@eight-up/core/forms/needs';
import { throughOneFold } from '@eight-up/core/stitches/path';
import { AWL, NEEDLE, pathWords, STAPLER } from './binding.ts';
import { capital, counted } from './counted.ts';
import { TRIM_CAUTION } from './cutting.ts';

/** A step in a maker's words: a heading of a few words and one sentence; a caution where a blade or glue is used. */
export interface StepWords {
  readonly title: string;
  readonly sentence: string;
  readonly caution?: string;
}

export const BLADE =
  'Fresh blade, metal rule, cut away from the holding hand. With children: blunt scissors, and an adult makes the cut. Follow the maker’s instructions of the tool and the rules of the place you work in.';
const PAPER_KNIFE = 'Blunt as it is, draw the paper knife away from the holding hand, and hold the book by its spine.';
const GLUE =
  'Fresh waste paper under every panel; follow the instructions on the glue, and air the room if they say so.';

type StepFor<P extends Purpose> = Extract<
  Step,
  { readonly kind: { [K in StepKind]: P extends Purpose<K> ? K : never }[StepKind] }
>;

/** Every purpose in words, so that one without any does not compile. */
const WORDS: { readonly [P in Purpose]: (step: StepFor<P>, plan: FoldedBook) => StepWords } = {
  fold: () => ({ title: 'Fold', sentence: 'Fold along the crease and sharpen it.' }),
  unfold: () => ({ title: 'Unfold', sentence: 'Open the last fold; the crease stays.' }),
  'turn-over': () => ({ title: 'Turn over', sentence: 'Turn the paper over, left to right.' }),
  rotate: () => ({ title: 'Turn it round', sentence: 'Turn the paper on the table.' }),
  slit: () => ({ title: 'Slit', sentence: 'Cut from stop to stop.', caution: BLADE }),
  cut: () => ({ title: 'Cut', sentence: 'Cut along the line.', caution: BLADE }),
  glue: () => ({ title: 'Glue', sentence: 'Glue the two panels together.', caution: GLUE }),
  collapse: () => ({ title: 'Bring the folds together', sentence: 'Let all marked folds move at once.' }),
  wrap: () => ({ title: 'Wrap round', sentence: 'Lay the arms round one another.' }),
  join: ({ how }) => JOINS[how],
  'join-strip': (step, plan) => {
    const next = pieceOfPanel(step.lays, plan);
    return {
      title: `Join ${next} on`,
      sentence: `Fronts ${plan.parameters['tabLies'] === 'behind' ? 'up' : 'down'}, heads alike. Glue the tab of ${pieceOfPanel(step.onto, plan)} from its crease to its edge, over fresh waste paper${tabFace(plan)}. Lay the beginning of ${next} on it${edgeWords(plan)}, wipe the seam, and press it down under waxed paper until it holds.`,
      caution: GLUE,
    };
  },
  'hinge-on': (step, plan) => {
    const end = pieceOfPanel(step.onto, plan);
    const onBack = plan.parameters['hingeOn'] === 'back';
    const taped = step.how === 'tape';
    return {
      title: `${taped ? 'Tape' : 'Hinge'} on ${end}`,
      sentence: `${onBack ? 'Fronts down. ' : 'Fronts up. '}${taped ? 'Rub half the width of the tape down' : 'Crease the hinge strip along its middle and glue one half of it'} over the end of ${end}, its middle at the edge.`,
      ...(taped ? {} : { caution: GLUE }),
    };
  },
  'onto-hinge': (step, plan) => {
    const next = pieceOfPanel(step.lays, plan);
    const gap = gapOfJoint(step, plan);
    return {
      title: `Join ${next} on`,
      sentence: `${gap ? `Set the edge of ${next} so far from the other end that the gap is as wide as planned: the hinge closes round the outside here` : `Butt ${next} against the other end`}, heads alike and in line, ${step.how === 'tape' ? 'and rub the other half of the tape down over it' : 'glue the other half of the hinge over it, and press it down under waxed paper'}.`,
      ...(step.how === 'tape' ? {} : { caution: GLUE }),
    };
  },
  'fold-strip': (step, plan) => {
    const folds = step.bends.length;
    const [bend] = step.bends;
    const way = bend?.to === 'valley' ? 'forward, onto the front' : 'back, away from the front';
    const pieces = piecesOf(plan);
    const piece = pieceAt(bend?.crease.sheet ?? 0, plan);
    const last = piece === pieces.at(-1);
    return {
      title:
        pieces.length < 2
          ? 'Fold to and fro'
          : `Fold ${pieceWords(piece, plan)} ${folds === 1 ? 'over' : 'to and fro'}`,
      sentence: `Fold ${folds === 1 ? 'once' : `${folds} times, to and fro`}${last ? '' : ', the joint the last of them'}: the first goes ${way}. Lay panel on panel, a card of the panel’s width pushed into the last fold, and sharpen each before the next.`,
    };
  },
  'beginning-up': () => ({ title: 'Beginning up', sentence: 'Turn the pile over, so that its first panel lies up.' }),
  halve: () => ({
    title: 'Fold in half',
    sentence: 'Printed side up, bring the right edge over to the left and sharpen the fold.',
  }),
  'halve-again': () => ({
    title: 'And again',
    sentence: 'Fold the same way once more, fold to edge, and press it hard.',
  }),
  open: () => ({ title: 'Open it out', sentence: 'Unfold everything; the creases stay.' }),
  'halve-lengthwise': () => ({
    title: 'Fold lengthwise',
    sentence: 'Fold the far half away behind the near half, so that the printed sides stay outside.',
  }),
  'slit-middle': () => ({
    title: 'Slit the middle',
    sentence:
      'Cut along the middle crease, across the two panels in the middle only, from stop to stop. A slit past the crossing fold lets the book fall apart.',
    caution: BLADE,
  }),
  'push-to-plus': () => ({
    title: 'Push the ends together',
    sentence:
      'Stand it on its edge and push both ends in: the slit opens into a diamond, then closes to a plus of four arms.',
  }),
  'wrap-arms': () => ({
    title: 'Wrap the arms round',
    sentence: 'Lay the arms round one another with the cover outside, and press all folds flat.',
  }),
  'to-and-fro-columns': () => ({
    title: 'Crease the columns',
    sentence: 'While the sheet is whole, fold the columns to and fro and sharpen every fold.',
  }),
  'to-and-fro-rows': () => ({
    title: 'Crease the rows',
    sentence: 'Fold the rows to and fro the same way and sharpen every fold.',
  }),
  'cut-serpentine': (step) => {
    const cuts = step.segments.length;
    return {
      title: cuts === 1 ? 'Make the cut' : `Make ${cuts} cuts`,
      sentence:
        'Between the rows, stop each cut one panel short, at alternate ends. One cut in the wrong place spoils the sheet: check against the numbered dummy first.',
      caution: BLADE,
    };
  },
  'to-and-fro-row': () => ({
    title: 'Fold a row to and fro',
    sentence: 'Starting from the end of the strip, lay this row panel on panel, each fold against the last.',
  }),
  'fold-turn': () => ({ title: 'Fold the turn', sentence: 'Fold the pile over the turn, onto the row before it.' }),
  'nest-inside-up': (_, plan) =>
    plan.run.laid.sheets.length === 1
      ? { title: 'Inside up', sentence: 'Turn the sheet over like a page, so that the inside lies up.' }
      : {
          title: 'Insides up',
          sentence: `Lay ${foliosPerSection(plan).length > 1 ? 'the' : `all ${plan.run.laid.sheets.length}`} sheets on one another in order, with their insides up, sheet 1 undermost.`,
        },
  'fold-the-nest': (step, plan) => {
    const sheets = plan.run.laid.sheets.length;
    const half = `Fold the ${halfOver(step)} half over the other, edge to edge, and sharpen the fold: the cover lies up.`;
    return sheets === 1
      ? { title: 'Fold in half', sentence: half }
      : { title: 'Fold them together', sentence: `Knock them flush. ${half}${fewAtATime(sheets)}` };
  },
  'fold-a-section': (step) => {
    const [first, last] = sheetsOf(step);
    const which =
      first === last
        ? `Take sheet ${first + 1}, its inside up`
        : `Take sheets ${first + 1} to ${last + 1}, insides up, sheet ${first + 1} undermost, and knock them flush`;
    const lay = first === 0 ? 'Lay it down with its back up.' : 'Lay it back up on those before it.';
    return {
      title: 'Fold a section',
      sentence: `${which}. Fold the ${halfOver(step)} half over the other, edge to edge: sheet ${first + 1} comes outside. ${lay}${fewAtATime(last - first + 1)}`,
    };
  },
  'fold-a-flap': (step, plan) => {
    // Folios narrower than their sheet are cut to their width before anything is folded.
    const firstFold = plan.run.steps.find(({ kind }) => kind === 'fold');
    const cutsFirst = step === firstFold && needsOf(plan).includes('blade');
    const side = step.moving === 'after' ? 'right' : 'left';
    return {
      title: `Fold a flap of folio ${sheetsOf(step)[0] + 1} in`,
      sentence: `${cutsFirst ? 'Folios still as wide as the sheet are first cut to their width at the cut line. ' : ''}Fold the flap at the ${side} end over, onto the inside of the folio; its fold stands inside the fore-edge, its free edge clear of the gutter.`,
      ...(cutsFirst ? { caution: BLADE } : {}),
    };
  },
  'inside-up': () => ({ title: 'Inside up', sentence: 'Turn the sheet over like a page, so that the inside lies up.' }),
  'roll-in': (step, plan) => ({
    title: 'Roll the end in',
    sentence: `Fold ${rightEnd(step, plan)} over to the left; being narrower than the panel it comes to lie on, it stays clear of the next fold.`,
  }),
  'cover-over': (_, { run }) =>
    run.laid.panels.length === 2
      ? {
          title: 'Fold in half',
          sentence:
            'Fold the left half over onto the right one, edge to edge, and sharpen the fold: the cover lies up.',
        }
      : {
          title: 'Cover over',
          sentence: 'Fold the left panel over what is folded already: its other face is the cover.',
        },
  'flap-over': (step) => {
    const left = step.moving === 'before';
    return {
      title: `Fold the ${left ? 'left' : 'right'} flap over`,
      sentence: left
        ? 'Fold the flap at the left end over; its edge stops just short of the middle.'
        : 'Fold the flap at the right end over to meet the other; their edges stop just short of one another.',
    };
  },
  'fold-to-and-fro': (step, plan) => {
    const under = step.direction === 'mountain';
    return {
      title: 'Fold to and fro',
      sentence: `Fold ${rightEnd(step, plan)} ${under ? 'under, to lie behind' : 'over, to lie upon'} the panel beside it, edge to edge.`,
    };
  },
  'fold-across': (step, plan) => ({
    title: `Fold the right half ${way(step)}`,
    ...halved(step, plan, `Fold the right half ${way(step)} the left one, edge to edge, and sharpen the fold.`),
  }),
  'fold-along': (step, plan) => ({
    title: `Fold the near half ${way(step)}`,
    ...halved(step, plan, `Fold the near half ${way(step)} the far one, edge to edge, and sharpen the fold.`),
  }),
  'treat-turn': (step, plan) => turnWords(step, plan),
  nest: (_, plan) =>
    plan.run.laid.sheets.length > 1
      ? {
          title: 'Nest them',
          sentence:
            'Lay the folded folios into one another in their order and knock them up on the bench, first at the head, then on the fold, until both are flush.',
        }
      : { title: 'Knock it up', sentence: 'Knock the section up on the bench, first at the head, then on its fold.' },
  gather: ({ sections = 2 }) => ({
    title: 'Gather the sections',
    sentence: `Lay all ${sections} sections on one another in their order, heads alike, and knock them up on the spine and at the head. The first lies uppermost when the cover looks up.`,
  }),
  'lay-into-fold': () => ({
    title: 'Lay it into the fold',
    sentence:
      'Open the other piece at its fold and lay the section into it, fold in fold, heads flush. It must be no taller than the piece that holds it.',
  }),
  clip: () => ({
    title: 'Clip it',
    sentence:
      'Open it in the middle and clip the leaves together on either side, a scrap of tissue under every clip, so that nothing slides while it is pierced.',
  }),
  pierce: ({ stations = 0, sections = 1 }) => ({
    title: `Pierce ${counted(stations, 'hole')}${sections > 1 ? ' in each section' : ''}`,
    sentence:
      sections > 1
        ? `One section after another, open in its middle: lay the template into the fold, its head to the head, and pierce from inside out through all layers, straight along the fold, at all ${stations} stations. Every section gets the same holes.`
        : `Lay the template into the middle opening, its head to the head, and pierce from inside out through all layers, straight along the fold, at all ${stations} stations.`,
    caution: AWL,
  }),
  sew: ({ begins = 'inside', way = [] }) => ({
    title: 'Sew it',
    sentence: `Leave a finger’s length and more hanging ${begins}, and go ${pathWords(throughOneFold(begins, way))
      .map(({ text }) => text)
      .join(
        '; ',
      )}. Draw the thread along the fold, never across it, tie both ends${way.length > 2 && way[0] === way.at(-1) ? ' over the long stitch, one on either side of it' : ''}, and cut them to a finger’s width.`,
    caution: NEEDLE,
  }),
  'sew-section': ({ section = 1, sections = 1 }) =>
    section === 1
      ? {
          title: 'Sew the first section',
          sentence:
            'In at station 1 from outside, its end left hanging; along the inside, out and in again at each station with a loop left outside; out at the last.',
          caution: NEEDLE,
        }
      : {
          title: `Sew section ${section} of ${sections}`,
          sentence: `Lay section ${section} on, heads flush. In at the station where the thread is; at each next one out, under the thread of section ${section - 1}, and in again. At the end ${section === 2 ? 'tie with the end that was left hanging' : `go under the thread of section ${section - 1}`}${section === sections ? ', twice, and cut the end to a finger’s width' : ''}.`,
          caution: NEEDLE,
        },
  staple: ({ stations = 0 }) => ({
    title: `Staple it, ${counted(stations, 'staple')}`,
    sentence:
      'Its spine up over the saddle, the staple square on the fold: press once at each mark. Look inside: both legs lie flat, and none stands beside the fold.',
    caution: STAPLER,
  }),
  tie: () => ({
    title: 'Tie the cord',
    sentence:
      'Lay the cord into the fold of the middle opening, lead both ends round head and tail, and tie a bow: firm, but so that the spine stays straight.',
  }),
  press: () => ({
    title: 'Press it',
    sentence: 'Closed, between clean boards, under weights or in a press, until its spine stays down by itself.',
  }),
  trim: ({ edges = [] }) => ({
    title: `Trim the ${edges.join(', the ')}`,
    sentence: `Closed and pressed, cut off what is planned at the ${edges.join(', then at the ')}. ${capital(TRIM_CAUTION)}`,
    caution: BLADE,
  }),
  'glue-backs': () => ({
    title: 'Glue two backs',
    sentence: 'Glue the two backs all over, from the fold outward, and press them: they become one leaf.',
    caution: GLUE,
  }),
};

/** The sheets that a joined book runs through, strips and endpapers, from its beginning. */
const piecesOf = ({ run: { laid } }: FoldedBook): readonly number[] =>
  laid.sheets
    .flatMap(({ part }, sheet) => (laid.parts[part]!.part === 'hinges' ? [] : [sheet]))
    .sort((one, other) => laid.sheets[one]!.right - laid.sheets[other]!.right);

/** A piece; of a hinge the one at whose end it lies. */
const pieceAt = (sheet: number, plan: FoldedBook): number => {
  const { sheets } = plan.run.laid;
  return piecesOf(plan).findLast((piece) => piece === sheet || sheets[piece]!.right < sheets[sheet]!.right) ?? 0;
};

/** Strips are counted from 1, whatever else the book is made of. */
export function pieceWords(sheet: number, plan: FoldedBook): string {
  const { laid } = plan.run;
  const pieces = piecesOf(plan);
  const strips = pieces.filter((piece) => laid.parts[laid.sheets[piece]!.part]!.part === 'strips');
  if (!strips.includes(sheet)) return sheet === pieces[0] ? 'the first endpaper' : 'the last endpaper';
  return strips.length > 1 ? `strip ${strips.indexOf(sheet) + 1}` : 'the strip';
}

const pieceOfPanel = (label: string, plan: FoldedBook): string =>
  pieceWords(pieceAt(plan.run.laid.panels.find((one) => one.label === label)!.sheet, plan), plan);

/** On which face of its tab a strip is glued. */
const tabFace = ({ parameters }: FoldedBook): string =>
  parameters['tabLies'] === 'behind' ? ', on its front' : ', on its back';

/** Where the edge of the next strip comes to lie. */
const edgeWords = ({ parameters }: FoldedBook): string =>
  parameters['inset'] === 'set-past'
    ? ', its edge as far past the crease as planned'
    : ', its edge flush with the crease';

/** Whether a gap is left between two ends: they lie apart before anything is folded. */
function gapOfJoint({ lays }: Extract<Step, { kind: 'join' }>, plan: FoldedBook): boolean {
  const { laid } = plan.run;
  const pieces = piecesOf(plan);
  const next = laid.panels.find((one) => one.label === lays)!;
  const [before, after] = [pieces[pieces.indexOf(next.sheet) - 1], next.sheet].map((sheet) => laid.sheets[sheet ?? 0]!);
  return after!.right > before!.right + before!.width;
}

/** Of a step that folds sheets taken out of the stack: the first and the last of them. */
const sheetsOf = (step: FoldStep): readonly [number, number] =>
  typeof step.layers === 'object' && 'sheets' in step.layers ? step.layers.sheets : [0, 0];

/** Which half of what lies there a fold lifts. */
const halfOver = (step: FoldStep): 'left' | 'right' => (step.moving === 'before' ? 'left' : 'right');

/** More folios than this are stiff to fold at once (usual). */
const FEW = 6;

const fewAtATime = (folios: number): string =>
  folios > FEW ? ` ${folios} folios are stiff to fold at once: fold a few at a time, then nest them.` : '';

/** What a fold from the far end moves: one panel at first, then that and all that is folded onto it. */
function rightEnd(step: Step, { run }: FoldedBook): string {
  const index = run.steps.indexOf(step);
  const motion = run.motions[index];
  const moved = motion?.kind === 'fold' ? motion.moved.length : 1;
  return moved === 1
    ? 'the panel at the right end'
    : `the panel that is at the right end now, together with the ${moved === 2 ? 'one' : NUMBERS[moved - 1]!} folded already,`;
}

const NUMBERS = ['none', 'one', 'two', 'three', 'four', 'five', 'six', 'seven'];

const way = (step: FoldStep): string => (step.direction === 'mountain' ? 'under' : 'over');

/** A fold in half; after the last one it is said which edges to slit, how, and with what care. */
const halved = (step: Step, { run, reading }: FoldedBook, sentence: string): Omit<StepWords, 'title'> =>
  step === run.steps[run.steps.length - 1] && reading.bolts.length
    ? {
        sentence: `${sentence} This last fold is the spine. Once it is pressed or sewn, slit the bolts at the ${reading.bolts.join(' and the ')}: a blunt paper knife drawn along inside the fold keeps to it, a fresh blade leaves it.`,
        caution: PAPER_KNIFE,
      }
    : { sentence };

function turnWords(step: Step, plan: FoldedBook): StepWords {
  const glued = plan.run.glued.find((one) => plan.run.steps[one.step] === step);
  switch (glued?.how) {
    case 'double-leaf':
      return {
        title: 'Glue the double leaf',
        sentence: 'At this turn the backs meet: glue them all over into one leaf.',
        caution: GLUE,
      };
    case 'pocket':
      return {
        title: 'Glue the pocket',
        sentence:
          'At this turn the backs meet: cut a thumb notch into the open edge of one of the two, then glue the two sides only; the third edge is the fold.',
        caution: `${BLADE} ${GLUE}`,
      };
    case 'glued-shut':
      return {
        title: 'Glue the turn shut',
        sentence: 'At this turn printed faces meet; glued together, two pages are hidden.',
        caution: GLUE,
      };
    case undefined:
      return {
        title: 'Leave the turn open',
        sentence: 'This turn stays a fold-out: it opens round its fold at the head or the tail.',
      };
  }
}

const JOINS: Readonly<Record<JoinHow, StepWords>> = {
  'glued-tab': {
    title: 'Glue the tab',
    sentence:
      'Glue from the fold to the edge of the tab, lay the next piece on flush with the fold, and press it down under waxed paper.',
    caution: GLUE,
  },
  'hinge-strip': {
    title: 'Glue a hinge strip over the joint',
    sentence:
      'Lay both ends against one another, glue the strip over them along its middle, and press it down under waxed paper.',
    caution: GLUE,
  },
  tape: {
    title: 'Tape the joint',
    sentence: 'Lay both ends against one another and rub the tape down over them along its middle.',
  },
  sewn: {
    title: 'Sew it in',
    sentence: 'Pierce the fold from the inside and sew through it.',
    caution: 'Fingers on either side of the fold, never on it: the awl comes through.',
  },
  'slipped-in': {
    title: 'Slip it in',
    sentence: 'Push it into its place as far as it goes; nothing holds it but the fold.',
  },
  cased: {
    title: 'Glue it into the cover',
    sentence: 'Glue the outer leaf all over, close the cover on it, and leave it under weights until it is dry.',
    caution: GLUE,
  },
};

export const stepWords = (step: Step, plan: FoldedBook): StepWords =>
  (WORDS[step.purpose] as (step: Step, plan: FoldedBook) => StepWords)(step, plan);

/** Every step of a book; a row repeated is counted off. */
export function programmeWords(plan: FoldedBook): readonly StepWords[] {
  const steps = plan.run.steps;
  return steps.map((step, i) => {
    const words = stepWords(step, plan);
    const alike = steps.filter(({ purpose }) => purpose === step.purpose);
    // Sections are counted in their own words.
    if (alike.length < 2 || step.kind === 'bind' || step.purpose === 'open' || step.purpose === 'halve-lengthwise')
      return words;
    const nth = steps.slice(0, i + 1).filter(({ purpose }) => purpose === step.purpose).length;
    return { ...words, title: `${words.title}, ${nth} of ${alike.length}` };
  });
}
