/** Pixels an inch at printed size: good from here on. */
export const GOOD_RESOLUTION = 300;
/** Below this it shows. */
export const SOFT_RESOLUTION = 200;
