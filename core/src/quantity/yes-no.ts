export const YES_NO = ['yes', 'no'] as const;
/** What a question is answered with. */
export type YesNo = (typeof YES_NO)[number];
