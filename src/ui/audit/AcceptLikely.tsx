'use client';

import { useState } from 'react';
import type { ListedFinding } from '@/core/audit/finding';
import { Button } from '../kit/Button';
import { Dialog, DialogFoot } from '../kit/Dialog';
import { count } from '../kit/format';
import { formatLikeness, type Proposals, subjectOf } from './types';

interface Props {
  readonly onClose: () => void;
  readonly findings: readonly ListedFinding[];
  readonly proposals: Proposals;
  readonly onAccept: (which: readonly ListedFinding[]) => void;
}

/** Proposals that are looked over at once: nobody looks at thousands. */
const MOST_AT_ONCE = 500;

/** The likely proposals as a crosswalk to look over once, then take over together. */
export function AcceptLikely({ onClose, findings: all, proposals, onAccept }: Props) {
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const findings = all.slice(0, MOST_AT_ONCE);
  const taken = findings.filter((finding) => !left.has(finding.key));
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      size="wide"
      title="Take over likely proposals"
      about="Untick what you want to decide by itself. One undo takes all of them back."
    >
      <div className="min-h-0 flex-1 overflow-auto px-5 py-2">
        <table className="w-full text-[13px]">
          <thead className="text-left text-ink-2">
            <tr>
              <th className="w-7 py-1">
                <span className="sr-only">Take over</span>
              </th>
              <th className="py-1 font-medium">Sender’s</th>
              <th className="py-1 font-medium">Ours</th>
              <th className="py-1 font-medium">Because</th>
            </tr>
          </thead>
          <tbody>
            {findings.map((finding) => {
              const best = proposals[finding.key]?.ranked[0];
              if (!best) return null;
              const label = subjectOf(finding);
              return (
                <tr key={finding.key}>
                  <td className="border-t border-hairline py-1 align-top">
                    <input
                      type="checkbox"
                      className="mt-0.5 size-4 accent-verdigris"
                      aria-label={`${label} becomes ${best.to}`}
                      checked={!left.has(finding.key)}
                      onChange={(event) =>
                        setLeft((now) => {
                          const next = new Set(now);
                          if (event.target.checked) next.delete(finding.key);
                          else next.add(finding.key);
                          return next;
                        })
                      }
                    />
                  </td>
                  <td className="figures border-t border-hairline py-1 pr-3 align-top">{label}</td>
                  <td className="figures border-t border-hairline py-1 pr-3 align-top font-medium text-verdigris-deep">
                    {best.to}
                  </td>
                  <td className="border-t border-hairline py-1 align-top text-ink-2">
                    {best.reasons.join('; ')}{' '}
                    <span className="text-ink-3">({formatLikeness(best.likeness)})</span>
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
        {all.length > findings.length && (
          <p className="py-2 text-[13px] text-ink-2">
            These are the first {findings.length} of {all.length.toLocaleString('en-GB')}; the next come after
            them.
          </p>
        )}
      </div>
      <DialogFoot>
        <Button onClick={onClose}>Cancel</Button>
        <Button look="main" disabled={taken.length === 0} onClick={() => onAccept(taken)}>
          Take over {count(taken.length, 'proposal')}
        </Button>
      </DialogFoot>
    </Dialog>
  );
}
