/** The faces of the sheet that this version has, in working order. */
export const FACES = ['pictures', 'bed', 'voice', 'balance', 'finish'] as const;
export type Face = (typeof FACES)[number];
