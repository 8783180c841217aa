export const STAGE_NUMBERS = [1, 2, 3, 4, 5, 6, 7, 8] as const;
export type Stage = (typeof STAGE_NUMBERS)[number];
