/** A piece of text as a PDF places it: its box on the page as seen, in shares. */
export interface TextBox {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** Boxes whose middles lie in one another's height, and that are no further apart than letters of their size are, become one line. */
export function joinedLines(boxes: readonly TextBox[]): readonly TextBox[] {
  const lines: TextBox[] = [];
  for (const box of [...boxes].sort((one, other) => one.top - other.top || one.left - other.left)) {
    const i = lines.findIndex(
      (line) =>
        Math.abs(line.top + line.height / 2 - box.top - box.height / 2) < Math.max(line.height, box.height) / 2 &&
        box.left - line.left - line.width < 2 * line.height &&
        line.left - box.left - box.width < 2 * line.height,
    );
    const line = lines[i];
    if (!line) {
      lines.push(box);
      continue;
    }
    const [left, top] = [Math.min(line.left, box.left), Math.min(line.top, box.top)];
    lines[i] = {
      left,
      top,
      width: Math.max(line.left + line.width, box.left + box.width) - left,
      height: Math.max(line.top + line.height, box.top + box.height) - top,
    };
  }
  return lines;
}
