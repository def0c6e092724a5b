import { intoAFold } from './into-a-fold.ts';
import { link } from './link.ts';
import { pamphlet } from './pamphlet.ts';
import { running } from './running.ts';
import { saddleStaples } from './saddle-staples.ts';
import type { Stitch } from './stitch.ts';
import { tiedCord } from './tied-cord.ts';

/** Every stitch there is: one file each, one line here. */
const DECLARED = [pamphlet, running, saddleStaples, link, intoAFold, tiedCord] as const;

type Declared = (typeof DECLARED)[number];
export type StitchId = Declared['id'];
export type StitchById = { readonly [I in StitchId]: Extract<Declared, { readonly id: I }> };

export const STITCHES = DECLARED as unknown as readonly Stitch[];

export const stitchById = (id: string): Stitch | undefined => STITCHES.find((stitch) => stitch.id === id);
