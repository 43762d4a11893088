import Link from 'next/link';
import { leftOpen } from '@/core/audit/families';
import type { DrawingView } from '../drawings/types';
import { Button, buttonClass } from '../kit/Button';
import { count } from '../kit/format';
import { VerdictPlate, WeightTag } from '../kit/WeightTag';
import { LookedAt } from './LookedAt';

interface Props {
  readonly drawing: DrawingView;
  readonly busy: boolean;
  readonly onStep: (by: -1 | 1) => void;
  readonly onKeys: () => void;
  readonly onDelete: () => void;
}

/** What the drawing is, what the audit came to, and what can be done with it as a whole. */
export function DrawingHeader({ drawing, busy, onStep, onKeys, onDelete }: Props) {
  const { current } = drawing;
  const counts = drawing.counts ?? { must: 0, should: 0, note: 0 };
  const about = [
    drawing.sender,
    drawing.project,
    current &&
      `version ${current.version}, units ${current.units}, ${count(current.counts.objects, 'object')}`,
  ]
    .filter(Boolean)
    .join(' · ');
  const changed = drawing.currentSha !== drawing.originalSha;
  return (
    <div className="flex items-center gap-x-4 border-b border-hairline bg-plate px-4 py-2">
      <div className="min-w-24 flex-1 basis-0">
        <h1 className="truncate text-[16px] font-semibold leading-5" title={drawing.name}>
          {drawing.name}
        </h1>
        <p className="truncate text-[12.5px] leading-4 text-ink-2" title={about}>
          {about}
        </p>
      </div>
      {current && (
        <div className="flex shrink-0 items-center gap-3 border-l border-hairline pl-4">
          <VerdictPlate verdict={drawing.verdict} inPart={leftOpen(current.looked).length > 0} />
          <WeightTag weight="must" count={counts.must} />
          <WeightTag weight="should" count={counts.should} />
          <WeightTag weight="note" count={counts.note} />
          {drawing.waivedCount > 0 && (
            <Link className="text-[13px] text-ink-2 underline" href="/waivers">
              <span className="figures">{drawing.waivedCount}</span> waived
            </Link>
          )}
          <LookedAt looked={current.looked} />
        </div>
      )}
      <div className="flex shrink-0 items-center gap-2">
        {drawing.canUndo && (
          <Button onClick={() => onStep(-1)} disabled={busy} hotkey="Ctrl Z">
            Undo
          </Button>
        )}
        {drawing.canRedo && (
          <Button onClick={() => onStep(1)} disabled={busy} hotkey="⇧ Ctrl Z">
            Redo
          </Button>
        )}
        <Button look="quiet" onClick={onDelete}>
          Delete …
        </Button>
        <Button look="quiet" onClick={onKeys} hotkey="?">
          Keys
        </Button>
        {drawing.state === 'ready' && (
          <a
            className={buttonClass(changed ? 'main' : 'plain')}
            href={`/api/drawings/${drawing.id}/file`}
            download
          >
            {changed ? 'Download corrected DXF' : 'Download DXF'}
          </a>
        )}
      </div>
    </div>
  );
}
