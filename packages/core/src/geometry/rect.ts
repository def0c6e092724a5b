/** An upright rectangle; units are the user's. */
export interface Rect {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

export const right = (rect: Rect): number => rect.left + rect.width;
export const bottom = (rect: Rect): number => rect.top + rect.height;

/** The common part, or undefined when the two share no area. */
export function meet(one: Rect, other: Rect): Rect | undefined {
  const left = Math.max(one.left, other.left);
  const top = Math.max(one.top, other.top);
  const width = Math.min(right(one), right(other)) - left;
  const height = Math.min(bottom(one), bottom(other)) - top;
  return width > 0 && height > 0 ? { left, top, width, height } : undefined;
}

/** Scaled about its own centre. */
export const scaledAboutCentre = (rect: Rect, scale: number): Rect => ({
  left: rect.left + (rect.width * (1 - scale)) / 2,
  top: rect.top + (rect.height * (1 - scale)) / 2,
  width: rect.width * scale,
  height: rect.height * scale,
});
