/** A waiver as the register lists it; the same shape as the server's. */
export interface WaiverView {
  readonly id: number;
  readonly rule: string;
  readonly scope: 'drawing' | 'project' | 'sender';
  readonly drawingId: number | null;
  readonly drawing: string | null;
  readonly project: string | null;
  readonly sender: string | null;
  readonly about: string;
  readonly reason: string;
  readonly by: string;
  readonly saidAt: string;
  readonly until: string;
  readonly endedAt: string | null;
  readonly endedBy: string | null;
  readonly state: 'holds' | 'ended';
  readonly drawings: number;
}

/** Where a waiver holds, in words. */
export const whereOf = ({ scope, drawing, project, sender }: WaiverView): string =>
  scope === 'drawing' ? (drawing ?? '') : scope === 'project' ? `project ${project}` : `all of ${sender}`;

const KEPT = 'zinc-warden waiver name';

/** Who waived last on this machine, to begin with. */
export const nameKept = (): string => {
  try {
    return window.localStorage.getItem(KEPT) ?? '';
  } catch {
    return '';
  }
};

export const keepName = (name: string): void => {
  try {
    window.localStorage.setItem(KEPT, name);
  } catch {
    // A browser that keeps nothing asks for the name each time.
  }
};
