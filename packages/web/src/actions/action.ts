/** Something a maker can do now. The registry feeds keys, the sheet of shortcuts and the buttons. */
export interface Action {
  readonly id: string;
  readonly title: string;
  /** what it is also called, when it is looked for */
  readonly also?: string;
  /** as written on the sheet of shortcuts: `T`, `?`, `Ctrl Z`, `←` */
  readonly keys?: string;
  readonly run: () => void;
  readonly enabled?: boolean;
}
