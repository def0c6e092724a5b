import { BINDING_MIGRATIONS } from './binding.ts';
import { FORM_MIGRATIONS } from './form.ts';
import { KIT_MIGRATIONS } from './kit.ts';
import { PART_KEYS, type DocumentPart, type Json, type Migration } from './migration.ts';
import { WHOLE_MIGRATIONS } from './whole.ts';

/** All of them in the order in which they were written: what concerns several parts finds each as it was at the time. */
export const MIGRATIONS: readonly Migration[] = [
  ...WHOLE_MIGRATIONS,
  ...KIT_MIGRATIONS,
  ...FORM_MIGRATIONS,
  ...BINDING_MIGRATIONS,
];

/** Which version of each part a document is. */
export type Versions = Readonly<Record<DocumentPart, number>>;

const NONE: Versions = { whole: 0, form: 0, pages: 0, printing: 0, kit: 0, papers: 0, binding: 0 };

/** The versions that this program writes. */
export const VERSIONS: Versions = MIGRATIONS.reduce(
  (newest, { part, from }) => ({ ...newest, [part]: from + 1 }),
  NONE,
);

/** Of a stored document, of whatever age: up to version 6 there was one number for all. Undefined where it is none of ours. */
export function versionsOf({ version, versions }: Json): Versions | undefined {
  if (Number.isInteger(version)) return { ...NONE, whole: Number(version) };
  return typeof versions === 'object' && versions !== null ? { ...NONE, ...versions } : undefined;
}

export const areSame = (one: Versions | undefined, other: Versions): boolean =>
  one !== undefined &&
  Object.keys({ ...one, ...other }).every((part) => one[part as DocumentPart] === other[part as DocumentPart]);

export const areOfToday = (versions: Versions | undefined): boolean => areSame(versions, VERSIONS);

/** A stored document brought up to the newest version, each step once; one that already is, or is none of ours, comes back as it was. */
export function migrateDocument(stored: Json): Json {
  const versions = versionsOf(stored);
  if (!versions || areOfToday(versions)) return stored;
  const { version: _, ...document } = stored;
  return MIGRATIONS.reduce<Json>(
    (old, { part, from, up }) => {
      const before = old.versions as Versions;
      if (before[part] !== from) return old;
      const now = part === 'whole' ? up(old) : { ...old, ...up(partOf(old, part)) };
      return { ...now, versions: { ...before, [part]: from + 1 } };
    },
    { ...document, versions },
  );
}

const partOf = (document: Json, part: keyof typeof PART_KEYS): Json =>
  Object.fromEntries(PART_KEYS[part].filter((key) => key in document).map((key) => [key, document[key]]));

/** What a maker did, stored when a document was of these versions, in the words of today. */
export const migrateCommand = (command: Json, versions: Versions): Json =>
  MIGRATIONS.filter(({ part, from }) => from >= versions[part]).reduce(
    (old, { command: reword = (same) => same }) => reword(old),
    command,
  );
