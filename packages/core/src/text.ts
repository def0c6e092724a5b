/** A text cut to so many signs (UTF-16 units), never through one that people see as one: what is left ends whole. */
export function cutText(text: string, most: number): string {
  if (text.length <= most) return text;
  let end = 0;
  // The signs of a long text are looked at only as far as they are kept.
  for (const { index, segment } of new Intl.Segmenter().segment(text.slice(0, most + 64))) {
    if (index + segment.length > most) break;
    end = index + segment.length;
  }
  return text.slice(0, end);
}
