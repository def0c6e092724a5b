import { USUAL_TAB } from '../paper/sheet-size.ts';
import type { LengthUnit } from '../units/measure.ts';
import type { Nm } from '../units/nm.ts';

/** What a maker sets once for the whole application. */
export interface MakerSettings {
  readonly unit: LengthUnit;
  /** three letters, as ISO 4217 has them; null: prices are plain numbers */
  readonly currency: string | null;
  /** of the tab by which one strip is glued to the next */
  readonly tab: Nm;
}

export const USUAL_SETTINGS: MakerSettings = { unit: 'mm', currency: null, tab: USUAL_TAB };
