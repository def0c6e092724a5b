import { Refusal } from '../errors.ts';

/** Which sheets are asked for ("2", "3-5,8"), 0-based; those beyond the book are passed over, none left is said. */
export function sheetsAsked(count: number, ranges: string | undefined): readonly number[] {
  const all = Array.from({ length: count }, (_, i) => i);
  const within = ranges?.split(',').map((range) => {
    const [from, to] = range.split('-').map((text) => Number(text.trim())) as [number, number | undefined];
    return [from - 1, (to ?? from) - 1] as const;
  });
  const asked = within ? all.filter((i) => within.some(([from, to]) => i >= from && i <= to)) : all;
  if (asked.length === 0)
    throw new Refusal(
      'plan-impossible',
      `There is nothing to print in “${ranges}”: the book has ${count === 1 ? '1 sheet' : `sheets 1 to ${count}`}.`,
    );
  return asked;
}
