/** "contact" as a sentence begins with it: "Contact". */
export const capital = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1);

/** "Shoulder-in" within a sentence: "shoulder-in". */
export const lower = (s: string): string => s.charAt(0).toLowerCase() + s.slice(1);
