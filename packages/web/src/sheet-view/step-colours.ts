/** Colours in which a step shows where it happens, on the flat sheet and in space: the fold, the blade, the glue. */
export const STEP_LIGHT = { crease: '#0d9488', cut: '#d9480f', face: '#a9781a' } as const;
