import type { Weight } from '@/core/standard/standard';

const WORDS: Record<Weight, string> = { must: 'must', should: 'should', note: 'note' };
const COLOURS: Record<Weight, string> = { must: 'text-oxide', should: 'text-ochre', note: 'text-slate' };

/** The shape of a weight: a full six-sided plate, a half-filled square, an open ring. Apart in greyscale too. */
export function WeightShape({ weight }: { weight: Weight }) {
  return (
    <svg
      width="13"
      height="13"
      viewBox="0 0 14 14"
      aria-hidden="true"
      className={`shrink-0 ${COLOURS[weight]}`}
    >
      {weight === 'must' && <path d="M3.5 1h7L13.5 7l-3 6h-7L.5 7z" fill="currentColor" />}
      {weight === 'should' && (
        <>
          <rect
            x="1.75"
            y="1.75"
            width="10.5"
            height="10.5"
            fill="none"
            stroke="currentColor"
            strokeWidth="1.5"
          />
          <rect x="1.75" y="7" width="10.5" height="5.25" fill="currentColor" />
        </>
      )}
      {weight === 'note' && (
        <circle cx="7" cy="7" r="4.5" fill="none" stroke="currentColor" strokeWidth="1.5" />
      )}
    </svg>
  );
}

/** Shape and word, with a count where one is given. */
export function WeightTag({ weight, count }: { weight: Weight; count?: number }) {
  return (
    <span className={`inline-flex items-center gap-1.5 ${count === 0 ? 'text-ink-3' : COLOURS[weight]}`}>
      <WeightShape weight={weight} />
      {count !== undefined && <span className="figures font-medium">{count}</span>}
      <span className="text-[13px]">{WORDS[weight]}</span>
    </span>
  );
}

/** @param inPart not everything was looked at: what is released is released as far as it was checked */
export function VerdictPlate({
  verdict,
  inPart = false,
}: {
  verdict: 'released' | 'held' | null;
  inPart?: boolean;
}) {
  if (verdict === null) return <span className="text-ink-3">—</span>;
  const held = verdict === 'held';
  return (
    <span
      className={`inline-flex h-[22px] items-center rounded-sm border px-2 text-[12.5px] font-semibold ${
        held ? 'border-oxide text-oxide' : 'border-verdigris bg-verdigris text-white'
      }`}
    >
      {held ? 'Held' : inPart ? 'Released in part' : 'Released'}
    </span>
  );
}
