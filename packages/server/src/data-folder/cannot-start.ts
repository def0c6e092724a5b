/** Why Eight Up does not start on a data folder: a sentence that names the file, says that nothing was changed, and what to do. */
export class CannotStart extends Error {}
