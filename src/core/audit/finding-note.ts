/** Where a finding stands for whoever works down the list; it changes no verdict. */
export const FINDING_STATUSES = ['open', 'looked at', 'asked', 'later'] as const;
export type FindingStatus = (typeof FINDING_STATUSES)[number];

/** What a person wrote beside a finding. */
export interface FindingNote {
  readonly status: FindingStatus;
  readonly note: string;
  readonly saidAt: string;
}
