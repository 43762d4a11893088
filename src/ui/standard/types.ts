import type { FieldFault, Standard } from '@/core/standard/standard';

export interface EditionHead {
  readonly id: number;
  readonly number: number;
  readonly state: 'draft' | 'issued' | 'withdrawn';
  readonly label: string;
  readonly version: number;
  readonly changedAt: string;
  readonly issuedAt: string | null;
  readonly issuedBy: string | null;
  readonly note: string;
  readonly layerCount: number;
}

export interface EditionView extends EditionHead {
  readonly standard: Standard;
}

/** Saves a changed standard; answers with what is wrong, by path, or with nothing when it is saved. */
export type Save = (next: Standard) => Promise<readonly FieldFault[]>;

/** The words of the fault that lies at or under a path, if there is one. */
export function faultAt(faults: readonly FieldFault[], ...path: (string | number)[]): string | undefined {
  return faults.find((fault) => path.every((part, i) => fault.path[i] === part))?.message;
}
