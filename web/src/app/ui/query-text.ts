/** A text of the address: what it does not hold comes in as nothing, which is an empty text here. */
export const queryText = (text: string | undefined): string => text ?? '';
