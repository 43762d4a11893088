/** Words in one line, without what does not show: blanks at the ends, and more than one between words. */
export const oneLine = (words: string): string => words.replace(/\s+/g, ' ').trim();
