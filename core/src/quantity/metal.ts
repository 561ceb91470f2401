/** Metals as a gauge sees them: iron and steel grow alike within what a workshop sees, aluminium does not. */
export const METALS = ['iron', 'aluminium'] as const;
export type Metal = (typeof METALS)[number];
