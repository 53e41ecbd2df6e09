/**
 * How many cases a slow test looks at: as many as `npm test` has time for, or all that there are, which `npm run bench -- --torture` runs.
 */
export const MANY = process.env.RAIN_BED_CASES === 'many';

/** The first of some cases, which show each kind once, or all of them. */
export const some = <T>(all: readonly T[], usual: number): readonly T[] => (MANY ? all : all.slice(0, usual));

/** How often a property is tried. */
export const runs = (usual: number): number => (MANY ? usual * 20 : usual);
