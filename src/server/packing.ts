import { deflateRawSync, inflateRawSync } from 'node:zlib';
import { listedFindings } from '../core/audit/capped';
import { leftOpen } from '../core/audit/families';
import { type Audit, countByWeight, type Finding, listed, MOST_LISTED } from '../core/audit/finding';
import type { Change } from '../core/audit/rule';
import type { SheetHead } from '../core/drawing/sheets/heads';
import type { Weight } from '../core/standard/rule-settings';

/** A finding as a row of the database. */
export interface PackedFinding {
  readonly rule: string;
  readonly key: string;
  readonly weight: Weight;
  readonly correction: Finding['correction'];
  readonly cause: string;
  readonly layer: string;
  readonly sheet: string;
  readonly objects: number;
  readonly body: string;
  /** All handles, where the body does not hold them. */
  readonly handles: Uint8Array | null;
}

/** An audit as rows of the database. It is packed where it was made, so that the server's main thread only stores it. */
export interface PackedAudit {
  readonly verdict: Audit['verdict'];
  readonly counts: Record<Weight, number>;
  /** Families of checks that were not looked at, or not wholly. */
  readonly leftOpen: number;
  readonly head: string;
  readonly findings: readonly PackedFinding[];
}

/** What an audit says beside its findings. */
export interface AuditHead extends Omit<Audit, 'findings' | 'verdict'> {
  readonly sheets: readonly SheetHead[];
}

/** A layout of which only the name is known. */
export const namedLayout = (name: string): SheetHead => ({
  name,
  where: 'layout',
  sizeName: null,
  widthMm: null,
  heightMm: null,
  scale: null,
  sure: 1,
  box: null,
  used: true,
});

export function packAudit(audit: Audit, sheets: readonly SheetHead[]): PackedAudit {
  const { findings, verdict, ...rest } = audit;
  const head: AuditHead = { ...rest, sheets };
  return {
    verdict,
    counts: countByWeight(findings),
    leftOpen: leftOpen(audit.looked ?? []).length,
    head: JSON.stringify(head),
    findings: listedFindings(findings).map(packFinding),
  };
}

function packFinding(finding: Finding): PackedFinding {
  const { rule, key, weight, correction, subject, places, handles } = finding;
  return {
    rule,
    key,
    weight,
    correction,
    cause: [subject.kind, subject.property, subject.value].filter((part) => part).join(', '),
    layer: subject.layer ?? '',
    sheet: places[0]?.sheet ?? '',
    objects: handles.length,
    body: JSON.stringify(listed(finding)),
    handles: handles.length > MOST_LISTED ? pack(handles.join('\n')) : null,
  };
}

/** Changes of one revision in parts. */
export interface PackedChanges {
  readonly count: number;
  readonly parts: readonly { readonly count: number; readonly body: Uint8Array }[];
}

const PART = 5000;

export function packChanges(changes: readonly Change[]): PackedChanges {
  const parts: { count: number; body: Uint8Array }[] = [];
  for (let i = 0; i < changes.length; i += PART) {
    const part = changes.slice(i, i + PART);
    parts.push({ count: part.length, body: pack(JSON.stringify(part)) });
  }
  return { count: changes.length, parts };
}

export const pack = (text: string): Uint8Array => new Uint8Array(deflateRawSync(text));
export const unpack = (body: Uint8Array): string => inflateRawSync(body).toString('utf8');
