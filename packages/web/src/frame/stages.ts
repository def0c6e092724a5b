import { bindStage } from '../features/bind/stage.ts';
import { editionStage } from '../features/edition/stage.ts';
import { feedStage } from '../features/feed/stage.ts';
import { foldStage } from '../features/fold/stage.ts';
import { formStage } from '../features/form/stage.ts';
import { historyStage } from '../features/history/stage.ts';
import { markStage } from '../features/mark/stage.ts';
import { pagesStage } from '../features/pages/stage.ts';
import { paperStage } from '../features/paper/stage.ts';
import { sheetsStage } from '../features/sheets/stage.ts';
import type { StageDeclared } from '../base/stage.ts';

/** Every stage of a book; those of the strip in the order of work. */
export const STAGES: readonly StageDeclared[] = [
  formStage,
  paperStage,
  pagesStage,
  sheetsStage,
  markStage,
  foldStage,
  bindStage,
  feedStage,
  historyStage,
  editionStage,
];

export const ON_STRIP = STAGES.filter(({ onStrip }) => onStrip);

/** The key of a stage: its own, or its place on the strip. */
export const keysOf = (stage: StageDeclared): string | undefined =>
  stage.keys ?? (stage.onStrip ? String(ON_STRIP.indexOf(stage) + 1) : undefined);
