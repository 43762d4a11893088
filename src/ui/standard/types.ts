import { foldName } from '@/core/dxf/interner';
import type { UseOnFile } from '@/core/inspect/uses';
import type { FieldFault, Standard } from '@/core/standard/standard';
import { count } from '../kit/format';

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
  readonly withdrawnAt: string | null;
  readonly withdrawnBy: string | null;
  readonly withdrawnNote: string;
  readonly layerCount: number;
  /** How far one can go back and forth in the draft. */
  readonly steps: { readonly undo: number; readonly redo: number };
}

/** The draft as a page has it before it; saving raises its version. */
export type DraftSeen = Pick<EditionHead, 'id' | 'number' | 'version' | 'label' | 'layerCount'>;

export interface EditionView extends EditionHead {
  readonly standard: Standard;
}

/** Uses of one kind of definition in the drawings on file, by folded name. */
export type OnFile = ReadonlyMap<string, UseOnFile>;

/** "On 212 objects in 14 drawings on file". */
export function formatOnFile(onFile: OnFile | undefined, name: string): string {
  const use = onFile?.get(foldName(name));
  return use
    ? `On ${count(use.objects, 'object')} in ${count(use.drawings, 'drawing')} on file.`
    : 'On no object of the drawings on file.';
}

/** What the view of a kind of definition is given. */
export interface ViewProps {
  readonly standard: Standard;
  /** Number by which the edition is asked for. */
  readonly edition: number;
  readonly editable: boolean;
  readonly save: Save;
  /** What the drawings on file use. */
  readonly onFile?: OnFile;
}

/** Saves a changed standard; answers with what is wrong, by path, or with nothing when it is saved. */
export type Save = (next: Standard) => Promise<readonly FieldFault[]>;

/** The words of the fault that lies at or under a path, if there is one. */
export function faultAt(faults: readonly FieldFault[], ...path: (string | number)[]): string | undefined {
  return faults.find((fault) => path.every((part, i) => fault.path[i] === part))?.message;
}
