import Link from 'next/link';
import { useState } from 'react';
import type { ListedFinding } from '@/core/audit/finding';
import type { WaivedView } from '../drawings/types';
import { count, formatDay } from '../kit/format';

interface Props {
  readonly findings: readonly ListedFinding[];
  readonly waived: Readonly<Record<string, WaivedView>>;
  readonly chosen: string | null;
  readonly onChoose: (key: string | null) => void;
}

/** Findings that are waived as a whole: counted apart, and shown when asked for. */
export function WaivedList({ findings, waived, chosen, onChoose }: Props) {
  const [open, setOpen] = useState(false);
  if (findings.length === 0) return null;
  const shown = open || findings.some(({ key }) => key === chosen);
  return (
    <div className="max-h-[40%] shrink-0 overflow-auto border-t border-rule text-[13px]">
      <button
        type="button"
        aria-expanded={shown}
        onClick={() => setOpen(!shown)}
        className="flex h-8 w-full items-center gap-2 bg-shade px-3 text-left font-medium"
      >
        {count(findings.length, 'finding is', 'findings are')} waived
        <span className="ml-auto font-normal text-ink-2">{shown ? 'Hide' : 'Show'}</span>
      </button>
      {shown &&
        findings.map((finding) => (
          <div key={finding.key} className="border-t border-hairline px-3 py-1.5">
            <button
              type="button"
              className={`block w-full text-left ${finding.key === chosen ? 'font-medium' : ''}`}
              aria-pressed={finding.key === chosen}
              onClick={() => onChoose(finding.key === chosen ? null : finding.key)}
            >
              {finding.message}
            </button>
            {waived[finding.key]?.waivers.map(({ id, reason, by, until }) => (
              <p key={id} className="text-ink-2">
                {reason} ({by}, until {formatDay(until)}){' '}
                <Link className="underline" href="/waivers">
                  Register
                </Link>
              </p>
            ))}
          </div>
        ))}
    </div>
  );
}
