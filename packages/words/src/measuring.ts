import type { Measurement, MeasurementProblem, Method, Subject } from '@eight-up/core/measuring/measurement';
import { standardError } from '@eight-up/core/measuring/measurement';
import { measure, type LengthUnit } from '@eight-up/core/units/measure';
import { counted } from './counted.ts';

/** What a method finds. */
const METHOD_WORDS: Readonly<Record<Method, string>> = {
  caliper: 'the thickness of one sheet',
  'take-up': 'what a fold takes up',
  creep: 'the creep from folio to folio',
  'closed-thickness': 'the thickness of the closed book',
  register: 'how far pictures miss each other',
  'block-edge': 'how far the edge of a block is out',
  'reading-error': 'your reading error',
  'test-print': 'what a test print shows',
};

/** What is counted for it. */
const COUNTED: Readonly<Record<Method, readonly [one: string, many?: string]>> = {
  caliper: ['sheet'],
  'take-up': ['fold'],
  creep: ['folio'],
  'closed-thickness': ['book'],
  register: ['joint'],
  'block-edge': ['block'],
  'reading-error': ['mark'],
  'test-print': ['print'],
};

const SUBJECT_WORDS: Readonly<Record<Subject, string>> = { book: 'a book', paper: 'a paper', printer: 'a printer' };

const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });

/** When it was measured, on how many, and how sure that is. */
export function measuredWords(one: Pick<Measurement, 'method' | 'at' | 'count' | 'spread'>, unit: LengthUnit): string {
  const [singular, plural] = COUNTED[one.method];
  const on = one.count > 1 ? ` on ${counted(one.count, singular, plural)}` : '';
  const error = standardError(one);
  return `measured ${day.format(new Date(one.at))}${on}${error === null ? '' : `, ± ${measure(error, unit)}`}`;
}

/** Why a measurement was not kept. */
export function measurementProblemWords(problem: MeasurementProblem, unit: LengthUnit): string {
  const what = METHOD_WORDS[problem.method];
  switch (problem.code) {
    case 'measurement-of-nothing':
      return `Of ${what} it has to be said which ${SUBJECT_WORDS[problem.subject].slice(2)} it was measured on. Nothing was kept.`;
    case 'measurement-of-other':
      return `Of ${what} there is nothing to measure on ${SUBJECT_WORDS[problem.subject]}. Nothing was kept.`;
    case 'measurement-without':
      return `Of ${what} “${problem.length}” is missing, or is none of its lengths. Nothing was kept.`;
    case 'measurement-out-of-range':
      return `${measure(problem.value, unit)} cannot be ${what}: between ${measure(problem.least, unit)} and ${measure(problem.most, unit)} it is believed. Is the unit right? Nothing was kept.`;
  }
}
