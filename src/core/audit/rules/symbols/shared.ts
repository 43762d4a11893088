/** "3 placements". */
export const placements = (count: number): string => (count === 1 ? '1 placement' : `${count} placements`);
