import { concertinaFixture } from './concertina.fixture.ts';
import type { FormFixture } from './fixture.ts';
import { foldOutBookletFixture } from './fold-out-booklet.fixture.ts';
import { meanderBookFixture } from './meander-book.fixture.ts';
import { nestedBookletFixture } from './nested-booklet.fixture.ts';
import { plainFoldFixture } from './plain-fold.fixture.ts';
import { rightAngleSectionFixture } from './right-angle-section.fixture.ts';
import { slitBookFixture } from './slit-book.fixture.ts';
import type { FormId } from './registry.ts';

/** Every form's fixture: one file each, one line here. Only tests read them. */
export const FIXTURES: { readonly [I in FormId]: FormFixture } = {
  'slit-book': slitBookFixture,
  'meander-book': meanderBookFixture,
  'nested-booklet': nestedBookletFixture,
  'right-angle-section': rightAngleSectionFixture,
  'fold-out-booklet': foldOutBookletFixture,
  'plain-fold': plainFoldFixture,
  concertina: concertinaFixture,
};
