import { formById } from '@eight-up/core/forms/registry';
import { turnedSheet, type Sheet } from '@eight-up/core/paper/sheet-size';

/** A form likes its sheet lying or does not care; turning the sheet turns its fibres with it. */
export const laidFor = (formId: string, sheet: Sheet): Sheet =>
  formById(formId)?.lies === 'landscape' && sheet.height > sheet.width ? turnedSheet(sheet) : sheet;
