import type { CheckProgress } from '@eight-up/core/safekeeping/folder-check';

/** Says how far a job is; whoever asked for it may show that. */
export type Tell = (progress: CheckProgress) => void;
