import { mm } from '../units/nm.ts';

/** Papers that a maker's printer takes. */
export const PRINTER_PAGES = {
  a4: { width: mm(210), height: mm(297) },
  a3: { width: mm(297), height: mm(420) },
  letter: { width: mm(215.9), height: mm(279.4) },
} as const;
export type PrinterPage = keyof typeof PRINTER_PAGES;

/** Left free round what is laid on them: more than any home printer fails to reach (13 mm at one edge, usual). */
export const RIM = mm(15);
