import { counted } from './counted.ts';
import type { FileNote, FileProblem } from '@eight-up/core/book/file-problem';

/** Why a file was refused, following its name; the book and all other files are untouched. */
export function fileProblemWords(problem: FileProblem): string {
  switch (problem.code) {
    case 'file-empty':
      return 'is empty (0 bytes). Save it again and drop it once more.';
    case 'file-not-a-picture':
      return 'is not a JPEG, PNG, WebP, TIFF, GIF, SVG or PDF, whatever its name says. Save it as one of these.';
    case 'file-truncated':
      return 'ends in the middle: part of it is missing. Copy it again from where it came.';
    case 'picture-too-large':
      return `has ${problem.megapixels} megapixels; ${problem.most} is the most that can be opened. Save it smaller.`;
    case 'picture-broken':
      return 'is a picture that cannot be read: it is damaged, or of a rare kind. Save it again as JPEG or PNG.';
    case 'file-too-demanding':
      return problem.why === 'time'
        ? 'was given up: reading it takes too long. Simplify it, or save it anew from another program.'
        : 'was given up: reading it takes more memory than a file may have here. Simplify it, or save it anew from another program.';
    case 'svg-broken':
      return 'is a drawing that cannot be read: it is damaged, or it shows nothing. Export it again.';
    case 'svg-too-deep':
      return `nests ${problem.depth} groups in one another; ${problem.most} is the most. Ungroup it in the drawing program.`;
    case 'svg-too-large':
      return `is a drawing of ${problem.megabytes} MB; ${problem.most} is the most that can be taken. Simplify it, or save it as a picture.`;
    case 'svg-too-many-shapes':
      return `is a drawing of ${problem.shapes.toLocaleString('en')} shapes, those drawn again counted; ${problem.most.toLocaleString('en')} is the most that can be taken. Simplify it, or save it as a picture.`;
    case 'pdf-broken':
      return 'is a PDF that cannot be read: it is damaged. Export it again.';
    case 'pdf-page-broken':
      return `is a PDF whose page ${problem.page} cannot be drawn. Export it again, or leave that page out.`;
    case 'pdf-without-pages':
      return 'is a PDF without any page.';
    case 'pdf-encrypted':
      return 'is a PDF locked with a password. Give the password to open it; it is used once and not kept.';
    case 'pdf-wrong-password':
      return 'is locked, and the password did not open it. Try again; it is not kept.';
  }
}

/** What to know of a file that was taken, following its name. */
export function fileNoteWords(note: FileNote): string {
  switch (note.code) {
    case 'first-frame-only':
      return `moves: it has ${note.frames} frames. Paper does not; the first is used.`;
    case 'svg-cleaned':
      return `was cleaned: ${note.removed.join(', ')} left out. What it draws is kept.`;
    case 'svg-will-miss':
      return `will print without all it has: ${note.missing.join('; ')}. Look at it in the print file, or save it as a PDF or a picture.`;
    case 'pdf-scripts-left-out':
      return 'carries scripts. They do not run here and do not get into the print.';
    case 'pdf-attachments-left-out':
      return 'carries other files inside. They stay in the original and do not get into the print.';
    case 'ending-differs':
      return `is called .${note.ending}, but it is a ${note.kind.toUpperCase()}. It was taken as what it is.`;
  }
}

/** So many names are told; of more, how many. */
const NAMES_TOLD = 12;

/** Files that were still on their way into a book when their window was closed or loaded anew. */
export function brokenOffSentence({
  count,
  missing,
}: {
  readonly count: number;
  readonly missing: readonly string[];
}): string {
  const told = missing.slice(0, NAMES_TOLD).join(', ');
  const more = missing.length > NAMES_TOLD ? ` and ${missing.length - NAMES_TOLD} more` : '';
  const came = count - missing.length;
  const kept = came === 0 ? '' : ` ${counted(came, 'picture')} that had come ${came === 1 ? 'is' : 'are'} in the book.`;
  return `Taking in pictures stopped at ${came} of ${count}: the window was closed or loaded anew.${kept} Not there: ${told}${more}.`;
}
