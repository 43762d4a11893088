import { resolve } from 'node:path';

/** Where everything that is kept lies: the database, the originals, the corrected drawings and the pictures. */
export const dataFolder = (): string => resolve(process.env.ZINC_WARDEN_DATA ?? './data');

/** Largest upload that is taken in, bytes. */
export const largestUpload = (): number => Number(process.env.ZINC_WARDEN_LARGEST_MB ?? 500) * 1_000_000;
