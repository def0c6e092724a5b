/** Layers of every drawing and file. The names are those of the layers in SVG and DXF files. */
export type Layer =
  | 'cut'
  | 'slit'
  | 'valley'
  | 'mountain'
  | 'creased'
  | 'tear'
  | 'glue'
  | 'station'
  | 'thread'
  | 'trim'
  | 'mark'
  | 'fibre';

/** How a line looks: told apart by shape alone (black and white, any eyes); colour only helps. Widths and dashes in millimetres. */
export interface LineLook {
  readonly width: number;
  readonly dash: readonly number[];
  readonly colour: string;
}

const INK = '#16261f';

/** Valley long dashes, mountain dash and dot, cut and slit heavy, a crease that lies flat in the book fine dots, thread plied: hardly broken. */
export const LINE_CODE: Readonly<Record<Layer, LineLook>> = {
  cut: { width: 0.7, dash: [], colour: '#c2410c' },
  slit: { width: 0.7, dash: [], colour: '#c2410c' },
  valley: { width: 0.3, dash: [5, 1.8], colour: INK },
  mountain: { width: 0.3, dash: [4, 1.4, 0.5, 1.4], colour: INK },
  creased: { width: 0.2, dash: [0.4, 1.2], colour: '#5c6b63' },
  tear: { width: 0.4, dash: [1, 0.6], colour: '#c2410c' },
  glue: { width: 0.25, dash: [1.2, 0.8], colour: '#8a6414' },
  station: { width: 0.3, dash: [], colour: '#0f766e' },
  thread: { width: 0.9, dash: [3.4, 0.4], colour: '#7a3b69' },
  trim: { width: 0.25, dash: [2.4, 0.8], colour: INK },
  mark: { width: 0.2, dash: [], colour: INK },
  fibre: { width: 0.08, dash: [], colour: '#8d8a7c' },
};
