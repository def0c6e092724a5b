import { defineEntity, type InferEntity, p } from '@mikro-orm/core';
import type { JointPlan } from '@eight-up/core/cutting/joint-plan';
import type { AssetKind, AssetPage } from '@eight-up/core/document/asset';
import type { BookDocument } from '@eight-up/core/document/document';
import type { StoredChange } from '@eight-up/core/book/patch';
import type { MakerSettings } from '@eight-up/core/document/maker-settings';
import type { Measurement, Method } from '@eight-up/core/measuring/measurement';
import type { Nm } from '@eight-up/core/units/nm';
import type { PaperDraft } from '@eight-up/core/paper/paper';
import type { PrinterDraft } from '@eight-up/core/printer/printer';

/** A book as it stands now. `undoTop` and `redoTop` are revision numbers: what undo and redo would take next. */
export const BookRow = defineEntity({
  name: 'BookRow',
  tableName: 'book',
  properties: {
    id: p.string().primary(),
    doc: p.json<BookDocument>(),
    revision: p.integer(),
    undoTop: p.integer().nullable(),
    redoTop: p.integer().nullable(),
    createdAt: p.datetime(),
    savedAt: p.datetime(),
    /** when the book was put into the bin; null while it stands on the shelf */
    binnedAt: p.datetime().nullable(),
  },
});
export type BookRow = InferEntity<typeof BookRow>;

/** One change, in the order in which they were made; undo and redo are changes too, so nothing is ever lost. */
export const RevisionRow = defineEntity({
  name: 'RevisionRow',
  tableName: 'revision',
  uniques: [{ properties: ['bookId', 'n'] }],
  properties: {
    id: p.integer().primary().autoincrement(),
    bookId: p.string(),
    n: p.integer(),
    kind: p.string().$type<'change' | 'undo' | 'redo' | 'go-back'>(),
    command: p.json<StoredChange>(),
    inverse: p.json<StoredChange>(),
    /** the revision that an undo took back, a redo made again, or a going back took up again */
    target: p.integer().nullable(),
    /** the heads of the undo and redo chains before this revision */
    undoBefore: p.integer().nullable(),
    redoBefore: p.integer().nullable(),
    authorWindow: p.string(),
    at: p.datetime(),
    /** shared by changes that were one act of the maker's: taken back together */
    act: p.string().nullable(),
  },
});
export type RevisionRow = InferEntity<typeof RevisionRow>;

/** A state of a book that the maker gave a name. */
export const PointRow = defineEntity({
  name: 'PointRow',
  tableName: 'point',
  properties: {
    bookId: p.string().primary(),
    n: p.integer().primary(),
    name: p.string(),
  },
});
export type PointRow = InferEntity<typeof PointRow>;

/** What is known of an original; the bytes lie in the data folder under the same id. */
export const AssetRow = defineEntity({
  name: 'AssetRow',
  tableName: 'asset',
  properties: {
    id: p.string().primary(),
    kind: p.string().$type<AssetKind>(),
    bytes: p.integer(),
    pages: p.json<readonly AssetPage[]>(),
    createdAt: p.datetime(),
    /** received for a book that does not name it yet: no sweep takes it before then */
    sparedUntil: p.datetime().nullable(),
  },
});
export type AssetRow = InferEntity<typeof AssetRow>;

/** That a book names an original, in its document or anywhere in its history. */
export const NamedOriginalRow = defineEntity({
  name: 'NamedOriginalRow',
  tableName: 'named_original',
  properties: {
    bookId: p.string().primary(),
    assetId: p.string().primary().index(),
  },
});
export type NamedOriginalRow = InferEntity<typeof NamedOriginalRow>;

/** A paper in the drawer; taken out, it is kept so that taking it out can be undone. */
export const PaperRow = defineEntity({
  name: 'PaperRow',
  tableName: 'paper',
  properties: {
    id: p.string().primary(),
    doc: p.json<PaperDraft>(),
    /** papers lie in the order in which they came in */
    place: p.integer(),
    /** changes so far: whoever changes it says which one they saw */
    revision: p.integer().default(0),
    changedAt: p.datetime(),
    takenOutAt: p.datetime().nullable(),
  },
});
export type PaperRow = InferEntity<typeof PaperRow>;

/** A printer of the maker's; taken away, it is kept so that taking it away can be undone. */
export const PrinterRow = defineEntity({
  name: 'PrinterRow',
  tableName: 'printer',
  properties: {
    id: p.string().primary(),
    doc: p.json<PrinterDraft>(),
    /** changes so far: whoever changes it says which one they saw */
    revision: p.integer().default(0),
    changedAt: p.datetime(),
    takenAwayAt: p.datetime().nullable(),
  },
});
export type PrinterRow = InferEntity<typeof PrinterRow>;

/** Books that are cut together from one paper. */
export const JointPlanRow = defineEntity({
  name: 'JointPlanRow',
  tableName: 'joint_plan',
  properties: {
    id: p.string().primary(),
    doc: p.json<JointPlan>(),
    /** changes so far: whoever changes it says which one they saw */
    revision: p.integer().default(0),
    changedAt: p.datetime(),
  },
});
export type JointPlanRow = InferEntity<typeof JointPlanRow>;

/** What was measured; rows are added, never changed. `n` counts them. */
export const MeasurementRow = defineEntity({
  name: 'MeasurementRow',
  tableName: 'measurement',
  properties: {
    n: p.integer().primary().autoincrement(),
    id: p.string().unique(),
    method: p.string().$type<Method>(),
    bookId: p.string().nullable().index(),
    paperId: p.string().nullable().index(),
    printerId: p.string().nullable().index(),
    lengths: p.json<Measurement['lengths']>().nullable(),
    at: p.datetime(),
    count: p.integer(),
    spread: p.integer().$type<Nm>().nullable(),
  },
});
export type MeasurementRow = InferEntity<typeof MeasurementRow>;

/** What the maker has set once for the whole application: one row. */
export const MakerSettingsRow = defineEntity({
  name: 'MakerSettingsRow',
  tableName: 'maker_settings',
  properties: {
    id: p.string().primary(),
    doc: p.json<MakerSettings>(),
  },
});
export type MakerSettingsRow = InferEntity<typeof MakerSettingsRow>;

export const ENTITIES = [
  BookRow,
  RevisionRow,
  PointRow,
  AssetRow,
  NamedOriginalRow,
  PaperRow,
  PrinterRow,
  JointPlanRow,
  MeasurementRow,
  MakerSettingsRow,
];
