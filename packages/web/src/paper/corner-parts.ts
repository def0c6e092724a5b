import type { Kit } from '@eight-up/core/document/kit';
import { pieceOfCorner, type BookKind, type Corner } from '@eight-up/core/cutting/sheet-becomes';
import type { Paper } from '@eight-up/core/paper/paper';
import { kindWords } from '@eight-up/words/cutting';

/** A kit with the pieces of a corner as plain parts, noted with what they are for. */
export const withParts = (kit: Kit, paper: Paper, corner: Corner, kind: BookKind): Kit => ({
  ...kit,
  pieces: [
    ...kit.pieces,
    {
      id: crypto.randomUUID(),
      name: kindWords(kind.id).one,
      ...pieceOfCorner(corner, kind),
      grain: corner.grain === 'any' ? 'any' : 'along-height',
      each: Math.min(1000, corner.across * corner.down),
      on: paper.kind,
      from: paper.kind,
      note: `For ${kindWords(kind.id).many}, as many as one sheet of ${paper.name} gives.`,
    },
  ],
});
