import type { DeviceBehaviour } from '../src/printer/device.ts';

/** Every device there can be. */
export const EVERY_DEVICE: readonly DeviceBehaviour[] = (['top', 'bottom'] as const).flatMap((feedsFrom) =>
  (['up', 'down'] as const).flatMap((prints) =>
    (['far', 'near'] as const).flatMap((head) =>
      (['up', 'down'] as const).flatMap((comesOut) =>
        (['far', 'near'] as const).flatMap((headOut) =>
          (['on-top', 'under'] as const).map((piles) => ({ feedsFrom, prints, head, comesOut, headOut, piles })),
        ),
      ),
    ),
  ),
);
