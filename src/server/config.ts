import { resolve } from 'node:path';

/** Where everything that is kept lies: the database, the originals, the corrected drawings and the pictures. */
export const dataFolder = (): string => resolve(process.env.ZINC_WARDEN_DATA ?? './data');

/** Largest upload that is taken in, bytes. */
export const largestUpload = (): number => Number(process.env.ZINC_WARDEN_LARGEST_MB ?? 500) * 1_000_000;

const positive = (text: string | undefined, otherwise: number): number => {
  const value = Number(text);
  return Number.isFinite(value) && value > 0 ? value : otherwise;
};

/** Threads that work on drawings. */
export const workerCount = (): number => Math.round(positive(process.env.ZINC_WARDEN_WORKERS, 2));

/** How long one task may take, and how much memory. */
export const taskMinutes = (): number => positive(process.env.ZINC_WARDEN_TASK_MINUTES, 10);
export const taskMegabytes = (): number => positive(process.env.ZINC_WARDEN_TASK_MB, 4096);

/** What kept pictures may take up on the disk, bytes. */
export const mostPictureBytes = (): number => positive(process.env.ZINC_WARDEN_PICTURES_MB, 2000) * 1_000_000;
