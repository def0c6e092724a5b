import Papa from 'papaparse';

/** A table for a spreadsheet: UTF-8 with the mark that makes spreadsheets believe it. */
export const csvText = (rows: string): string => `\uFEFF${rows}\r\n`;

/** Text as spreadsheets save it: UTF-8 or UTF-16 with their marks, else the code page of Western desks. */
function decoded(bytes: Buffer): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder('utf-16le').decode(bytes);
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return new TextDecoder('utf-16be').decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}

/** Rows of a table separated by commas, semicolons or tabs. */
export const readCsv = (bytes: Buffer): readonly (readonly string[])[] =>
  Papa.parse<string[]>(decoded(bytes), { delimitersToGuess: [',', ';', '\t'], skipEmptyLines: 'greedy' }).data;
